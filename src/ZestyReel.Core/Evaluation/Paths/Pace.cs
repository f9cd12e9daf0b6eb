using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>How something goes from the first key of its travel, or of its position, to the last one.</summary>
/// <param name="Object">What goes.</param>
/// <param name="Start">When it sets off: the played time of its first key, in ticks.</param>
/// <param name="End">When it is there: the played time of its last key, in ticks.</param>
/// <param name="Length">How long the way is that it makes in the world, in scene lengths.</param>
/// <param name="Mean">The mean speed, in scene lengths per second.</param>
/// <param name="Top">The largest speed from one frame to the next, in scene lengths per second.</param>
public sealed record Pace(ObjectId Object, double Start, double End, double Length, double Mean, double Top)
{
    /// <summary>The way is measured at so many moments of a frame, and at so many at the most.</summary>
    private const int PerFrame = 4, MostMoments = 200_000;

    private static readonly string[] Positions = ["position.x", "position.y", "position.z"];

    /// <summary>The keyed channels that make it go: the travel of what follows a path, the position of anything else.</summary>
    public static ImmutableArray<string> ChannelsOf(SceneObject thing) =>
        [.. (thing.Follow is null ? Positions : [Follow.Travel]).Where(name => thing.Channels.GetValueOrDefault(name)?.Curve is not null)];

    /// <summary>The pace of an object; null where it has no two keys that are seen at different times.</summary>
    /// <exception cref="OperationCanceledException">Called off.</exception>
    public static Pace? Of(Scene scene, ObjectId id, CancellationToken stop = default)
    {
        if (Span(scene, id) is not { } span || !(span.End > span.Start)) return null;
        var seconds = (span.End - span.Start) / Tick.PerSecond;
        var length = WayOf(scene, id, Moments(scene, span), stop).Sum();
        var perFrame = scene.Rate.FramesPerSecond;
        var top = WayOf(scene, id, Frames(scene, span), stop).DefaultIfEmpty(0).Max() * perFrame;
        return new(id, span.Start, span.End, length, length / seconds, top);
    }

    /// <summary>When the first and the last key of an object that make it go are seen; null where one never is.</summary>
    internal static (double Start, double End)? Span(Scene scene, ObjectId id)
    {
        var (flow, thing) = (new TimeFlow(scene), scene.Object(id));
        var (start, end) = (double.PositiveInfinity, double.NegativeInfinity);
        foreach (var name in ChannelsOf(thing))
        {
            var (curve, keys) = (CurveRef.Of(id, name), thing.Channels[name].Curve!.Keys);
            if (flow.PlayedOf(curve, keys[0].Time.Value) is not { } first || flow.PlayedOf(curve, keys[^1].Time.Value) is not { } last) return null;
            (start, end) = (Math.Min(start, first), Math.Max(end, last));
        }
        return double.IsFinite(start) ? (start, end) : null;
    }

    private static double[] Moments(Scene scene, (double Start, double End) span)
    {
        var count = (int)Math.Clamp(Math.Ceiling((span.End - span.Start) / scene.Rate.TicksPerFrame * PerFrame), 1, MostMoments);
        return [.. Enumerable.Range(0, count + 1).Select(i => span.Start + (span.End - span.Start) * i / count)];
    }

    private static double[] Frames(Scene scene, (double Start, double End) span)
    {
        var (first, last) = ((long)Math.Floor(scene.Rate.FrameOf(span.Start)), (long)Math.Ceiling(scene.Rate.FrameOf(span.End)));
        return [.. Enumerable.Range(0, (int)Math.Min(last - first + 1, MostMoments)).Select(i => (double)scene.Rate.StartOf(first + i).Value)];
    }

    /// <summary>How far it goes from each moment to the next.</summary>
    private static IEnumerable<double> WayOf(Scene scene, ObjectId id, double[] moments, CancellationToken stop)
    {
        var worlds = new WorldSampler(scene, new FrameTimes(scene, moments) { Stop = stop }).Worlds(id);
        for (var i = 1; i < worlds.Count; i++)
            yield return new Vector(worlds[i].Px - worlds[i - 1].Px, worlds[i].Py - worlds[i - 1].Py, worlds[i].Pz - worlds[i - 1].Pz).Length();
    }
}
