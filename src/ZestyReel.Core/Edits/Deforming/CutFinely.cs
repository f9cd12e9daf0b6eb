using System.Collections.Immutable;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Cuts shapes as finely as what bends them needs; see <see cref="SegmentNeeds"/>. What is below groups is meant too.</summary>
/// <param name="Objects">Shapes and groups.</param>
public sealed record CutFinely(ImmutableArray<ObjectId> Objects) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Cut {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} finely";

    /// <inheritdoc/>
    public override bool MayTakeLong() => true;

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var next = scene;
        ImmutableArray<SceneObject> meant = [.. scene.WithDescendants(DeformerEdits.Each(scene, Objects).Select(thing => thing.Id))];
        foreach (var (i, thing) in meant.Index())
        {
            Effort.Done(i, meant.Length);
            var changed = thing;
            foreach (var need in SegmentNeeds.Of(scene, thing))
            {
                if (thing.Unlocked(need.Channel, "objects").Curve is not null) throw new Refusal("objects", $"{need.Channel} of {thing.Name} has keys; delete them first, or set a key of {need.Needed}");
                changed = changed.WithChannel(need.Channel, new Channel(need.Needed));
            }
            next = next.With(changed);
        }
        return next;
    }
}
