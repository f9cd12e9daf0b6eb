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
        var things = Turns.Things(scene, Objects, Order);
        return Turns.Moved(scene, things, [.. Turns.Of(things.Length, Order, Seed).Select(turn => Frames * turn)]);
    }
}
