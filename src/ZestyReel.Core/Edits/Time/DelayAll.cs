using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>All motion later: keys, warps, clips and bookmarks. The scene starts where it did and ends as much later.</summary>
/// <param name="Frames">By how many frames.</param>
public sealed record DelayAll(long Frames) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"All motion later by {Gaps.Words(Frames)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        Gaps.Check(scene.Settings.Range.First, Frames);
        scene.RefuseLocked(null);
        return scene.WithTimesMoved(new FrameGap(scene.Rate, new Tick(-Tick.Furthest), Frames), range => range with { Last = range.Last + Frames });
    }
}
