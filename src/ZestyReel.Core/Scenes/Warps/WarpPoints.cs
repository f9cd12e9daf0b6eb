using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>A warp's curve as edits of keys see it, so that all that can be done to keys can be done to a warp's points: its values are source frames.</summary>
public static class WarpPoints
{
    /// <summary>What the channel is called.</summary>
    public const string Channel = "warp";

    private const double Far = 1e9;

    /// <summary>What is known of the channel.</summary>
    public static readonly ChannelSpec Spec = new(Channel, "Source", "Time", ChannelUnit.Frames, 0, -Far, Far, []) { Hue = CurveHue.Mint };

    /// <summary>The curve with its values in source frames.</summary>
    public static Channel Of(Warp warp, FrameRate rate) => new(0, warp.Curve.WithKeys(Converted(warp.Curve.Keys, 1 / rate.TicksPerFrame)));

    /// <summary>The warp with a curve whose values are source frames.</summary>
    /// <exception cref="Refusal">It has no points left, or a source time is out of reach.</exception>
    public static Warp With(Warp warp, Channel channel, FrameRate rate)
    {
        if (channel.Curve is not { } curve) throw new Refusal("keys", $"{warp.Name} needs a point at least; delete the warp instead");
        return warp with { Curve = warp.Curve.WithKeys(Warp.InTicks(curve.WithKeys(Converted(curve.Keys, rate.TicksPerFrame))).Keys) };
    }

    /// <summary>The warp with a point at a played time, which changes nothing: also beyond its ends.</summary>
    public static Warp WithPoint(this Warp warp, Tick time)
    {
        var keys = warp.Curve.Keys;
        if (time >= keys[0].Time && time <= keys[^1].Time) return warp with { Curve = Warp.InTicks(warp.Curve.SplitAt(time)) };
        var near = 0;
        // Beyond its ends source time runs on or stands: both are lines.
        var point = new Key(time, warp.SourceOf(time.Value, ref near), Interpolation.Linear, Interpolation.Linear);
        var plain = warp.Curve.Plain().Keys;
        return warp with
        {
            Curve = Warp.InTicks(new Curve(time < keys[0].Time
                ? [point, plain[0] with { In = Interpolation.Linear, InHandle = default }, .. plain.Skip(1)]
                : [.. plain.SkipLast(1), plain[^1] with { Out = Interpolation.Linear, OutHandle = default }, point])),
        };
    }

    private static ImmutableArray<Key> Converted(ImmutableArray<Key> keys, double factor) =>
        [.. keys.Select(key => key.Raised(factor, 0))];
}
