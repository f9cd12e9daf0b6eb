using ZestyReel.Core.Baking;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Writes a layer into the one below it, or into the base where it is the lowest, so that the motion is the same.</summary>
/// <param name="Layer">Which one.</param>
/// <param name="Tolerance">The largest difference in value; above 0. Where keys stand at the same times and are linear or alike in their handles, there is none.</param>
public sealed record MergeLayerDown(LayerId Layer, double Tolerance = 0.001) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Merge {scene.Layer(Layer).Name} down";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var layer = scene.Layer(Layer);
        MergeAllLayers.Check(scene, Tolerance);
        var below = scene.LayersUpwards().LastOrDefault(other => other.Place < layer.Place);
        foreach (var each in new[] { layer, below }.OfType<Layer>())
        {
            LayerEdits.RefuseLocked(scene, each);
            if (!each.On) throw new Refusal("layer", $"{each.Name} is switched off, so nothing of it is seen; switch it on first, or delete it");
        }
        if (below is null) LayerEdits.RefuseLockedBase(scene, layer);
        return (below is null ? LayerMerging.IntoBase(scene, [layer], Tolerance) : LayerMerging.IntoLayer(scene, layer, below, Tolerance)).WithoutLayer(Layer);
    }
}
