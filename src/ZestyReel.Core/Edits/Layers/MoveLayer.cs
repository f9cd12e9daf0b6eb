using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts a layer at another place among the others.</summary>
/// <param name="Layer">Which one.</param>
/// <param name="To">How many lie below it then.</param>
public sealed record MoveLayer(LayerId Layer, int To) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Move layer {scene.Layer(Layer).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.WithLayerAt(scene.Layer(Layer), To);
}
