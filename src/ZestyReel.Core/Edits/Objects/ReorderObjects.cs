using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts objects elsewhere in the order in which they are shown, among those with the same parent.</summary>
/// <param name="Objects">What moves.</param>
/// <param name="Before">The object that they stand before; left out, they go to the end.</param>
public sealed record ReorderObjects(ImmutableArray<ObjectId> Objects, ObjectId? Before = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Move {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} in the order";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var moving = Objects.Distinct().ToList();
        var isMoving = moving.ToHashSet();
        if (Before is { } mark)
        {
            scene.Object(mark, "before");
            if (moving.Contains(mark)) throw new Refusal("before", "an object cannot stand before itself");
        }
        foreach (var id in moving) scene.Object(id, "objects");
        var order = scene.Objects.Values.OrderBy(o => o.Place).ThenBy(o => o.Id).Select(o => o.Id).Where(id => !isMoving.Contains(id)).ToList();
        order.InsertRange(Before is { } before ? order.IndexOf(before) : order.Count, moving);
        for (var place = 0; place < order.Count; place++)
            if (scene.Object(order[place]) is var thing && thing.Place != place)
                scene = scene.With(thing with { Place = place });
        return scene;
    }
}
