using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Gives the scene another frame rate, keeping either the clock or the frame numbers.</summary>
public sealed record SetRate(FrameRate Rate, RateKeep Keep) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"Rate {scene.Rate} to {Rate} fps, keeping the {(Keep == RateKeep.Clock ? "clock" : "frames")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var settings = scene.Settings with { Rate = Rate };
        if (Keep == RateKeep.Frames)
            return new FrameForFrame(scene.Rate, Rate).Applied(scene with { Settings = settings });
        return scene with
        {
            Settings = settings with
            {
                Range = AtSameTime(scene.Settings.Range, scene.Rate).Checked("range"),
                Work = AtSameTime(scene.Settings.Work, scene.Rate)
                    .FittedInto(AtSameTime(scene.Settings.Range, scene.Rate)),
            },
        };
    }

    /// <summary>The frames that fill the same stretch of time; the end is where the frame after the last would start.</summary>
    private FrameRange AtSameTime(FrameRange range, FrameRate before)
    {
        var first = Rate.NearestFrame(before.StartOf(range.First));
        var end = Rate.NearestFrame(before.StartOf(range.Last + 1));
        return new(first, Math.Max(first, end - 1));
    }
}
