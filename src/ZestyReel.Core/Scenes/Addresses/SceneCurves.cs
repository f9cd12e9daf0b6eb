namespace ZestyReel.Core.Scenes;

/// <summary>Finds channels by their addresses, whatever has them, and puts changed ones in their places.</summary>
public static class SceneCurves
{
    /// <summary>The channel at an address.</summary>
    /// <exception cref="Refusal">There is nothing at the address.</exception>
    public static AddressedChannel At(this Scene scene, CurveRef curve, string place)
    {
        switch (curve.Owner)
        {
            case OwnerKind.Object:
                var thing = scene.Object(new ObjectId(curve.Id), $"{place}.object");
                var spec = thing.Spec(curve.Channel, $"{place}.channel");
                var channel = thing.Channel(curve.Channel);
                return LayeredName.LayerOf(curve.Channel) is { } number
                    ? new(curve, thing.Name, spec, channel with { Locked = scene.IsLocked(thing, curve.Channel) }, scene.Layer(number, $"{place}.layer"))
                    : new(curve, thing.Name, spec, channel);
            case OwnerKind.Warp:
                var warp = scene.Warp(new WarpId(curve.Id), $"{place}.warp");
                return new(curve, warp.Name, WarpPoints.Spec, WarpPoints.Of(warp, scene.Rate));
            case OwnerKind.Placed:
                var placed = scene.Placed(new PlacedClipId(curve.Id), $"{place}.placed");
                return new(curve, scene.Clip(placed.Clip).Name, ClipRate.Spec, placed.Rate);
            case OwnerKind.Layer:
                var layer = scene.Layer(new LayerId(curve.Id), $"{place}.layer");
                return new(curve, layer.Name, LayerStrength.Spec, layer.Strength with { Locked = layer.Locked });
            case OwnerKind.Sound:
                var sound = scene.Sound(new SoundId(curve.Id), $"{place}.sound");
                return new(curve, sound.Name, Sound.Spec(curve.Channel, $"{place}.channel"), sound.Channel(curve.Channel));
            default:
                throw new Refusal(place, "there is nothing that has such a curve");
        }
    }

    /// <summary>The scene with another channel at an address.</summary>
    /// <exception cref="Refusal">There is nothing at the address, or a warp is left without points.</exception>
    public static Scene With(this Scene scene, CurveRef curve, Channel channel) => curve.Owner switch
    {
        OwnerKind.Object => scene.With(scene.Object(new ObjectId(curve.Id)).WithChannel(curve.Channel, channel)),
        OwnerKind.Warp => scene.With(WarpPoints.With(scene.Warp(new WarpId(curve.Id)), channel, scene.Rate)),
        OwnerKind.Placed => scene.With(scene.Placed(new PlacedClipId(curve.Id)) with { Rate = channel }),
        OwnerKind.Layer => scene.With(scene.Layer(new LayerId(curve.Id)) with { Strength = channel with { Locked = false } }),
        OwnerKind.Sound => scene.With(scene.Sound(new SoundId(curve.Id)).With(curve.Channel, channel)),
        _ => throw new Refusal("curve", "there is nothing that has such a curve"),
    };

    /// <summary>Whether a channel cannot be changed by hand: it is locked, or of its keys in a layer, the layer is. A layer over a locked channel takes what is changed.</summary>
    /// <exception cref="Refusal">There is no such layer.</exception>
    public static bool IsLocked(this Scene scene, SceneObject thing, string name) =>
        LayeredName.LayerOf(name) is { } layer ? scene.Layer(layer).Locked : thing.Channels.GetValueOrDefault(name)?.Locked == true;

    /// <summary>What is known of the channel at an address; null where there is none.</summary>
    public static ChannelSpec? SpecAt(this Scene scene, CurveRef curve) => curve.Owner switch
    {
        OwnerKind.Object => scene.Objects.GetValueOrDefault(new ObjectId(curve.Id))?.Find(curve.Channel),
        OwnerKind.Warp => WarpPoints.Spec,
        OwnerKind.Placed => ClipRate.Spec,
        OwnerKind.Layer => LayerStrength.Spec,
        OwnerKind.Sound => SoundChannels.Find(curve.Channel),
        _ => null,
    };

    /// <summary>The name of a curve's owner; null where it is gone.</summary>
    public static string? OwnerName(this Scene scene, CurveRef curve) => curve.Owner switch
    {
        OwnerKind.Object => scene.Objects.GetValueOrDefault(new ObjectId(curve.Id))?.Name,
        OwnerKind.Warp => scene.Warps.GetValueOrDefault(new WarpId(curve.Id))?.Name,
        OwnerKind.Placed => scene.PlacedClips.GetValueOrDefault(new PlacedClipId(curve.Id)) is { } placed ? scene.Clips.GetValueOrDefault(placed.Clip)?.Name : null,
        OwnerKind.Layer => scene.Layers.GetValueOrDefault(new LayerId(curve.Id))?.Name,
        OwnerKind.Sound => scene.Sounds.GetValueOrDefault(new SoundId(curve.Id))?.Name,
        _ => scene.Settings.Name,
    };
}
