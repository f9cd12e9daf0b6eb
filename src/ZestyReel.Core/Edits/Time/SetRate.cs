using System.Collections.Immutable;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Gives the scene another frame rate, keeping either the clock or the frame numbers. The scene's first frame stays the
/// first, with what is seen on it; its timecode stays what it was. Sounds keep the clock
/// in either case, counted from that frame.
/// </summary>
/// <param name="Rate">The new rate.</param>
/// <param name="Keep">What stays.</param>
/// <param name="OnFrames">Puts the keys on whole frames of the new rate afterwards, by this rule.</param>
public sealed record SetRate(FrameRate Rate, RateKeep Keep, FrameRule? OnFrames = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"Rate {scene.Rate} to {Rate} fps, keeping the {(Keep == RateKeep.Clock ? "clock" : "frames")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var settings = scene.Settings with { Start = scene.Settings.Clock.StartAt(Rate) };
        TimeMap map = Keep == RateKeep.Frames ? new FrameForFrame(scene.Rate, Rate) : new ClockForClock(scene.Rate, Rate, settings.Range.First);
        // Sound keeps the clock, whatever frames do.
        var later = Rate.StartOf(settings.Range.First) - scene.Rate.StartOf(settings.Range.First);
        var moved = map.Applied(scene) with
        {
            Sounds = scene.Sounds.ToImmutableSortedDictionary(each => each.Key, each => each.Value.Later(later)),
            Settings = Keep == RateKeep.Frames
                ? settings with { Rate = Rate }
                : settings with { Rate = Rate, Range = AtSameTime(settings.Range, settings).Checked("range"), Work = AtSameTime(settings.Work, settings) },
        };
        return OnFrames is { } rule ? WholeFrames.Everywhere(moved, rule) : moved;
    }

    /// <summary>The frames that fill the same stretch of time, counted from the scene's first; the end is where the frame after the last would start.</summary>
    private FrameRange AtSameTime(FrameRange range, SceneSettings before)
    {
        var (rate, from) = (Rate, before.Rate);
        var start = before.Range.First;
        long Frames(long frames) => (long)Rounding.HalfToEven((Int128)frames * rate.Num * from.Den, (Int128)rate.Den * from.Num);
        var first = start + Frames(range.First - start);
        // One frame, where the whole range is too short for that.
        var end = Math.Max(first + 1, start + Frames(range.Last + 1 - start));
        var most = Math.Max(start + 1, start + Frames(before.Range.Count));
        return new(Math.Min(first, most - 1), Math.Min(end, most) - 1);
    }
}
