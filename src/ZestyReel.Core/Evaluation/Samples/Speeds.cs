using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// Speeds, as played: what changes from one frame to the next, times the frames of a second. So a speed counts warps,
/// holds and jumps as they are seen, and a frame's speed is the same whatever run of frames it is sampled in.
/// </summary>
public static class Speeds
{
    /// <summary>The track of an object's speed through the space that it moves in, in lengths per second.</summary>
    public const string Through = "speed";

    private static readonly string[] Positions = ["position.x", "position.y", "position.z"];

    /// <summary>The track of one channel's speed, in its unit per second.</summary>
    public static string TrackOf(string channel) => $"speed:{channel}";

    /// <summary>Adds the speeds asked for, and the speed through space where a position is among what is sampled or it was worked out along a path; of each moment but the last.</summary>
    internal static void AddTo(ImmutableArray<SampleTrack>.Builder tracks, SampleTarget target, ChannelRows rows, FrameTimes times, WorldSampler worlds, float[]? along)
    {
        var perSecond = times.Scene.Rate.FramesPerSecond;
        foreach (var channel in target.Speeds)
        {
            if (!target.Channels.Any(spec => spec.Name == channel)) continue;
            tracks.Add(rows.Has(channel) ? new(TrackOf(channel), OfOne(rows.Of(channel), perSecond)) : SampleTrack.Still(TrackOf(channel), 0));
        }
        if (target.Channels.Any(spec => Positions.Contains(spec.Name) || spec.Name == Follow.Travel)) tracks.Add(along is null ? ThroughSpace(target.Object, rows, times, worlds, perSecond) : new(Through, along));
    }

    private static SampleTrack ThroughSpace(SceneObject thing, ChannelRows rows, FrameTimes times, WorldSampler worlds, double perSecond)
    {
        if (thing.Follow is not null) return new(Through, OfPlaces(worlds.Origins(thing.Id), perSecond));
        var moving = Array.FindAll(Positions, name => Stages.Moves(thing, name, times));
        if (moving.Length == 0) return SampleTrack.Still(Through, 0);
        if (moving.All(rows.Has)) return new(Through, OfSeveral(rows, moving, perSecond));
        // Only some of its positions are sampled anew: the others are worked out with them.
        using var all = new ChannelRows(thing, [.. moving.Select(name => thing.Spec(name, "channel"))], times.Count);
        Stages.Evaluate(all, times);
        return new(Through, OfSeveral(all, moving, perSecond));
    }

    /// <summary>What follows a path goes through the world.</summary>
    private static float[] OfPlaces(Vector[] places, double perSecond)
    {
        var speeds = new float[places.Length - 1];
        for (var i = 0; i < speeds.Length; i++) speeds[i] = (float)((places[i + 1] - places[i]).Length() * perSecond);
        return speeds;
    }

    private static float[] OfOne(ReadOnlySpan<double> values, double perSecond)
    {
        var speeds = new float[values.Length - 1];
        for (var i = 0; i < speeds.Length; i++) speeds[i] = (float)((values[i + 1] - values[i]) * perSecond);
        return speeds;
    }

    private static float[] OfSeveral(ChannelRows rows, string[] channels, double perSecond)
    {
        var speeds = new float[rows.Count - 1];
        ReadOnlySpan<double> a = rows.Of(channels[0]), b = channels.Length > 1 ? rows.Of(channels[1]) : default, c = channels.Length > 2 ? rows.Of(channels[2]) : default;
        for (var i = 0; i < speeds.Length; i++)
        {
            double x = a[i + 1] - a[i], y = b.IsEmpty ? 0 : b[i + 1] - b[i], z = c.IsEmpty ? 0 : c[i + 1] - c[i];
            speeds[i] = (float)(Math.Sqrt(x * x + y * y + z * z) * perSecond);
        }
        return speeds;
    }
}
