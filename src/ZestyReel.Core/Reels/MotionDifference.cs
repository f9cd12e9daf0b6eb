using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Reels;

/// <summary>Where a channel is seen otherwise in one scene than in another.</summary>
/// <param name="Object">Whose channel, by name.</param>
/// <param name="Channel">Which channel; empty where the whole object is in one of the two only.</param>
/// <param name="First">The first frame on which it differs.</param>
/// <param name="Last">The last frame on which it differs.</param>
/// <param name="Most">How much it differs at the most, in the channel's unit.</param>
/// <param name="At">The frame on which it does.</param>
public sealed record MotionDifference(string Object, string Channel, long First, long Last, double Most, long At)
{
    /// <summary>Most differences that are told.</summary>
    public const int MostTold = 200;

    /// <summary>What is less than that share of the values is rounding.</summary>
    private const double Rounding = 1e-6;

    /// <summary>The channels that differ on some frames between two scenes, those that differ longest first. Objects are the same by name.</summary>
    /// <exception cref="OperationCanceledException">It was ended early.</exception>
    public static List<MotionDifference> Between(Scene a, Scene b, FrameRange frames, CancellationToken stop = default)
    {
        var found = new List<MotionDifference>();
        // What is read from a file is numbered anew.
        var (inA, inB) = (ByName(a), ByName(b));
        foreach (var thing in inA.Values.Where(thing => !inB.ContainsKey(thing.Name)).Concat(inB.Values.Where(thing => !inA.ContainsKey(thing.Name))))
            found.Add(new(thing.Name, "", frames.First, frames.Last, 0, frames.First));
        // Object by object, so that a large scene needs no more room than a small one.
        foreach (var thing in a.Objects.Values)
        {
            if (!inB.TryGetValue(thing.Name, out var other)) continue;
            var specs = thing.Specs.RemoveAll(spec => !other.Specs.Contains(spec));
            var (one, two) = (Sampler.Blocks(a, [new(thing, specs)], frames, stop)[0], Sampler.Blocks(b, [new(other, specs)], frames, stop)[0]);
            var byName = two.Tracks.ToDictionary(track => track.Channel);
            foreach (var track in one.Tracks)
                if (specs.Any(spec => spec.Name == track.Channel) && byName.TryGetValue(track.Channel, out var with) && Between(thing.Name, track, with, frames) is { } difference) found.Add(difference);
        }
        return [.. found.OrderByDescending(each => each.Last - each.First).ThenBy(each => each.Object, StringComparer.Ordinal).ThenBy(each => each.Channel, StringComparer.Ordinal).Take(MostTold)];
    }

    private static Dictionary<string, SceneObject> ByName(Scene scene) => scene.Objects.Values.ToDictionary(thing => thing.Name, StringComparer.Ordinal);

    private static MotionDifference? Between(string name, SampleTrack a, SampleTrack b, FrameRange frames)
    {
        if (a.IsStill && b.IsStill && a.Samples[0].Equals(b.Samples[0])) return null;
        long? first = null;
        var (last, at, most) = (0L, 0L, 0.0);
        for (var i = 0; i < frames.Count; i++)
        {
            double one = a.Samples[a.IsStill ? 0 : i], other = b.Samples[b.IsStill ? 0 : i];
            var by = Math.Abs(one - other);
            if (!(by > Rounding * Math.Max(1, Math.Max(Math.Abs(one), Math.Abs(other))))) continue;
            first ??= frames.First + i;
            last = frames.First + i;
            if (by > most) (most, at) = (by, last);
        }
        return first is { } from ? new(name, a.Channel, from, last, most, at) : null;
    }
}
