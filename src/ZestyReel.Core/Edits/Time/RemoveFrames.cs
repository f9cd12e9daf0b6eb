using System.Collections.Immutable;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes frames out: every key after them moves earlier. Keys that stand in them gather at the cut, a tick apart.</summary>
/// <param name="At">The first frame that goes.</param>
/// <param name="Frames">How many go.</param>
/// <param name="Objects">Whose keys move; left out, all do, with warps, bookmarks and ranges.</param>
/// <param name="DeleteKeys">Deletes the keys, and the clips, that stand in the frames instead of gathering the keys at the cut.</param>
public sealed record RemoveFrames(long At, long Frames, ImmutableArray<ObjectId>? Objects = null, bool DeleteKeys = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Remove {Gaps.Words(Frames)} at {At}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        Gaps.Check(At, Frames);
        scene.RefuseLocked(Objects);
        if (Objects is null && At <= scene.Settings.Range.First && At + Frames > scene.Settings.Range.Last)
            throw new Refusal("frames", "that would remove the whole scene range; leave at least one frame");
        if (DeleteKeys) scene = WithoutClips(WithoutKeys(scene));
        return Objects is { } some
            ? scene.WithTimesMoved(some, At, at => new FrameGap(scene.Rate, at, -Frames))
            : scene.WithTimesMoved(new FrameGap(scene.Rate, scene.Rate.StartOf(At), -Frames));
    }

    private Scene WithoutKeys(Scene scene) => scene.OnEachCurve(Objects, At, (channel, at) =>
    {
        var end = scene.Rate.Moved(at, Frames);
        var times = channel.Curve!.Keys.Where(key => key.Time >= at && key.Time < end).Select(key => key.Time).ToHashSet();
        return times.Count == 0 ? channel : channel.WithoutKeys(times);
    });

    private Scene WithoutClips(Scene scene)
    {
        var gone = scene.PlacedClips.Values.Where(placed => Objects is null || Objects.Value.Contains(placed.Object)).Where(placed =>
        {
            var at = Objects is null ? scene.Rate.StartOf(At) : scene.CutOf(placed, At);
            return placed.Start >= at && placed.End <= scene.Rate.Moved(at, Frames);
        });
        return scene with { PlacedClips = scene.PlacedClips.RemoveRange(gone.Select(placed => placed.Id)) };
    }
}
