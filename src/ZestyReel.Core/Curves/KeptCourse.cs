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
        var old = before.Keys;
        var at = 0;
        for (var i = 0; i + 1 < keys.Length; i++)
        {
            while (at < old.Length && old[at].Time < after[i].Time) at++;
            if (at + 1 >= old.Length) break;
            if (!IsSame(old[at], after[i]) || !IsSame(old[at + 1], after[i + 1])) continue;
            if (old[at].Out != after[i].Out || old[at + 1].In != after[i + 1].In) continue;
            var segment = before.Segments[at];
            if (segment.Held || Handles.Resolve(after.AsSpan(), i) == segment) continue;
            if (keys[i].Out.LeansOnNeighbours()) keys[i] = keys[i] with { Out = Interpolation.Free, OutHandle = segment.OutHandle };
            if (keys[i + 1].In.LeansOnNeighbours()) keys[i + 1] = keys[i + 1] with { In = Interpolation.Free, InHandle = segment.InHandle };
        }
        return ImmutableCollectionsMarshal.AsImmutableArray(keys);
    }

    public static bool LeansOnNeighbours(this Interpolation mode) => mode is Interpolation.Smooth or Interpolation.Clamped;

    private static bool IsSame(Key a, Key b) => a.Time == b.Time && a.Value == b.Value;
}
