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
                return new(curve, thing.Name, spec, thing.Channel(curve.Channel));
            case OwnerKind.Warp:
                var warp = scene.Warp(new WarpId(curve.Id), $"{place}.warp");
                return new(curve, warp.Name, WarpPoints.Spec, WarpPoints.Of(warp, scene.Rate));
            case OwnerKind.Placed:
                var placed = scene.Placed(new PlacedClipId(curve.Id), $"{place}.placed");
                return new(curve, scene.Clip(placed.Clip).Name, ClipRate.Spec, placed.Rate);
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
        _ => throw new Refusal("curve", "there is nothing that has such a curve"),
    };

    /// <summary>The name of a curve's owner; null where it is gone.</summary>
    public static string? OwnerName(this Scene scene, CurveRef curve) => curve.Owner switch
    {
        OwnerKind.Object => scene.Objects.GetValueOrDefault(new ObjectId(curve.Id))?.Name,
        OwnerKind.Warp => scene.Warps.GetValueOrDefault(new WarpId(curve.Id))?.Name,
        OwnerKind.Placed => scene.PlacedClips.GetValueOrDefault(new PlacedClipId(curve.Id)) is { } placed ? scene.Clips.GetValueOrDefault(placed.Clip)?.Name : null,
        _ => scene.Settings.Name,
    };
}
