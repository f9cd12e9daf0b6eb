using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes a layer out, with its keys.</summary>
public sealed record DeleteLayer(LayerId Layer) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete layer {scene.Layer(Layer).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        LayerEdits.RefuseLocked(scene, scene.Layer(Layer));
        return scene.WithoutLayer(Layer);
    }
}
