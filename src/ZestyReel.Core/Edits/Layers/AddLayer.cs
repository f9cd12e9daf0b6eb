using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds a layer without keys, above all others.</summary>
/// <param name="Name">What it is called; left out, it gets a free name.</param>
/// <param name="Mode">What it does with what is below.</param>
/// <param name="Peel">What it is told by; left out, the next one.</param>
public sealed record AddLayer(string? Name = null, LayerMode Mode = LayerMode.Add, LayerPeel? Peel = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Add layer {Name ?? LayerEdits.FreeName(scene, "Layer 1")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) =>
        scene.With(LayerEdits.New(scene, Name is null ? LayerEdits.FreeName(scene, "Layer 1") : Names.Checked(Name, "name"), Mode, Peel));
}
