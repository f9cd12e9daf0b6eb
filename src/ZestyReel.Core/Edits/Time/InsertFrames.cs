using System.Collections.Immutable;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Makes room at a frame: every key from there on moves later.</summary>
/// <param name="At">The first frame that moves.</param>
/// <param name="Frames">How many frames to insert.</param>
/// <param name="Objects">Whose keys move; left out, all do, with warps, bookmarks and ranges.</param>
public sealed record InsertFrames(long At, long Frames, ImmutableArray<ObjectId>? Objects = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Insert {Gaps.Words(Frames)} at {At}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        Gaps.Check(At, Frames);
        scene.RefuseLocked(Objects);
        if (Objects is { } some) return scene.WithTimesMoved(some, At, at => new FrameGap(scene.Rate, at, Frames));
        var gap = new FrameGap(scene.Rate, scene.Rate.StartOf(At), Frames);
        var start = scene.Settings.Range.First;
        // Where they come before everything there is room at the start, and not another number for it.
        return At > start
            ? scene.WithTimesMoved(gap)
            : scene.WithTimesMoved(gap, range => new(range.First == start ? start : range.First + Frames, range.Last + Frames));
    }
}
