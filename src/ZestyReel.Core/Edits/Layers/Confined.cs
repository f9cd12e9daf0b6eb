using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Changes of a layer's curve that fade out on both sides, so that the curve is as it was beyond.</summary>
internal static class Confined
{
    /// <summary>The curve with a key, and unchanged from one time back and from another on.</summary>
    /// <param name="known">The layer's curve; null where it has none, which adds nothing.</param>
    /// <param name="key">The key.</param>
    /// <param name="from">Up to when it stays as it was, unless there is a key nearer to the new one; then up to that key.</param>
    /// <param name="to">From when on it stays as it was, in the same way.</param>
    public static Curve WithKey(Curve? known, Key key, Tick from, Tick to)
    {
        if (known is null) return new([new(from, 0, Interpolation.Flat, Interpolation.Flat), key, new(to, 0, Interpolation.Flat, Interpolation.Flat)]);
        var (first, last) = (from, to);
        foreach (var each in known.Keys)
        {
            if (each.Time < key.Time && each.Time > first) first = each.Time;
            if (each.Time > key.Time && each.Time < last) last = each.Time;
        }
        var split = known.SplitAt(first).SplitAt(last);
        // What leans on a neighbour would lean on the new key, also beyond the two ends.
        var keys = split.Plain().Keys.ToBuilder();
        for (var i = 0; i < keys.Count; i++)
        {
            if (keys[i].Time == first) keys[i] = keys[i] with { Out = Interpolation.Flat, OutHandle = default };
            if (keys[i].Time == last) keys[i] = keys[i] with { In = Interpolation.Flat, InHandle = default };
        }
        return split.WithKeys(keys.ToImmutable()).WithKey(key);
    }
}
