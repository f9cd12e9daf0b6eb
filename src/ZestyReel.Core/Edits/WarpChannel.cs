using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// A warp's curve as edits of keys see it, so that all that can be done to keys can be done to a warp's: the channel
/// <c>warp</c> of the object whose number is the warp's with a minus, its values being source frames.
/// </summary>
public static class WarpChannel
{
    public const string Name = "warp";

    private const double Far = 1e9;

    public static readonly ChannelSpec Spec = new(Name, "Source", "Time", ChannelUnit.Frames, 0, -Far, Far, []);

    public static ObjectId ObjectOf(WarpId warp) => new(-warp.Value);

    /// <summary>The warp that such an object stands for; null for a real object.</summary>
    public static WarpId? WarpOf(ObjectId thing) => thing.Value is < 0 and > RateChannel.Below ? new WarpId(-thing.Value) : null;

    /// <summary>The curve with its values in source frames.</summary>
    public static Channel Of(Warp warp, FrameRate rate) => new(0, warp.Curve.WithKeys(Converted(warp.Curve.Keys, 1 / rate.TicksPerFrame)));

    /// <summary>The warp with a curve whose values are source frames.</summary>
    /// <exception cref="Refusal">It has no keys left, or a source time is out of reach.</exception>
    public static Warp With(Warp warp, Channel channel, FrameRate rate)
    {
        if (channel.Curve is not { } curve) throw new Refusal("keys", $"{warp.Name} needs a point at least; delete the warp instead");
        return warp with { Curve = Retiming.Warp.InTicks(curve.WithKeys(Converted(curve.Keys, rate.TicksPerFrame))) };
    }

    /// <summary>A stand-in for the warp among objects: its number and its name.</summary>
    internal static SceneObject StandIn(Warp warp) => new(
        ObjectOf(warp.Id), warp.Name, ObjectKind.Group, null, 0, RotationOrder.Xyz, ImmutableSortedDictionary<string, Channel>.Empty);

    private static ImmutableArray<Key> Converted(ImmutableArray<Key> keys, double factor) =>
        [.. keys.Select(key => key.Raised(factor, 0))];
}
