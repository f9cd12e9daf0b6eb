using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// Whether shapes are cut finely enough for what bends them: no part may be turned by more than 15°. Lines are laid through
/// the shape along each axis that it can be cut along, and it is looked at how the space along them is turned.
/// </summary>
public static class SegmentNeeds
{
    /// <summary>Degrees by which a single part may be turned.</summary>
    public const double MostTurned = 15;

    // Turns are told by differences.
    private const double Slack = 1e-3;

    private const double Inside = 0.9995;

    // How finely lines are looked at, and on how many frames.
    private const int Steps = 64, MostFrames = 24;

    /// <summary>What an object lacks on some frames of the work range; empty where it is fine.</summary>
    public static ImmutableArray<SegmentNeed> Of(Scene scene, SceneObject thing, CancellationToken stop = default)
    {
        if (!DeformerRules.HasShape(thing.Kind) || !IsBent(scene, thing)) return [];
        var work = scene.Settings.Work;
        var count = (int)Math.Min(work.Count, MostFrames);
        var played = Enumerable.Range(0, count).Select(i => (double)scene.Rate.StartOf(work.First + (count == 1 ? 0 : (work.Count - 1) * i / (count - 1))).Value).ToArray();
        var times = new FrameTimes(scene, played) { Stop = stop };
        using var run = new GeometryRun(thing, times, new WorldSampler(scene, times));
        var needs = new Dictionary<string, SegmentNeed>();
        for (var moment = 0; moment < count; moment++)
        {
            stop.ThrowIfCancellationRequested();
            var (shape, measures) = run.Rest(moment);
            var rest = new Vector[shape.Rings.Length];
            shape.Place(measures, rest);
            var (least, most) = Mesh.BoundsOf(rest);
            foreach (var axis in Enum.GetValues<Axis>())
            {
                if (Segments.Along(thing.Kind, axis) is not { } channel) continue;
                var now = run.Cut(moment).Along(axis);
                // Letters are cut into so many parts for each size that they reach.
                var pieces = thing.Kind == ObjectKind.Text && axis != Axis.Z && measures.Size.Along(axis) is > 0 and var size ? Math.Max((most - least).Along(axis) / size, 1e-3) : 1;
                var turned = Steepest(run, moment, axis, least, most) / pieces;
                if (turned / now <= MostTurned + Slack) continue;
                var need = new SegmentNeed(channel, now, (int)Math.Min(Math.Ceiling(turned / (MostTurned + Slack)), ChannelCatalogue.Find(thing.Kind, channel)!.Most), turned / now);
                if (need.Needed > now && (!needs.TryGetValue(channel, out var known) || known.Needed < need.Needed)) needs[channel] = need;
            }
        }
        return [.. needs.Values.OrderBy(need => need.Channel, StringComparer.Ordinal)];
    }

    private static bool IsBent(Scene scene, SceneObject thing) =>
        scene.WithCarriers(thing.Id).Any(each => (each.Id == thing.Id || each.Kind == ObjectKind.Group) && each.Deformers is { } stack && stack.Any(deformer => deformer.On));

    /// <summary>How far space would be turned from end to end of the shape along an axis, in degrees, were it all turned as where it is turned most.</summary>
    private static double Steepest(GeometryRun run, int moment, Axis axis, Vector least, Vector most)
    {
        var (middle, half) = ((least + most) / 2, (most - least) / 2);
        // A little within: a deformer that ends with the shape bends nothing of it there.
        var way = OfAxis(axis) * (half.Along(axis) * Inside);
        if (way == Vector.Zero) return 0;
        var size = half.Length();
        var across = Enum.GetValues<Axis>().Where(other => other != axis).Select(other => OfAxis(other) * half.Along(other)).ToArray();
        var steepest = 0.0;
        foreach (var (a, b) in ((double, double)[])[(0, 0), (1, 0), (-1, 0), (0, 1), (0, -1)])
        {
            var foot = middle + across[0] * (a * Inside) + across[1] * (b * Inside) - way;
            (Vector, Vector)? before = null;
            for (var i = 0; i <= Steps; i++)
            {
                var at = foot + way * (2.0 * i / Steps);
                // Which way two short ways come to point: along the line, and across it.
                var (here, along, aside) = (run.Bent(moment, at), run.Bent(moment, at + way * 1e-4), run.Bent(moment, at + across[0].Unit() * (size * 1e-4)));
                var now = ((along - here).Unit(), (aside - here).Unit());
                if (before is { } was) steepest = Math.Max(steepest, Math.Max(Angle(was.Item1, now.Item1), Angle(was.Item2, now.Item2)) * Steps);
                before = now;
            }
        }
        return steepest;
    }

    private static double Angle(Vector a, Vector b) => Math.Atan2(a.Cross(b).Length(), a.Dot(b)) * (180 / Math.PI);

    private static Vector OfAxis(Axis axis) => axis switch { Axis.X => new(1, 0, 0), Axis.Y => new(0, 1, 0), _ => new(0, 0, 1) };
}
