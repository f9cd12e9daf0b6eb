using System.Globalization;
using System.IO.Compression;
using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.ObjFiles;

/// <summary>Shapes as they stand in the world, bent by everything: at the first moment, or a numbered file for each moment.</summary>
/// <param name="isSequence">A file for each moment, in a ZIP.</param>
public sealed class ObjFormat(bool isSequence) : IOutgoingFormat
{
    private const long MostVertices = 40_000_000;

    // What is worked out of the scene at a time.
    private const int MomentsAtOnce = 64;

    /// <inheritdoc/>
    public string Ending => isSequence ? ".obj.zip" : ".obj";

    /// <inheritdoc/>
    public string Name => isSequence ? "Shapes of every moment, OBJ" : "Shapes at one moment, OBJ";

    /// <inheritdoc/>
    public string For => isSequence ? "A numbered file for each moment, in a ZIP" : "Triangles in the world at the first frame of the range, for layout and printing";

    /// <inheritdoc/>
    public string MediaType => isSequence ? "application/zip" : "model/obj";

    /// <inheritdoc/>
    public OutgoingUses Uses => (isSequence ? OutgoingUses.Step : OutgoingUses.None) | OutgoingUses.Unit | OutgoingUses.Up;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) =>
    [
        .. isSequence ? [] : new[] { new Loss("Motion", [], "stays behind; things stand as at the first frame") },
        .. Formats.Outgoing.Losses.Where(going, thing => DeformerRules.HasShape(thing.Kind), "Colours and opacity", "stay behind"),
        .. Formats.Outgoing.Losses.Where(going, thing => thing.Kind is ObjectKind.Camera or ObjectKind.Light, "Cameras and lights", "stay behind"),
        .. Formats.Outgoing.Losses.OfScene(going.Scene),
    ];

    /// <inheritdoc/>
    public long Size(OutgoingScene going)
    {
        var size = VerticesIn(going) * 90;
        return isSequence ? size * going.Moments.Count * 2 / 5 : size;
    }

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        var shapes = going.Objects.Where(thing => DeformerRules.HasShape(thing.Kind)).ToList();
        if (shapes.Count == 0) throw new Refusal("objects", "there is no shape in that");
        if (!isSequence)
        {
            OfMoments(going, shapes, [going.Moments[0].Value], (_, _) => into, told, stop);
            return;
        }
        if (VerticesIn(going) * going.Moments.Count > MostVertices)
            throw new Refusal("step", FormattableString.Invariant($"that is more than {MostVertices} vertices in all; take fewer objects, a shorter range or fewer moments"));
        using var zip = new ZipArchive(into, ZipArchiveMode.Create, leaveOpen: true);
        var played = going.Moments.Played();
        var digits = Math.Max(4, going.Moments.Count.ToString(CultureInfo.InvariantCulture).Length);
        for (var first = 0; first < played.Length; first += MomentsAtOnce)
        {
            var (from, part) = (first, played.AsSpan(first, Math.Min(MomentsAtOnce, played.Length - first)).ToArray());
            OfMoments(going, shapes, part, (i, _) => zip.CreateEntry($"{(from + i + 1).ToString(CultureInfo.InvariantCulture).PadLeft(digits, '0')}.obj").Open(),
                share => told((from + share * part.Length) / played.Length), stop);
        }
    }

    private static long VerticesIn(OutgoingScene going) => going.Objects.Where(thing => DeformerRules.HasShape(thing.Kind)).Sum(thing => (long)going.ShapeOf(thing).Rings.Length);

    private static void OfMoments(OutgoingScene going, List<SceneObject> shapes, double[] played, Func<int, OutgoingScene, Stream> open, Action<double> told, CancellationToken stop)
    {
        var times = new FrameTimes(going.Scene, played) { Stop = stop };
        var worlds = new WorldSampler(going.Scene, times);
        var runs = shapes.ConvertAll(thing => (Thing: thing, Run: new GeometryRun(thing, times, worlds), Seen: Seen.At(thing, times)));
        try
        {
            for (var i = 0; i < played.Length; i++)
            {
                stop.ThrowIfCancellationRequested();
                var stream = open(i, going);
                using (var text = new StreamWriter(stream, new UTF8Encoding(false), 1 << 16, leaveOpen: played.Length == 1) { NewLine = "\n" })
                {
                    text.WriteLine("# Zesty Reel");
                    var before = 0;
                    foreach (var (thing, run, seen) in runs)
                        if (seen[i]) before += Write(text, going, thing, run.World(i), before);
                }
                told((i + 1.0) / played.Length);
            }
        }
        finally
        {
            foreach (var (_, run, _) in runs) run.Dispose();
        }
    }

    /// <summary>Writes a shape after so many vertices; says how many it has.</summary>
    private static int Write(StreamWriter text, OutgoingScene going, SceneObject thing, Mesh mesh, int before)
    {
        static string Number(double value) => double.IsFinite(value) ? value.ToString("0.########", CultureInfo.InvariantCulture) : throw new Refusal("objects", "something is further away than numbers reach");
        text.WriteLine($"o {thing.Name}");
        foreach (var place in mesh.Positions)
        {
            var at = going.Led(place);
            text.WriteLine($"v {Number(at.X)} {Number(at.Y)} {Number(at.Z)}");
        }
        foreach (var way in mesh.Normals)
        {
            var to = going.Led(way).Unit();
            text.WriteLine($"vn {Number(to.X)} {Number(to.Y)} {Number(to.Z)}");
        }
        for (var i = 0; i < mesh.Indices.Length; i += 3)
        {
            var (a, b, c) = (before + mesh.Indices[i] + 1, before + mesh.Indices[i + 1] + 1, before + mesh.Indices[i + 2] + 1);
            text.WriteLine(string.Create(CultureInfo.InvariantCulture, $"f {a}//{a} {b}//{b} {c}//{c}"));
        }
        return mesh.Positions.Length;
    }
}
