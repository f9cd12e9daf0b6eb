using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts a deformer at another place in the order in which those of an object act.</summary>
/// <param name="Object">Whose.</param>
/// <param name="Deformer">Which one, by name.</param>
/// <param name="To">How many act before it then.</param>
public sealed record MoveDeformer(ObjectId Object, string Deformer, int To) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Move {Deformer} of {scene.Object(Object).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, stack, at) = DeformerEdits.Find(scene, Object, Deformer);
        var order = stack.ToList();
        order.RemoveAt(at);
        order.Insert(Math.Clamp(To, 0, order.Count), stack[at]);
        return scene.With(thing.Deforming(order));
    }
}
