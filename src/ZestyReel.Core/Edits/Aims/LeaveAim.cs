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
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var frames = KeepMotion ? KeptPlace.AllFrames(scene) : [];
        var next = scene;
        foreach (var (i, id) in Objects.Index())
        {
            var thing = scene.Object(id, $"objects[{i}]");
            if (thing.Aim is null) throw new Refusal($"objects[{i}]", $"{thing.Name} aims at nothing");
            next = next.With(thing.Aiming(null));
        }
        var places = new KeptPlace(scene, next, scene.Rate.At(At, "at"));
        foreach (var id in Objects.Distinct()) next = next.With(places.Of(id, frames));
        return next;
    }
}
