using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Placed clips that have been copied, whole with what they play, so that they can be pasted whatever becomes of where they came from.</summary>
/// <param name="Clips">What is played.</param>
/// <param name="Placed">Where, in the order in which they stood.</param>
public sealed record CopiedClips(ImmutableArray<CopiedClip> Clips, ImmutableArray<CopiedPlacedClip> Placed)
{
    /// <exception cref="Refusal">A clip is not there.</exception>
    public static CopiedClips Of(Scene scene, ImmutableArray<PlacedClipId> ids)
    {
        if (ids.IsDefaultOrEmpty) throw new Refusal("placed", "select at least one clip");
        var placed = ids.Distinct().Select(id => scene.Placed(id)).ToList();
        var clips = placed.Select(each => each.Clip).Distinct().Order().ToList();
        var flow = new TimeFlow(scene);
        return new CopiedClips(
            [.. clips.Select(id => CopiedClip.Of(scene.Clip(id)))],
            [.. placed.Select(each => CopiedPlacedClip.Of(each, clips.IndexOf(each.Clip), flow))]);
    }
}

/// <summary>A copied clip.</summary>
/// <param name="Name">What it was called.</param>
/// <param name="Length">Its length, in ticks.</param>
/// <param name="Channels">Its curves.</param>
public sealed record CopiedClip(string Name, long Length, ImmutableArray<CopiedClipChannel> Channels)
{
    /// <summary>A clip as it is copied.</summary>
    public static CopiedClip Of(Clip clip) =>
        new(clip.Name, clip.Length, [.. clip.Channels.Select(channel => new CopiedClipChannel(channel.Key, [.. channel.Value.Keys.Select(CopiedKey.Of)]))]);

    /// <summary>The clip that was copied.</summary>
    /// <exception cref="Refusal">It is none.</exception>
    public Clip Clip(ClipId id, string name)
    {
        if (Channels.IsDefaultOrEmpty || Channels.Select(each => each.Channel).Distinct().Count() < Channels.Length)
            throw new Refusal("copied", "a clip has at least one channel, and each once");
        return new Clip(id, name, Length, Channels.ToImmutableSortedDictionary(each => each.Channel, each => each.Curve(), StringComparer.Ordinal));
    }
}

/// <summary>A curve of a copied clip.</summary>
/// <param name="Channel">The channel's name.</param>
/// <param name="Keys">Its keys in rising time, from the clip's start.</param>
public sealed record CopiedClipChannel(string Channel, ImmutableArray<CopiedKey> Keys)
{
    /// <exception cref="Refusal">Its keys are none, or not in rising time.</exception>
    internal Curve Curve()
    {
        if (Keys.IsDefaultOrEmpty) throw new Refusal("copied", "a channel of a clip has keys");
        for (var i = 1; i < Keys.Length; i++)
            if (Keys[i].Time <= Keys[i - 1].Time) throw new Refusal("copied", "the keys of a clip are in rising time");
        return new Curve([.. Keys.Select(key => key.Key())]);
    }
}

/// <summary>A copied placing of a clip. Times are source times of its object but where they are told to be played.</summary>
/// <param name="Clip">Which of the copied clips.</param>
/// <param name="Object">The object that it was on.</param>
/// <param name="Played">The played time at which it started.</param>
/// <param name="Start">Where it started.</param>
/// <param name="End">Where it ended.</param>
/// <param name="Offset">The phase at which it started, in ticks of the clip.</param>
/// <param name="Cycle">What it did when it had been played through.</param>
/// <param name="After">What was left of it after its end.</param>
/// <param name="Rate">How fast it ran where the rate has no keys.</param>
/// <param name="RateKeys">The keys of the rate.</param>
/// <param name="RateBefore">What the rate did before its keys.</param>
/// <param name="RateAfter">What the rate did after its keys.</param>
public sealed record CopiedPlacedClip(
    int Clip, ObjectId Object, Tick Played, Tick Start, Tick End, long Offset, ClipCycle Cycle, ClipAfter After, double Rate,
    ImmutableArray<CopiedKey> RateKeys, Extrapolation RateBefore, Extrapolation RateAfter)
{
    internal static CopiedPlacedClip Of(PlacedClip placed, int clip, TimeFlow flow) => new(
        clip, placed.Object, new Tick((long)Math.Round(flow.PlayedOf(placed.Object, placed.Start.Value) ?? placed.Start.Value)),
        placed.Start, placed.End, placed.Offset, placed.Cycle, placed.After, placed.Rate.Still,
        [.. (placed.Rate.Curve?.Keys ?? []).Select(CopiedKey.Of)],
        placed.Rate.Curve?.Before ?? Extrapolation.Hold, placed.Rate.Curve?.After ?? Extrapolation.Hold);

    /// <summary>The same on an object, starting where it did.</summary>
    /// <exception cref="Refusal">The keys of its rate are not in rising time.</exception>
    internal PlacedClip Placed(PlacedClipId id, ClipId clip, ObjectId target)
    {
        var rate = new Channel(Rate);
        if (!RateKeys.IsDefaultOrEmpty)
            rate = rate with { Curve = new CopiedClipChannel(ClipRate.Channel, RateKeys).Curve().Extrapolated(RateBefore, RateAfter) };
        return new PlacedClip(id, clip, target, Start, End, Offset, Cycle, After, rate);
    }
}
