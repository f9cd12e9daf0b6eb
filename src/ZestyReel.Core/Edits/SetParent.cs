using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects move with another one, or with none. Their own values stay as they are, relative to the new parent.</summary>
public sealed record SetParent(ImmutableArray<ObjectId> Objects, ObjectId? Parent) : Edit
{
    public override string Title(Scene scene)
    {
        var what = Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects";
        return Parent is { } parent ? $"Put {what} under {scene.Object(parent).Name}" : $"Take {what} out of its parent";
    }

    public override Scene Apply(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "choose at least one object");
        if (Parent is { } parent)
        {
            var name = scene.Object(parent, "parent").Name;
            foreach (var id in Objects)
                if (scene.WithDescendants(id).Any(o => o.Id == parent))
                    throw new Refusal("parent", $"{name} moves with {scene.Object(id).Name} already; this would make a loop");
        }
        return Objects.Aggregate(scene, (next, id) => next.With(next.Object(id) with { Parent = Parent }));
    }
}
