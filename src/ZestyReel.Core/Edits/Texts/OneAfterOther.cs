using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects that move alike move one after the other: of each, all keys come later than those of the one before it.</summary>
/// <param name="Objects">At least two.</param>
/// <param name="Frames">From one to the next; may be negative or fractional.</param>
/// <param name="Order">Which comes when.</param>
/// <param name="Seed">By which chance, where it is at random.</param>
public sealed record OneAfterOther(ImmutableArray<ObjectId> Objects, decimal Frames, AfterOrder Order = AfterOrder.InOrder, int Seed = 1) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{Objects.Length} objects one after the other";

    /// <inheritdoc/>
    public override bool MayTakeLong() => Objects is { IsDefault: false, Length: > 200 };

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(Order)) throw new Refusal("order", "there is no such order");
        var meant = Objects.IsDefaultOrEmpty ? [] : Objects.Select((id, i) => scene.Object(id, $"objects[{i}]").Id).ToHashSet();
        ImmutableArray<SceneObject> things = [.. scene.InOrder().Where(thing => meant.Contains(thing.Id))];
        if (things.Length < 2) throw new Refusal("objects", "select two objects at least");
        if (things.All(thing => thing.Channels.Values.All(channel => channel.Curve is null))) throw new Refusal("objects", "none of them has keys; set keys that they all have first");
        var turns = Turns(things.Length);
        foreach (var (i, thing) in things.Index())
        {
            Effort.Done(i, things.Length);
            ImmutableArray<KeySet> keys = [.. thing.Channels.Where(each => each.Value.Curve is not null).Select(each => new KeySet(thing.Id, each.Key, [.. each.Value.Curve!.Keys.Select(key => key.Time)]))];
            if (turns[i] != 0 && !keys.IsEmpty) scene = new MoveKeys(keys, Frames * turns[i]).Within(scene);
        }
        return scene;
    }

    /// <summary>How many come before each.</summary>
    private int[] Turns(int count)
    {
        int[] turns = [.. Enumerable.Range(0, count)];
        int FromEnd(int i) => Math.Min(i, count - 1 - i);
        if (Order == AfterOrder.AtRandom) new Random(Seed).Shuffle(turns);
        return Order switch
        {
            AfterOrder.FromEnds => [.. turns.Select(FromEnd)],
            AfterOrder.FromMiddle => [.. turns.Select(i => (count - 1) / 2 - FromEnd(i))],
            _ => turns,
        };
    }
}
