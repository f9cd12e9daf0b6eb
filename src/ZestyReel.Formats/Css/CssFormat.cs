using System.Globalization;
using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Css;

/// <summary>
/// How objects move in a picture, as CSS: a class for each object, and a keyframe rule for each of its ways to move, each
/// with a <c>linear()</c> easing whose numbers are the pixels, degrees and factors themselves.
/// </summary>
public sealed class CssFormat : IOutgoingFormat
{
    private const int MostObjects = 500;

    private const double Pixel = 0.05, Degree = 0.02, Factor = 0.001;

    /// <inheritdoc/>
    public string Ending => ".css";

    /// <inheritdoc/>
    public string Name => "Motion in the picture, CSS";

    /// <inheritdoc/>
    public string For => "A class for each object, for web pages: where it goes, how it turns, grows and fades in a camera's picture";

    /// <inheritdoc/>
    public string MediaType => "text/css";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.Step | OutgoingUses.Camera;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) =>
    [
        .. Formats.Outgoing.Losses.Baked(going),
        new Loss("Depth", [], "goes out as size; turning out of the picture's plane stays behind"),
        .. Formats.Outgoing.Losses.Where(going, thing => DeformerRules.HasShape(thing.Kind), "Shapes", "stay behind; a class moves whatever it is given to"),
        .. Formats.Outgoing.Losses.OfScene(going.Scene),
    ];

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 200 + going.Objects.Count(IsMoved) * (300 + Math.Min(going.Moments.Count, 200) * 40L);

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        var things = going.Objects.Where(IsMoved).ToList();
        if (things.Count == 0) throw new Refusal("objects", "there is nothing in that which could move in a picture");
        if (things.Count > MostObjects) throw new Refusal("objects", $"{things.Count} objects are too many for one file; {MostObjects} are the most");
        if (going.Moments.Count < 2) throw new Refusal("to", "motion takes two moments at least; take a longer range or more moments");
        going.RefuseTooMuch();
        var times = going.Times(stop);
        var worlds = new WorldSampler(going.Scene, times);
        var picture = new FlatPicture(going, times, worlds);
        var names = new CssNames();
        using var css = new StreamWriter(into, new UTF8Encoding(false), leaveOpen: true) { NewLine = "\n" };
        css.WriteLine(picture.IsCameras
            ? $"/* Places are counted from the left upper corner of a picture of {FlatPicture.Width} by {FlatPicture.Height} pixels. */"
            : $"/* Places are counted from the middle of the scene, {FlatPicture.FromFront} pixels on a length. */");
        foreach (var (i, thing) in things.Index())
        {
            stop.ThrowIfCancellationRequested();
            Write(css, going.Moments, names.For(thing.Name), thing, picture, times, worlds.Worlds(thing.Id));
            told((i + 1.0) / things.Count);
        }
    }

    private static bool IsMoved(SceneObject thing) => thing.Kind is not (ObjectKind.Camera or ObjectKind.Light or ObjectKind.Path);

    private static void Write(StreamWriter css, Moments moments, string name, SceneObject thing, FlatPicture picture, FrameTimes times, TransformRun worlds)
    {
        var rows = Enumerable.Range(0, 4).Select(_ => new double[times.Count]).ToArray();
        for (var i = 0; i < times.Count; i++)
        {
            var world = worlds[i];
            if (picture.Of(i, world.Origin) is not { } at) throw new Refusal("camera", $"{thing.Name} is behind the camera at frame {moments.FrameOf(i)}; take another camera, a shorter range or leave it out");
            var (x, y, _) = world.Scale;
            (rows[0][i], rows[1][i], rows[3][i]) = (at.X, at.Y, at.Size / FlatPicture.FromFront * Math.Sqrt(Math.Abs(x * y)));
            var turn = picture.Turn(i, world);
            rows[2][i] = i == 0 ? turn : turn + 360 * Math.Round((rows[2][i - 1] - turn) / 360);
        }
        var parts = new List<(string Part, string Rule, bool Adds, double[] Values, double Tolerance)>
        {
            ("x", "from { translate: 0 } to { translate: 1px }", true, rows[0], Pixel),
            ("y", "from { translate: 0 } to { translate: 0 1px }", true, rows[1], Pixel),
            ("turn", "from { rotate: 0deg } to { rotate: 1deg }", false, rows[2], Degree),
            ("size", "from { scale: 0 } to { scale: 1 }", false, rows[3], Factor),
        };
        if (thing.Find("look.opacity") is not null && Stages.Values(thing, "look.opacity", times) is var opacity && Array.Exists(opacity, value => value != 1))
            parts.Add(("opacity", "from { opacity: 0 } to { opacity: 1 }", false, opacity, Factor));
        css.WriteLine();
        foreach (var (part, rule, _, _, _) in parts) css.WriteLine($"@keyframes {name}-{part} {{ {rule} }}");
        var duration = Number(moments.SecondsOf(moments.Count - 1), 6);
        css.WriteLine($".{name} {{");
        css.WriteLine($"  animation: {string.Join(",\n    ", parts.Select(part => $"{name}-{part.Part} {duration}s {Easing(part.Values, part.Tolerance)} infinite both"))};");
        css.WriteLine($"  animation-composition: {string.Join(", ", parts.Select(part => part.Adds ? "add" : "replace"))};");
        css.WriteLine("}");
    }

    private static string Easing(double[] values, double tolerance)
    {
        var told = LinearTrack.Of(values, tolerance);
        return $"linear({string.Join(", ", told.Select(i => $"{Number(values[i], 4)} {Number(100.0 * i / (values.Length - 1), 5)}%"))})";
    }

    private static string Number(double value, int digits) => double.IsFinite(value) && Math.Abs(value) < 1e15
        ? (Math.Round(value, digits) + 0.0).ToString("0.######", CultureInfo.InvariantCulture)
        : throw new Refusal("objects", "something is further away than a picture reaches");
}
