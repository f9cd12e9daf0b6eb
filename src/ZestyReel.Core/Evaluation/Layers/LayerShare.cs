using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>What one step gives to a channel at a moment.</summary>
/// <param name="Layer">The layer; null for the base with its clips.</param>
/// <param name="Own">The layer's own value there; that of the base.</param>
/// <param name="Strength">How much of it there is; 1 for the base.</param>
/// <param name="After">The value after it.</param>
public sealed record LayerShare(Layer? Layer, double Own, double Strength, double After)
{
    /// <summary>The base, and each layer that has keys of the channel and is not passed over, from the lowest up.</summary>
    public static IReadOnlyList<LayerShare> Of(Scene scene, ObjectId id, string channel, Time.Tick moment)
    {
        var thing = scene.Object(id);
        var (spec, times) = (thing.OwnSpec(channel, "channel"), FrameTimes.At(scene, moment));
        var source = times.For(id, channel)[0];
        var shares = new List<LayerShare>();
        foreach (var (layer, curve) in times.LayersOn(thing).Over(channel))
        {
            // What is before this layer is what the one below it left.
            var below = Stages.Below(thing, spec, layer, times);
            if (shares.Count == 0) shares.Add(new(null, below, 1, below));
            else shares[^1] = shares[^1] with { After = below };
            shares.Add(new(layer, curve.ValueAt(source), times.StrengthsOf(layer)[0], below));
        }
        if (shares.Count == 0) return [];
        shares[^1] = shares[^1] with { After = Stages.Values(thing, channel, times)[0] };
        return shares;
    }
}
