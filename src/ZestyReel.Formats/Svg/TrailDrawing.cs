using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Svg;

/// <summary>Paths and the trails of what moves as a drawing, as a camera sees them from where it is at the first moment, or from the front.</summary>
public sealed class TrailDrawing : IOutgoingFormat
{
    private const int MostObjects = 500, PointsOfACurve = 24;

    private const double Margin = 40, Dot = 2.5;

    // The hues of the trails, one after the other; readable on white and on dark.
    private static readonly string[] Inks = ["#1f7a8c", "#c8553d", "#5b8c3a", "#8a5a9e", "#b8860b", "#2f6db5"];

    /// <inheritdoc/>
    public string Ending => ".svg";

    /// <inheritdoc/>
    public string Name => "Paths and trails, SVG";

    /// <inheritdoc/>
    public string For => "A drawing of where things go, with a dot for each moment";

    /// <inheritdoc/>
    public string MediaType => "image/svg+xml";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.Step | OutgoingUses.Camera;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => [new("Everything but paths and trails", [], "stays behind")];

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 800 + going.Objects.Length * 200L + going.Moments.Count * 70L * Math.Max(1, going.Objects.Length / 3);

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        going.RefuseTooMuch();
        var times = going.Times(stop);
        var worlds = new WorldSampler(going.Scene, times);
        var picture = new FlatPicture(going, times, worlds);
        var lines = new List<(SceneObject Of, bool IsPath, List<List<FlatPoint>> Ways)>();
        foreach (var (i, thing) in going.Objects.Index())
        {
            stop.ThrowIfCancellationRequested();
            var run = worlds.Worlds(thing.Id);
            if (thing.Path is { } shape) lines.Add((thing, true, Ways(PointsOf(shape).Select(at => picture.Of(0, run[0].Point(at))))));
            else if (!run.IsStill && run.Any(world => world.Origin != run[0].Origin)) lines.Add((thing, false, Ways(run.Select(world => picture.Of(0, world.Origin)))));
            told((i + 1.0) / going.Objects.Length);
        }
        if (lines.Count == 0) throw new Refusal("objects", "there is no path in that, and nothing that goes anywhere");
        if (lines.Count > MostObjects) throw new Refusal("objects", $"{lines.Count} trails are too many for one drawing; {MostObjects} are the most");
        Draw(going, into, lines, picture.IsCameras);
    }

    private static void Draw(OutgoingScene going, Stream into, List<(SceneObject Of, bool IsPath, List<List<FlatPoint>> Ways)> lines, bool isCameras)
    {
        var points = lines.SelectMany(line => line.Ways).SelectMany(way => way).ToList();
        var (left, top, right, bottom) = isCameras || points.Count == 0
            ? (0.0, 0.0, FlatPicture.Width, FlatPicture.Height)
            : (points.Min(p => p.X) - Margin, points.Min(p => p.Y) - Margin, points.Max(p => p.X) + Margin * 3, points.Max(p => p.Y) + Margin);
        using var svg = new SvgPen(into, left, top, right - left, bottom - top, 13, $"{going.Scene.Settings.Name}, frames {going.Moments.FrameOf(0)} to {going.Moments.FrameOf(going.Moments.Count - 1)}");
        foreach (var (i, (thing, isPath, ways)) in lines.Index())
        {
            var ink = Inks[i % Inks.Length];
            svg.Open(thing.Name);
            foreach (var way in ways)
            {
                svg.Way(way.Select(p => (p.X, p.Y)), ink, isPath ? 2 : 1.5, isPath);
                if (isPath) continue;
                foreach (var p in way) svg.Dot(p.X, p.Y, Dot, ink);
            }
            if (ways.LastOrDefault()?[^1] is { } end) svg.Text(end.X + 8, end.Y + 4, thing.Name, ink);
            svg.Close();
        }
    }

    private static IEnumerable<Vector> PointsOf(PathShape shape)
    {
        yield return shape.Points[0].At;
        for (var i = 0; i < shape.SegmentCount; i++)
            for (var k = 1; k <= PointsOfACurve; k++)
                yield return shape.Segment(i).At((double)k / PointsOfACurve);
    }

    /// <summary>What is in front of the camera, in as many pieces as that takes.</summary>
    private static List<List<FlatPoint>> Ways(IEnumerable<FlatPoint?> points)
    {
        var ways = new List<List<FlatPoint>>();
        var goesOn = false;
        foreach (var point in points)
        {
            if (point is { } here)
            {
                if (!goesOn) ways.Add([]);
                ways[^1].Add(here);
            }
            goesOn = point is not null;
        }
        return ways;
    }
}
