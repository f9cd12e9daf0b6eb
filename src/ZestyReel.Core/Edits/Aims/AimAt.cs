using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects aim at another one. Their own rotation, which comes after, goes with its keys; or it is kept so that they are turned as now on a frame, and when keyed on each of its keys.</summary>
/// <param name="Objects">What aims.</param>
/// <param name="Target">What is aimed at.</param>
/// <param name="Axis">The own direction that looks there.</param>
/// <param name="Up">The own direction that is kept up.</param>
/// <param name="KeepAt">The played frame on which they stay turned as they are; left out, their own rotation goes.</param>
public sealed record AimAt(ImmutableArray<ObjectId> Objects, ObjectId Target, SignedAxis Axis = SignedAxis.MinusZ, SignedAxis Up = SignedAxis.PlusY, decimal? KeepAt = null) : Edit
{
    private static readonly string[] Rotations = ["rotation.x", "rotation.y", "rotation.z"];

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Aim {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} at {scene.Object(Target).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        scene.Object(Target, "target");
        var aim = new Aim(Target, Axis, Up);
        AimRules.Check(aim);
        var next = scene;
        foreach (var (i, id) in Objects.Distinct().Index())
        {
            var thing = scene.Object(id, $"objects[{i}]");
            if (id == Target) throw new Refusal("target", $"{thing.Name} cannot aim at itself; take another target");
            thing = thing.Aiming(aim);
            foreach (var name in Rotations)
            {
                thing.Unlocked(name, "objects");
                if (KeepAt is null) thing = thing.WithChannel(name, new Channel(0));
            }
            next = next.With(thing);
        }
        PlaceTies.Check(next);
        if (KeepAt is not { } frame) return next;
        var places = new KeptPlace(scene, next, scene.Rate.At(frame, "keepAt"));
        foreach (var id in Objects.Distinct()) next = next.With(places.Of(id));
        return next;
    }
}
