using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes a deformer with its channels off an object.</summary>
/// <param name="Object">Whose.</param>
/// <param name="Deformer">Which one, by name.</param>
public sealed record DeleteDeformer(ObjectId Object, string Deformer) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete {Deformer} of {scene.Object(Object).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, stack, at) = DeformerEdits.Find(scene, Object, Deformer);
        foreach (var spec in DeformerChannels.Of(stack[at].Kind)) thing.Unlocked(DeformerChannels.Named(Deformer, spec.Name), "deformer");
        return scene.With(thing.Deforming(stack.Where((_, i) => i != at)));
    }
}
