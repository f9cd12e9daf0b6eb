using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Lets objects that move alike move one after the other in time with bookmarks: on the beats of a sound, say. The first
/// stays as it is; each later one comes later by as much as its bookmark lies behind the first one's, which is the one
/// nearest to any of its keys.
/// </summary>
/// <param name="Objects">At least two.</param>
/// <param name="Colour">Only bookmarks of that colour; all, when left out.</param>
/// <param name="Order">Which comes when.</param>
/// <param name="Seed">By which chance, where it is at random.</param>
public sealed record OneOnEachBookmark(ImmutableArray<ObjectId> Objects, BookmarkColour? Colour = null, AfterOrder Order = AfterOrder.InOrder, int Seed = 1) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{Objects.Length} objects, one on each bookmark";

    /// <inheritdoc/>
    public override bool MayTakeLong() => Objects is { IsDefault: false, Length: > 200 };

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var things = Turns.Things(scene, Objects, Order);
        var marks = BookmarkEdits.Times(scene, Colour);
        var turns = Turns.Of(things.Length, Order, Seed);
        var leaders = things.Where((_, i) => turns[i] == 0).SelectMany(thing => Turns.Keys(thing)).SelectMany(set => set.Times).ToList();
        if (leaders.Count == 0) throw new Refusal("objects", "the one that comes first has no keys; set keys that they all have first");
        var first = marks.Length == 0 ? 0 : Enumerable.Range(0, marks.Length).MinBy(i => leaders.Min(time => Math.Abs(time.Value - marks[i].Value)));
        var needed = turns.Max() + 1;
        if (marks.Length - first < needed)
            throw new Refusal("bookmarks", $"{needed} bookmarks are needed from where the first one moves on, and there {(marks.Length - first == 1 ? "is 1" : $"are {marks.Length - first}")}; set more, or find the beats of a sound");
        return Turns.Moved(scene, things, [.. turns.Select(turn => (marks[first + turn].Value - marks[first].Value) / (decimal)scene.Rate.TicksPerFrame)]);
    }
}
