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
        var groups = Objects.Select((id, i) => scene.Object(id, $"objects[{i}]")).DistinctBy(group => group.Id).ToDictionary(group => group.Id);
        if (groups.Values.FirstOrDefault(group => group.Kind != ObjectKind.Group) is { } other)
            throw new Refusal("objects", $"{other.Name} is no group; select groups");
        var times = new FrameTimes(scene, [scene.Rate.At(At, "at").Value]);
        var inside = scene.Objects.Values.ToLookup(thing => thing.Parent, thing => thing.Id);
        // The outer ones first, so that what an inner one goes into is gone already.
        var outerFirst = scene.InOrder().Where(thing => groups.ContainsKey(thing.Id)).Select(thing => thing.Id).ToList();
        foreach (var id in outerFirst)
        {
            var group = scene.Object(id);
            ImmutableArray<ObjectId> children = [.. inside[id]];
            if (StandingAt(scene, group) is { } place && children.All(child => scene.Object(child).CanBeShifted(times)))
                foreach (var child in children)
                    scene = scene.With(scene.Object(child).Shifted(place.X, place.Y, place.Z) with { Parent = group.Parent });
            else if (!children.IsEmpty) scene = new SetParent(children, group.Parent, At).Within(scene);
        }
        return new DeleteObjects([.. outerFirst]).Within(scene);
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
