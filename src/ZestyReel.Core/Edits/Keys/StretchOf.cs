using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>The stretch of curve that selected keys mean: from the first to the last, or the one that follows a single key.</summary>
public static class StretchOf
{
    /// <summary>It as a CSS easing function.</summary>
    /// <exception cref="Refusal">The keys are not those of one channel, or nothing follows them.</exception>
    public static string Css(Scene scene, ImmutableArray<KeySet> keys)
    {
        var (curve, first, last) = Of(scene, keys);
        return CssEasing.Write(curve.Segments[first..last]);
    }

    /// <summary>The fall over it; null where it is no length, has more than two keys, or does not change.</summary>
    /// <exception cref="Refusal">The keys are not those of one channel, or nothing follows them.</exception>
    public static Fall? Fall(Scene scene, ImmutableArray<KeySet> keys)
    {
        var (curve, first, last) = Of(scene, keys);
        var (from, to) = (curve.Keys[first], curve.Keys[last]);
        return last > first + 1 || scene.At(keys[0].Curve, "keys").Spec.Unit != ChannelUnit.Length || from.Value == to.Value
            ? null
            : new Fall(Math.Abs(to.Value - from.Value), (double)(to.Time - from.Time).Value / Tick.PerSecond);
    }

    private static (Curve Curve, int First, int Last) Of(Scene scene, ImmutableArray<KeySet> keys)
    {
        if (keys.IsDefault || keys is not [var set] || set.Times.IsDefaultOrEmpty) throw new Refusal("keys", "select keys of one channel");
        if (scene.At(set.Curve, "keys").Channel.Curve is not { } curve) throw new Refusal("keys", "the channel has no keys");
        var places = curve.PlacesOf(set.Times.ToHashSet());
        if (places.Min < 0) throw new Refusal("keys", "a key is not there any more");
        var end = places.Max == places.Min ? places.Min + 1 : places.Max;
        if (end >= curve.Keys.Length) throw new Refusal("keys", "nothing follows the selected key; select both keys of a stretch, or the first of them");
        return (curve, places.Min, end);
    }
}

/// <summary>A fall from rest, or the throw that is it backwards.</summary>
/// <param name="Height">How far, in scene lengths.</param>
/// <param name="Seconds">In what time.</param>
public sealed record Fall(double Height, double Seconds)
{
    /// <summary>The gravity that it has, in scene lengths per second squared: from rest, height = gravity · seconds² / 2.</summary>
    public double Gravity => 2 * Height / (Seconds * Seconds);
}
