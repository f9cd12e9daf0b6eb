using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Samples;

/// <summary>
/// Writes the vertices of shapes as they are bent, as CSV: <c>object,frame,vertex,x,y,z,opacity</c>. In an object's own space
/// its own deformers have bent them; in the world those of the groups that carry it, too.
/// </summary>
internal static class PointCsv
{
    // What is worked out of an object at a time.
    private const int FramesAtOnce = 256;

    /// <summary>The rows in blocks, as <see cref="SampleCsv.Blocks"/> gives them.</summary>
    /// <exception cref="Refusal">There is no geometry, or too much of it.</exception>
    public static IEnumerable<string> Blocks(Scene scene, SampleQuery query, IReadOnlyList<SceneObject> selected, decimal[] frames, long mostRows, CancellationToken stop)
    {
        if (query.Channels.Count > 0) throw new Refusal("channel", "points have no channels; leave them out");
        var objects = selected.Where(thing => DeformerRules.HasShape(thing.Kind)).ToList();
        if (objects.Count == 0) throw new Refusal("object", "there is no geometry here; name an object with a shape");
        var rows = objects.Sum(thing => VerticesOf(scene, thing) * frames.Length);
        if (rows > mostRows)
            throw new Refusal("step", FormattableString.Invariant($"this asks for up to {rows} rows, and {mostRows} are the most; take fewer objects, a larger step or a shorter range"));
        return Written(scene, query, objects, frames, stop);
    }

    /// <summary>How many vertices an object has at the most.</summary>
    private static long VerticesOf(Scene scene, SceneObject thing)
    {
        var start = FrameTimes.At(scene, scene.Rate.StartOf(scene.Settings.Range.First));
        double Most(string name) => Stages.Moves(thing, name, start) ? ChannelCatalogue.MostSegments : Stages.Values(thing, name, start)[0];
        return ShapeMesh.Of(thing, Most).Rings.Length;
    }

    private static IEnumerable<string> Written(Scene scene, SampleQuery query, List<SceneObject> objects, decimal[] frames, CancellationToken stop)
    {
        using var blocks = new CsvBlocks("object", "frame", "vertex", "x", "y", "z", "opacity");
        var csv = blocks.Csv;
        foreach (var thing in objects)
            foreach (var part in frames.Chunk(FramesAtOnce))
            {
                var times = SampleCsv.TimesOf(scene, part, stop);
                using var run = new GeometryRun(thing, times, new WorldSampler(scene, times));
                for (var i = 0; i < part.Length; i++)
                {
                    stop.ThrowIfCancellationRequested();
                    var (mesh, opacities) = (query.World ? run.World(i) : run.Own(i), run.Opacities(i));
                    for (var vertex = 0; vertex < opacities.Length; vertex++)
                    {
                        csv.WriteField(thing.Name);
                        csv.WriteField(SampleCsv.Printed(part[i]));
                        csv.WriteField(vertex);
                        var at = mesh.Positions[vertex];
                        foreach (var number in (double[])[at.X, at.Y, at.Z, opacities[vertex]]) csv.WriteField(SampleCsv.Number(number));
                        csv.NextRecord();
                    }
                    if (blocks.IsFull) yield return blocks.Taken();
                }
            }
        yield return blocks.Taken();
    }
}
