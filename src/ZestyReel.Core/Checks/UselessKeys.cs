using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>Keys of a curve that could all be deleted, and nothing would change.</summary>
public static class UselessKeys
{
    // Of how far the curve goes.
    private const double Tolerance = 1e-6;

    // Whoever leans on a neighbour leans on the next but one at the furthest.
    private const int Reach = 3;

    /// <summary>When they stand, rising; never the last that is left, nor one at an end of a cycle.</summary>
    public static ImmutableArray<Tick> Of(Curve curve)
    {
        var keys = curve.Keys;
        if (keys.Length < 2) return [];
        if (AreAllAlike(curve)) return curve.Before == Extrapolation.Hold && curve.After == Extrapolation.Hold ? [.. keys.Skip(1).Select(key => key.Time)] : [];
        var tolerance = Tolerance * Spread(curve);
        var left = new List<Key>(Reach * 2);
        var gone = ImmutableArray.CreateBuilder<Tick>();
        for (var i = 0; i < keys.Length; i++)
        {
            if (i > 0 && i + 1 < keys.Length && left.Count > 0 && MayGo(curve, i, tolerance) && Goes(keys, left, i, tolerance)) gone.Add(keys[i].Time);
            else left.Add(keys[i]);
        }
        if (gone.Count == 0) return [];
        // Each by itself is no more than the tolerance off; all together must be as well.
        var times = gone.ToHashSet();
        var without = curve.WithKeys([.. keys.Where(key => !times.Contains(key.Time))]);
        return LargestDifference.Between(curve, 0, without, 0).Value <= 4 * tolerance ? gone.ToImmutable() : [];
    }

    private static bool AreAllAlike(Curve curve)
    {
        var value = curve.Keys[0].Value;
        foreach (ref readonly var segment in curve.Segments)
            if (segment.V3 != value || !segment.Held && (segment.V1 != value || segment.V2 != value)) return false;
        return true;
    }

    private static double Spread(Curve curve)
    {
        double least = double.PositiveInfinity, most = double.NegativeInfinity;
        foreach (var key in curve.Keys) (least, most) = (Math.Min(least, key.Value), Math.Max(most, key.Value));
        return most > least ? most - least : Math.Max(1e-9, Math.Abs(most));
    }

    /// <summary>A corner, or a key that the value turns at, is needed; told at once, as most keys are.</summary>
    private static bool MayGo(Curve curve, int i, double tolerance)
    {
        var (before, after) = (curve.Segments[i - 1], curve.Segments[i]);
        if (before.Held || after.Held) return before.Held && after.Held && Math.Abs(before.V0 - after.V0) <= tolerance;
        var length = before.Length + after.Length;
        if (Math.Abs(before.SlopeAtEnd - after.SlopeAtStart) * length > tolerance * 100) return false;
        if (curve.Keys[i - 1].Out == Interpolation.Free || curve.Keys[i + 1].In == Interpolation.Free) return true;
        // With handles of a third, what is left is the cubic that has the slopes at both ends.
        var u = before.Length / length;
        var w = 1 - u;
        var (v1, v2) = (before.V0 + before.SlopeAtStart * length / 3, after.V3 - after.SlopeAtEnd * length / 3);
        return Math.Abs(w * w * w * before.V0 + 3 * w * w * u * v1 + 3 * w * u * u * v2 + u * u * u * after.V3 - before.V3) <= tolerance * 100;
    }

    /// <summary>Whether the curve stays as it is without a key, those before it that go being gone.</summary>
    private static bool Goes(ImmutableArray<Key> keys, List<Key> left, int i, double tolerance)
    {
        ImmutableArray<Key> near = [.. left[^Math.Min(Reach, left.Count)..], .. keys.AsSpan(i, Math.Min(Reach + 1, keys.Length - i))];
        var place = Math.Min(Reach, left.Count);
        return LargestDifference.Between(new Curve(near), 0, new Curve(near.RemoveAt(place)), 0).Value <= tolerance;
    }
}
