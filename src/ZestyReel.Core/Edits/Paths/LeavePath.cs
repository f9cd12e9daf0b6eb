using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes objects off their paths. They stay where they are on a frame, and what is keyed of them where it is on each of its keys; or they keep their motion, with a key on each frame of the scene.</summary>
/// <param name="Objects">What leaves.</param>
/// <param name="At">The played frame whose place they keep.</param>
/// <param name="KeepMotion">They keep their motion over the scene range.</param>
public sealed record LeavePath(ImmutableArray<ObjectId> Objects, decimal At, bool KeepMotion = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{(KeepMotion ? "Bake" : "Take")} {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} off the path";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) =>
        Leaving.From(scene, Objects, At, KeepMotion, thing => thing.Follow is null ? null : thing.Following(null), "follows no path");
}
