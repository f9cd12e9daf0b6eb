using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>How strong layers are at whole played frames.</summary>
public static class LayerSamples
{
    /// <summary>The strength of each.</summary>
    public static IEnumerable<SampleBlock> Of(Scene scene, FrameRange frames)
    {
        if (scene.Layers.IsEmpty) yield break;
        var times = FrameTimes.Of(scene, frames);
        foreach (var layer in scene.Layers.Values)
            yield return new(OwnerKind.Layer, layer.Id.Value, frames.First, times.Count,
                [layer.Strength.Curve is null ? SampleTrack.Still(LayerStrength.Channel, (float)layer.Strength.Still) : new(LayerStrength.Channel, Array.ConvertAll(times.StrengthsOf(layer), value => (float)value))]);
    }
}
