using System.Collections.Immutable;
using System.Runtime.InteropServices;

namespace ZestyReel.Core.Curves;

/// <summary>
/// Keeps the stretches that an edit did not mean. A smooth or clamped side leans on the key beyond its neighbour, so a
/// key that comes or goes there would bend it; such a side is given the handle that it had.
/// </summary>
internal static class KeptCourse
{
    /// <param name="before">The curve before.</param>
    /// <param name="after">Its keys after, in rising time.</param>
    public static ImmutableArray<Key> Of(Curve before, ImmutableArray<Key> after)
    {
        Key[] keys = [.. after];
        ReadOnlySpan<Key> old = before.Keys.AsSpan(), now = after.AsSpan();
        var segments = before.Segments;
        var at = 0;
        for (var i = 0; i + 1 < keys.Length; i++)
        {
            while (at < old.Length && old[at].Time < now[i].Time) at++;
            if (at + 1 >= old.Length) break;
            if (!now[i].Out.LeansOnNeighbours() && !now[i + 1].In.LeansOnNeighbours()) continue;
            if (!IsSame(old[at], now[i]) || !IsSame(old[at + 1], now[i + 1])) continue;
            if (old[at].Out != now[i].Out || old[at + 1].In != now[i + 1].In) continue;
            ref readonly var segment = ref segments[at];
            if (segment.Held || Handles.Resolve(now, i) == segment) continue;
            if (keys[i].Out.LeansOnNeighbours()) keys[i] = keys[i] with { Out = Interpolation.Free, OutHandle = segment.OutHandle };
            if (keys[i + 1].In.LeansOnNeighbours()) keys[i + 1] = keys[i + 1] with { In = Interpolation.Free, InHandle = segment.InHandle };
        }
        return ImmutableCollectionsMarshal.AsImmutableArray(keys);
    }

    public static bool LeansOnNeighbours(this Interpolation mode) => mode is Interpolation.Smooth or Interpolation.Clamped;

    private static bool IsSame(in Key a, in Key b) => a.Time == b.Time && a.Value == b.Value;
}
