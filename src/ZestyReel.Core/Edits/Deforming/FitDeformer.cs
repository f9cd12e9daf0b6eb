using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets a deformer reach from end to end of the geometry, as that is before anything bends it.</summary>
/// <param name="Object">Whose.</param>
/// <param name="Deformer">Which one, by name.</param>
/// <param name="At">The played frame whose geometry is meant.</param>
public sealed record FitDeformer(ObjectId Object, string Deformer, decimal At) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Fit {Deformer} to {scene.Object(Object).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, stack, at) = DeformerEdits.Find(scene, Object, Deformer);
        return scene.With(DeformerEdits.Fitted(scene, thing, stack[at], scene.Rate.At(At, "at")));
    }
}
