namespace ZestyReel.Core.Curves;

/// <summary>Turns the interpolation modes of two neighbouring keys into the Bézier between them.</summary>
internal static class Handles
{
    /// <summary>The segment from key <paramref name="i"/> to key <paramref name="i"/> + 1.</summary>
    public static Segment Resolve(ReadOnlySpan<Key> keys, int i)
    {
        ref readonly var left = ref keys[i];
        ref readonly var right = ref keys[i + 1];
        var length = (double)(right.Time - left.Time).Value;
        if (left.Out == Interpolation.Hold || right.In == Interpolation.Hold)
            return new(left.Time.Value, length, 1.0 / 3, 2.0 / 3, left.Value, left.Value, left.Value, right.Value, true);

        double t1 = 1.0 / 3, t2 = 2.0 / 3, v1, v2;
        if (left.Out == Interpolation.Free)
        {
            var (time, value) = WithinSegment(left.OutHandle.Ticks, left.OutHandle.Value, length);
            t1 = time;
            v1 = left.Value + value;
        }
        else v1 = left.Value + Slope(keys, i, left.Out, i) * length / 3;

        if (right.In == Interpolation.Free)
        {
            var (time, value) = WithinSegment(-right.InHandle.Ticks, right.InHandle.Value, length);
            t2 = 1 - time;
            v2 = right.Value + value;
        }
        else v2 = right.Value - Slope(keys, i + 1, right.In, i) * length / 3;

        return new(left.Time.Value, length, t1, t2, left.Value, v1, v2, right.Value, false);
    }

    /// <summary>A handle's length as a part of the segment; one that reaches beyond it is shortened along its own direction.</summary>
    private static (double Time, double Value) WithinSegment(double ticks, double value, double length) =>
        ticks <= 0 ? (0, value) : ticks > length ? (1, value * (length / ticks)) : (ticks / length, value);

    /// <summary>Slope at a key in value per tick, seen from the segment that starts at key <paramref name="segment"/>.</summary>
    private static double Slope(ReadOnlySpan<Key> keys, int at, Interpolation mode, int segment)
    {
        switch (mode)
        {
            case Interpolation.Linear:
                return Secant(keys, segment);
            case Interpolation.Smooth:
                return at == 0 || at == keys.Length - 1
                    ? Secant(keys, segment)
                    : (keys[at + 1].Value - keys[at - 1].Value) / (keys[at + 1].Time - keys[at - 1].Time).Value;
            case Interpolation.Clamped:
                if (at == 0 || at == keys.Length - 1) return 0;
                double before = Secant(keys, at - 1), after = Secant(keys, at);
                if (before * after <= 0) return 0;
                var slope = (keys[at + 1].Value - keys[at - 1].Value) / (keys[at + 1].Time - keys[at - 1].Time).Value;
                // Up to three times the smaller secant a cubic Hermite stays monotone (Fritsch and Carlson, 1980).
                var limit = 3 * Math.Min(Math.Abs(before), Math.Abs(after));
                return Math.Clamp(slope, -limit, limit);
            default:
                return 0;
        }
    }

    private static double Secant(ReadOnlySpan<Key> keys, int i) =>
        (keys[i + 1].Value - keys[i].Value) / (keys[i + 1].Time - keys[i].Time).Value;
}
