using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes objects out, with all that hang below them, the clips on them and their places among the targets of warps and in named selections. What follows a path that goes stays where it is, and what aims at something that goes stays turned as it is.</summary>
/// <param name="Objects">What is deleted.</param>
/// <param name="KeepAt">
/// What hangs below them stays, under what they hung below, and keeps its place in the world: when still on this played
/// frame, when keyed at each of its keys. Left out, it goes too.
/// </param>
/// <param name="LeaveAt">What follows a path that goes, or aims at something that does, keeps its place on this played frame; on the first of the work range when left out.</param>
public sealed record DeleteObjects(ImmutableArray<ObjectId> Objects, decimal? KeepAt = null, decimal? LeaveAt = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Objects.Length == 1
        ? $"Delete {scene.Object(Objects[0]).Name}"
        : $"Delete {Objects.Length} objects";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (KeepAt is { } frame) scene = WithoutParents(scene, frame);
        var gone = scene.WithDescendants(Objects).Select(o => o.Id).ToHashSet();
        ImmutableArray<ObjectId> leaving = [.. scene.Objects.Values.Where(thing => !gone.Contains(thing.Id) && thing.Follow is { } follow && gone.Contains(follow.Path)).Select(thing => thing.Id)];
        if (!leaving.IsEmpty) scene = new LeavePath(leaving, LeaveAt ?? KeepAt ?? scene.Settings.Work.First).Within(scene);
        ImmutableArray<ObjectId> aiming = [.. scene.Objects.Values.Where(thing => !gone.Contains(thing.Id) && thing.Aim is { } aim && gone.Contains(aim.At)).Select(thing => thing.Id)];
        if (!aiming.IsEmpty) scene = new LeaveAim(aiming, LeaveAt ?? KeepAt ?? scene.Settings.Work.First).Within(scene);
        var next = scene with
        {
            Objects = scene.Objects.RemoveRange(gone),
            PlacedClips = scene.PlacedClips.RemoveRange(scene.PlacedClips.Values.Where(placed => gone.Contains(placed.Object)).Select(placed => placed.Id)),
        };
        foreach (var thing in next.Objects.Values)
            if (thing.Bounce is { } bounce && bounce.Against.Any(gone.Contains)) next = next.With(thing.Bouncing(bounce with { Against = bounce.Against.RemoveAll(gone.Contains) }));
        foreach (var warp in scene.Warps.Values)
            if (warp.Targets is { } targets && targets.Any(t => gone.Contains(t.Object)))
                next = next with
                {
                    Warps = next.Warps.SetItem(warp.Id, warp with { Targets = targets.RemoveAll(t => gone.Contains(t.Object)) }),
                };
        foreach (var selection in scene.NamedSelections.Values)
            if (selection.Objects.RemoveAll(gone.Contains) is var left && left.Length < selection.Objects.Length)
                next = next with
                {
                    NamedSelections = left.IsEmpty ? next.NamedSelections.Remove(selection.Id) : next.NamedSelections.SetItem(selection.Id, selection with { Objects = left }),
                };
        return next;
    }

    private Scene WithoutParents(Scene scene, decimal frame)
    {
        var going = Objects.Select(id => scene.Object(id, "objects").Id).ToHashSet();
        foreach (var id in going)
        {
            var staying = scene.Objects.Values.Where(thing => thing.Parent == id && !going.Contains(thing.Id)).Select(thing => thing.Id).ToImmutableArray();
            if (staying.IsEmpty) continue;
            var above = scene.Object(id).Parent;
            while (above is { } other && going.Contains(other)) above = scene.Object(other).Parent;
            scene = new SetParent(staying, above, frame).Apply(scene);
        }
        return scene;
    }
}
