using System.Collections.Immutable;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>The stretch of curve that selected keys mean: from the first to the last, or the one that follows a single key.</summary>
public static class StretchOf
{
    /// <summary>It as a CSS easing function.</summary>
    /// <exception cref="Refusal">The keys are not those of one channel, or nothing follows them.</exception>
    public static string Css(Scene scene, ImmutableArray<KeySet> keys)
    {
        if (keys.IsDefault || keys is not [var set] || set.Times.IsDefaultOrEmpty) throw new Refusal("keys", "select keys of one channel");
        if (scene.At(set.Curve, "keys").Channel.Curve is not { } curve) throw new Refusal("keys", "the channel has no keys");
        var places = curve.PlacesOf(set.Times.ToHashSet());
        if (places.Min < 0) throw new Refusal("keys", "a key is not there any more");
        var end = places.Max == places.Min ? places.Min + 1 : places.Max;
        if (end >= curve.Keys.Length) throw new Refusal("keys", "nothing follows the selected key; select both keys of a stretch, or the first of them");
        return CssEasing.Write(curve.Segments[places.Min..end]);
    }
}
