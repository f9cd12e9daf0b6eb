using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects aim no more. They stay turned as they are on a frame, and what is keyed of them as on each of its keys; or they keep their motion, with a key on each frame of the scene.</summary>
/// <param name="Objects">What aims.</param>
/// <param name="At">The played frame on which they stay as they are.</param>
/// <param name="KeepMotion">They keep their motion over the scene range.</param>
public sealed record LeaveAim(ImmutableArray<ObjectId> Objects, decimal At, bool KeepMotion = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{(KeepMotion ? "Bake" : "End")} the aim of {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) =>
        Leaving.From(scene, Objects, At, KeepMotion, thing => thing.Aim is null ? null : thing.Aiming(null), "aims at nothing");
}
