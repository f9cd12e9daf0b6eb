using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Takes groups away and puts what moves with them under what they were under. Out of a group that only stands somewhere,
/// neither turned nor scaled, motion comes as it was; out of others it keeps its place on each of its keys.
/// </summary>
/// <param name="Objects">The groups.</param>
/// <param name="At">The played frame on which still objects keep their places.</param>
public sealed record UngroupObjects(ImmutableArray<ObjectId> Objects, decimal At) : Edit
{
    private static readonly (string Channel, double Plain)[] Plain =
        [("rotation.x", 0), ("rotation.y", 0), ("rotation.z", 0), ("scale.x", 1), ("scale.y", 1), ("scale.z", 1)];

    /// <inheritdoc/>
    public override string Title(Scene scene) => Objects.Length == 1 ? $"Ungroup {scene.Object(Objects[0]).Name}" : $"Ungroup {Objects.Length} groups";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one group");
        foreach (var id in Objects.Distinct())
        {
            var group = scene.Object(id, "objects");
            if (group.Kind != ObjectKind.Group) throw new Refusal("objects", $"{group.Name} is no group; select groups");
            var inside = scene.Objects.Values.Where(thing => thing.Parent == id).Select(thing => thing.Id).ToImmutableArray();
            if (inside.IsEmpty) scene = new DeleteObjects([id]).Within(scene);
            else if (StandingAt(scene, group) is { } place && new FrameTimes(scene, [scene.Rate.At(At, "at").Value]) is var times && inside.All(child => scene.Object(child).CanBeShifted(times)))
            {
                foreach (var child in inside)
                    scene = scene.With(scene.Object(child).Shifted(place.X, place.Y, place.Z) with { Parent = group.Parent });
                scene = new DeleteObjects([id]).Within(scene);
            }
            else scene = new DeleteObjects([id], At).Within(scene);
        }
        return scene;
    }

    /// <summary>Where a group stands that never moves and is neither turned nor scaled; null for another.</summary>
    private static (double X, double Y, double Z)? StandingAt(Scene scene, SceneObject group)
    {
        var isPlain = Plain.All(each => group.Channel(each.Channel) is { Curve: null } channel && channel.Still == each.Plain)
            && group.Roll is null && !scene.PlacedClips.Values.Any(placed => placed.Object == group.Id);
        Channel[] at = [group.Channel("position.x"), group.Channel("position.y"), group.Channel("position.z")];
        return isPlain && at.All(channel => channel.Curve is null) ? (at[0].Still, at[1].Still, at[2].Still) : null;
    }
}
