using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Gives objects another parent, or none.</summary>
/// <param name="Objects">What moves.</param>
/// <param name="Parent">With what; null with nothing.</param>
/// <param name="KeepAt">
/// Keeps their places in the world: of still objects on this played frame, of keyed ones at each of their keys.
/// Left out, their own values stay as they are, relative to the new parent.
/// </param>
public sealed record SetParent(ImmutableArray<ObjectId> Objects, ObjectId? Parent, decimal? KeepAt = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var what = Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects";
        return Parent is { } parent ? $"Put {what} under {scene.Object(parent).Name}" : $"Take {what} out of its parent";
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (Parent is { } parent)
        {
            var name = scene.Object(parent, "parent").Name;
            var moving = Objects.ToHashSet();
            if (scene.WithAncestors(parent).FirstOrDefault(above => moving.Contains(above.Id)) is { } loop)
                throw new Refusal("parent", $"{name} hangs below {loop.Name} already; this would make a loop");
        }
        var next = Objects.Aggregate(scene, (now, id) => now.With(now.Object(id) with { Parent = Parent }));
        // Before anything is evaluated, which would go round for ever.
        SceneTies.CarryNoCircle(next);
        if (KeepAt is not { } frame) return next;
        var places = new KeptPlace(scene, next, scene.Rate.At(frame, "keepAt"));
        foreach (var id in Objects) next = next.With(places.Of(id));
        return next;
    }
}
