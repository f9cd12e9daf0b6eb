namespace ZestyReel.Core.Curves;

/// <summary>How far two channels are from each other, and when most.</summary>
/// <param name="Value">The difference in value; 0 where none can be told from rounding.</param>
/// <param name="Ticks">When, in ticks; may lie between ticks.</param>
public readonly record struct LargestDifference(double Value, double Ticks)
{
    private const int PlacesPerStretch = 8, Refinements = 40;

    /// <summary>The part of a value, or of 1, below which a difference is rounding.</summary>
    private const double Rounding = 1e-9;

    private static readonly double Golden = (Math.Sqrt(5) - 1) / 2;

    /// <summary>
    /// The largest difference from the first key of either to the last. Between two neighbouring keys both are smooth:
    /// the largest of some places is closed in on by golden-section search (Kiefer, 1953).
    /// </summary>
    /// <param name="before">The curve before; null where the value is still.</param>
    /// <param name="stillBefore">The value then.</param>
    /// <param name="after">The curve after; null where the value is still.</param>
    /// <param name="stillAfter">The value then.</param>
    public static LargestDifference Between(Curve? before, double stillBefore, Curve? after, double stillAfter)
    {
        var off = new Distance(before, stillBefore, after, stillAfter);
        var largest = new LargestDifference(0, 0);
        var times = Times(before, after);
        void Look(double time)
        {
            var value = off.At(time);
            // A key is told of rather than a place beside it that is as far off but for rounding.
            if (value > largest.Value + Rounding * Math.Max(1, largest.Value)) largest = new(value, time);
        }
        for (var i = 0; i < times.Count; i++)
        {
            Look(times[i]);
            if (i + 1 == times.Count || off.IsSameFrom(times[i], times[i + 1])) continue;
            var (start, length) = (times[i], times[i + 1] - times[i]);
            var (best, at) = (-1d, 0);
            for (var k = 1; k < PlacesPerStretch; k++)
                if (off.At(start + length * k / PlacesPerStretch) is var value && value > best) (best, at) = (value, k);
            Look(times[i + 1]);
            // A value that is held jumps at the key: what it was until then counts as well.
            Look(Math.BitDecrement(times[i + 1]));
            if (best > largest.Value * 0.9) Look(Peak(off, start + length * (at - 1) / PlacesPerStretch, start + length * (at + 1) / PlacesPerStretch));
        }
        return largest;
    }

    /// <summary>How far two values are from each other; 0 where that cannot be told from rounding.</summary>
    public static double Off(double before, double after)
    {
        var off = Math.Abs(before - after);
        return off <= Rounding * Math.Max(1, Math.Abs(before)) ? 0 : off;
    }

    private static double Peak(Distance off, double from, double to)
    {
        double a = to - Golden * (to - from), b = from + Golden * (to - from);
        double offA = off.At(a), offB = off.At(b);
        for (var i = 0; i < Refinements; i++)
            if (offA > offB)
            {
                (to, b, offB) = (b, a, offA);
                a = to - Golden * (to - from);
                offA = off.At(a);
            }
            else
            {
                (from, a, offA) = (a, b, offB);
                b = from + Golden * (to - from);
                offB = off.At(b);
            }
        return offA > offB ? a : b;
    }

    /// <summary>The times of all keys, rising.</summary>
    private static List<double> Times(Curve? one, Curve? other)
    {
        ReadOnlySpan<Key> a = one is null ? [] : one.Keys.AsSpan(), b = other is null ? [] : other.Keys.AsSpan();
        var times = new List<double>(a.Length + b.Length);
        for (int i = 0, j = 0; i < a.Length || j < b.Length;)
        {
            var next = j == b.Length || (i < a.Length && a[i].Time <= b[j].Time) ? a[i].Time : b[j].Time;
            if (i < a.Length && a[i].Time == next) i++;
            if (j < b.Length && b[j].Time == next) j++;
            times.Add(next.Value);
        }
        return times;
    }

    private sealed class Distance(Curve? before, double stillBefore, Curve? after, double stillAfter)
    {
        private int _near, _nearAfter;

        public double At(double ticks)
        {
            var value = before?.ValueAt(ticks, ref _near) ?? stillBefore;
            return Off(value, after?.ValueAt(ticks, ref _nearAfter) ?? stillAfter);
        }

        /// <summary>Whether both have the very same stretch from one key to the next.</summary>
        public bool IsSameFrom(double start, double end) =>
            Stretch(before, start, end, ref _near) is { } one && Stretch(after, start, end, ref _nearAfter) is { } other && one == other;

        private static Segment? Stretch(Curve? curve, double start, double end, ref int near)
        {
            if (curve is null || start < curve.Keys[0].Time.Value || end > curve.Keys[^1].Time.Value) return null;
            curve.ValueAt(start, ref near);
            var segments = curve.Segments;
            return near < segments.Length && segments[near].Start == start && segments[near].End == end ? segments[near] : null;
        }
    }
}
