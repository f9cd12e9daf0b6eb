using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Finds the channel that an edit points at, be it an object's, a warp's or the rate of a clip.</summary>
internal static class ChannelOwners
{
    /// <summary>Whose channel it is, what is known of it, and the channel itself.</summary>
    /// <exception cref="Refusal">There is no such object, warp, clip or channel, or it is locked.</exception>
    public static (SceneObject Thing, ChannelSpec Spec, Channel Channel) Owner(this Scene scene, ObjectId id, string name, string place)
    {
        var found = scene.Seen(id, name, place);
        if (!IsStandIn(id)) found.Thing.Unlocked(name, place);
        return found;
    }

    /// <summary>The same for somebody who only looks: locked or not.</summary>
    /// <exception cref="Refusal">There is no such object, warp, clip or channel.</exception>
    public static (SceneObject Thing, ChannelSpec Spec, Channel Channel) Seen(this Scene scene, ObjectId id, string name, string place)
    {
        if (WarpChannel.WarpOf(id) is { } warpId)
        {
            var warp = scene.Warp(warpId, $"{place}.object");
            if (name != WarpChannel.Name) throw new Refusal($"{place}.channel", "a warp has one curve only");
            return (WarpChannel.StandIn(warp), WarpChannel.Spec, WarpChannel.Of(warp, scene.Rate));
        }
        if (RateChannel.PlacedOf(id) is { } placedId)
        {
            var placed = scene.Placed(placedId, $"{place}.object");
            if (name != RateChannel.Name) throw new Refusal($"{place}.channel", "of a clip only the rate is keyed");
            return (RateChannel.StandIn(scene, placed), RateChannel.Spec, placed.Rate);
        }
        var thing = scene.Object(id, $"{place}.object");
        var spec = thing.Spec(name, $"{place}.channel");
        return (thing, spec, thing.Channel(name));
    }

    /// <summary>The scene with the channel as it is now.</summary>
    public static Scene WithChannel(this Scene scene, ObjectId id, string name, Channel channel) =>
        WarpChannel.WarpOf(id) is { } warp ? scene.With(WarpChannel.With(scene.Warp(warp), channel, scene.Rate))
        : RateChannel.PlacedOf(id) is { } placed ? scene.With(scene.Placed(placed) with { Rate = channel })
        : scene.With(scene.Object(id).WithChannel(name, channel));

    /// <summary>Whether it stands for a warp or a clip.</summary>
    public static bool IsStandIn(ObjectId id) => id.Value < 0;
}
