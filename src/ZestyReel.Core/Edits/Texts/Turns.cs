using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Which of several objects comes when, and the keys of each moved by its turn.</summary>
internal static class Turns
{
    /// <summary>The objects in the order of the scene.</summary>
    /// <exception cref="Refusal">There are fewer than two, none of them has keys, or there is no such order.</exception>
    public static ImmutableArray<SceneObject> Things(Scene scene, ImmutableArray<ObjectId> objects, AfterOrder order)
    {
        if (!Enum.IsDefined(order)) throw new Refusal("order", "there is no such order");
        var meant = objects.IsDefaultOrEmpty ? [] : objects.Select((id, i) => scene.Object(id, $"objects[{i}]").Id).ToHashSet();
        ImmutableArray<SceneObject> things = [.. scene.InOrder().Where(thing => meant.Contains(thing.Id))];
        if (things.Length < 2) throw new Refusal("objects", "select two objects at least");
        if (things.All(thing => Keys(thing).IsEmpty)) throw new Refusal("objects", "none of them has keys; set keys that they all have first");
        return things;
    }

    /// <summary>All keys of an object.</summary>
    public static ImmutableArray<KeySet> Keys(SceneObject thing) =>
        [.. thing.Channels.Where(each => each.Value.Curve is not null).Select(each => new KeySet(thing.Id, each.Key, [.. each.Value.Curve!.Keys.Select(key => key.Time)]))];

    /// <summary>How many come before each of so many.</summary>
    public static int[] Of(int count, AfterOrder order, int seed)
    {
        int[] turns = [.. Enumerable.Range(0, count)];
        int FromEnd(int i) => Math.Min(i, count - 1 - i);
        if (order == AfterOrder.AtRandom) new Random(seed).Shuffle(turns);
        return order switch
        {
            AfterOrder.FromEnds => [.. turns.Select(FromEnd)],
            AfterOrder.FromMiddle => [.. turns.Select(i => (count - 1) / 2 - FromEnd(i))],
            _ => turns,
        };
    }

    /// <summary>The scene with the keys of each object so many frames later.</summary>
    public static Scene Moved(Scene scene, ImmutableArray<SceneObject> things, IReadOnlyList<decimal> frames)
    {
        foreach (var (i, thing) in things.Index())
        {
            Effort.Done(i, things.Length);
            var keys = Keys(thing);
            if (frames[i] != 0 && !keys.IsEmpty) scene = new MoveKeys(keys, frames[i]).Within(scene);
        }
        return scene;
    }
}
