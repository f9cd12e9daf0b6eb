using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Which objects of a scene really move, and which have keys that are not played.</summary>
/// <param name="Still">Those with keys that change nothing: every curve of theirs stays at one value.</param>
/// <param name="Moving">Those that are otherwise on some frame of the scene range than on others, by their own channels; what only moves with its parent is not among them.</param>
/// <param name="Outside">Those with keys that are seen before the first frame of the scene range or after its last only, or never seen and stand there.</param>
public sealed record ObjectMotion(ImmutableArray<ObjectId> Still, ImmutableArray<ObjectId> Moving, ImmutableArray<ObjectId> Outside)
{
    /// <summary>Between the ends of the range so many frames are looked at, whatever its length, and those of the keys.</summary>
    private const int MostFrames = 240;

    /// <summary>Looks at all objects.</summary>
    /// <exception cref="OperationCanceledException">Called off.</exception>
    public static ObjectMotion Of(Scene scene, CancellationToken stop = default)
    {
        var (still, moving, outside) = (ImmutableArray.CreateBuilder<ObjectId>(), ImmutableArray.CreateBuilder<ObjectId>(), ImmutableArray.CreateBuilder<ObjectId>());
        var range = scene.Settings.Range;
        var step = Math.Max(1, (range.Count - 1) / MostFrames);
        double[] ticks = [.. Enumerable.Range(0, (int)((range.Count - 1) / step) + 1).Select(i => (double)scene.Rate.StartOf(range.First + i * step).Value).Append(scene.Rate.StartOf(range.Last).Value).Distinct()];
        var times = new FrameTimes(scene, ticks);
        var flow = new TimeFlow(scene);
        foreach (var thing in scene.InOrder())
        {
            stop.ThrowIfCancellationRequested();
            var keyed = thing.Channels.Where(each => each.Value.Curve is not null).ToList();
            if (keyed.Count > 0 && keyed.All(each => IsStill(each.Value.Curve!))) still.Add(thing.Id);
            if (keyed.Any(each => IsOutside(each.Value.Curve!, flow.Covering(CurveRef.Of(thing.Id, each.Key)), (ticks[0], ticks[^1])))) outside.Add(thing.Id);
            if (thing.Specs.Any(spec => Moves(thing, spec, times, (ticks[0], ticks[^1])))) moving.Add(thing.Id);
        }
        return new(still.ToImmutable(), moving.ToImmutable(), outside.ToImmutable());
    }

    private static bool Moves(SceneObject thing, ChannelSpec spec, FrameTimes times, (double First, double Last) range)
    {
        var curve = thing.Channel(spec.Name).Curve;
        var isDriven = Stages.DriverOf(thing, spec.Name, times) is not null;
        if (!isDriven && (curve is null || IsStill(curve))) return false;
        var values = Stages.Values(thing, spec.Name, times);
        if (values.Any(value => value != values[0])) return true;
        // A flash between the frames looked at.
        double[] between = curve is null ? [] : [.. curve.Keys.Select(key => (double)key.Time.Value).Where(time => time > range.First && time < range.Last)];
        return between.Length > 0 && Stages.Values(thing, spec.Name, new FrameTimes(times.Scene, between)).Any(value => value != values[0]);
    }

    private static bool IsOutside(Curve curve, TimeStack over, (double First, double Last) range) =>
        curve.Keys.Any(key => (over.PlayedOf(key.Time.Value) ?? key.Time.Value) is var seen && (seen < range.First || seen > range.Last));

    private static bool IsStill(Curve curve)
    {
        var value = curve.Keys[0].Value;
        if (curve.Keys.Any(key => key.Value != value)) return false;
        foreach (ref readonly var segment in curve.Segments)
            if (!segment.Held && (segment.V1 != value || segment.V2 != value)) return false;
        return true;
    }
}
