using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says how objects get from one key of their rotation to the next.</summary>
public sealed record SetRotationInterpolation(ImmutableArray<ObjectId> Objects, RotationInterpolation RotationInterpolation) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        RotationInterpolation == RotationInterpolation.Quaternion ? "Quaternion interpolation between keys" : "Rotate about each axis by its own curve";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(RotationInterpolation)) throw new Refusal("rotationInterpolation", "there is no such interpolation of rotations");
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        foreach (var id in Objects) scene = scene.With(scene.Object(id, "objects") with { RotationInterpolation = RotationInterpolation });
        return scene;
    }
}
