using ZestyReel.Core.Baking;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Writes all layers that are on into the base, so that the motion is the same. What is switched off stays.</summary>
/// <param name="Tolerance">The largest difference in value; above 0.</param>
public sealed record MergeAllLayers(double Tolerance = 0.001) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => "Merge all layers";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        Check(scene, Tolerance);
        var layers = scene.LayersUpwards().Where(layer => layer.On).ToArray();
        if (layers.Length == 0) throw new Refusal("layers", "there is no layer that is on, so there is nothing to merge");
        foreach (var layer in layers)
        {
            LayerEdits.RefuseLocked(scene, layer);
            LayerEdits.RefuseLockedBase(scene, layer);
        }
        scene = LayerMerging.IntoBase(scene, [.. layers], Tolerance);
        foreach (var layer in layers) scene = scene.WithoutLayer(layer.Id);
        return scene;
    }

    /// <exception cref="Refusal">The tolerance is none, or some layers are only passed over for now.</exception>
    internal static void Check(Scene scene, double tolerance)
    {
        if (!(tolerance > 0) || !double.IsFinite(tolerance)) throw new Refusal("tolerance", "the tolerance is above 0");
        if (scene.Layers.Values.FirstOrDefault(layer => layer.Solo) is { } solo) throw new Refusal("layer", $"{solo.Name} is solo, so that others are not seen; let go of that first");
    }
}
