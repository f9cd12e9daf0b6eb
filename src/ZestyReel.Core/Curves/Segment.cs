using System.Numerics;

namespace ZestyReel.Core.Curves;

/// <summary>
/// The stretch between two keys, resolved: a cubic Bézier in (time, value) with time running from 0 to 1,
/// or a held value.
/// </summary>
/// <param name="Start">Time of the left key, in ticks.</param>
/// <param name="Length">Ticks to the right key; above 0.</param>
/// <param name="T1">Time of the left handle's end, 0 to 1.</param>
/// <param name="T2">Time of the right handle's end, 0 to 1.</param>
/// <param name="V0">Value of the left key.</param>
/// <param name="V1">Value of the left handle's end.</param>
/// <param name="V2">Value of the right handle's end.</param>
/// <param name="V3">Value of the right key.</param>
/// <param name="Held">The left value stands throughout.</param>
public readonly record struct Segment(
    double Start, double Length, double T1, double T2, double V0, double V1, double V2, double V3, bool Held)
{
    private const double Third = 1.0 / 3, TwoThirds = 2.0 / 3;

    /// <summary>The value at a time inside the segment, right key excluded.</summary>
    public double ValueAt(double ticks)
    {
        // A flat stretch stands exactly still; the sum below would waver in its last digit.
        if (Held || (V1 == V0 && V2 == V0 && V3 == V0)) return V0;
        var s = (ticks - Start) / Length;
        // With both handles at a third, time is the Bézier's own parameter.
        var u = T1 == Third && T2 == TwoThirds ? s : ParameterAt(s);
        return ValueAtParameter(u);
    }

    /// <summary>Time of the right key, in ticks.</summary>
    public double End => Start + Length;

    /// <summary>The values at times inside the segment, right key excluded; each the same as <see cref="ValueAt"/> gives.</summary>
    public void ValuesAt(ReadOnlySpan<double> times, Span<double> values)
    {
        if (Held || (V1 == V0 && V2 == V0 && V3 == V0))
        {
            values.Fill(V0);
            return;
        }
        var i = 0;
        if (T1 == Third && T2 == TwoThirds)
        {
            // The same sums as in ValueAtParameter, several times at once.
            var (one, three) = (Vector<double>.One, new Vector<double>(3));
            var (v0, v1, v2, v3) = (new Vector<double>(V0), new Vector<double>(V1), new Vector<double>(V2), new Vector<double>(V3));
            var (start, length) = (new Vector<double>(Start), new Vector<double>(Length));
            for (; i + Vector<double>.Count <= times.Length; i += Vector<double>.Count)
            {
                var u = (new Vector<double>(times[i..]) - start) / length;
                var w = one - u;
                (w * w * w * v0 + three * w * w * u * v1 + three * w * u * u * v2 + u * u * u * v3).CopyTo(values[i..]);
            }
        }
        for (; i < times.Length; i++) values[i] = ValueAt(times[i]);
        if (times[0] == Start) values[0] = V0;
    }

    /// <summary>The slope at a time from the left key to the right one, both included, in value per tick; 0 if held.</summary>
    public double SlopeAt(double ticks)
    {
        if (Held) return 0;
        var u = ParameterAt(Math.Clamp((ticks - Start) / Length, 0, 1));
        var w = 1 - u;
        var rise = w * w * (V1 - V0) + 2 * w * u * (V2 - V1) + u * u * (V3 - V2);
        var run = w * w * T1 + 2 * w * u * (T2 - T1) + u * u * (1 - T2);
        return run < 1e-12 ? 0 : rise / run / Length;
    }

    /// <summary>The area under it from its start to a time inside it, in value · ticks.</summary>
    /// <remarks>
    /// Over the Bézier's parameter, value · dt is a polynomial of the fifth degree, and Gauss's rule of three places
    /// sums such a one exactly (Abramowitz and Stegun, Handbook of Mathematical Functions, table 25.4).
    /// </remarks>
    public double AreaUpTo(double ticks)
    {
        if (Held) return V0 * (ticks - Start);
        var u = ParameterAt(Math.Clamp((ticks - Start) / Length, 0, 1));
        var off = Math.Sqrt(0.6) * u / 2;
        return (8 * Weighed(u / 2) + 5 * (Weighed(u / 2 - off) + Weighed(u / 2 + off))) / 18 * u * Length;
    }

    /// <summary>The value times how fast time runs, at a place on the Bézier.</summary>
    private double Weighed(double u)
    {
        var w = 1 - u;
        return ValueAtParameter(u) * 3 * (w * w * T1 + 2 * w * u * (T2 - T1) + u * u * (1 - T2));
    }

    /// <summary>Whether a value may be met between the keys: it lies among the four of the Bézier, which the curve never leaves. False where it is held.</summary>
    public bool MayMeet(double value) =>
        !Held && value >= Math.Min(Math.Min(V0, V1), Math.Min(V2, V3)) && value <= Math.Max(Math.Max(V0, V1), Math.Max(V2, V3));

    /// <summary>The times in ticks, within the segment and its ends, at which it has a value; none while it is held or stands.</summary>
    public List<double> TimesOf(double value)
    {
        var times = new List<double>();
        if (Held || (V1 == V0 && V2 == V0 && V3 == V0)) return times;
        // Between its turning points the cubic only rises or only falls.
        double[] turns = [0, .. Turns(), 1];
        for (var i = 0; i + 1 < turns.Length; i++)
        {
            double low = turns[i], high = turns[i + 1], a = ValueAtParameter(low) - value, b = ValueAtParameter(high) - value;
            if (a == 0) times.Add(TimeAtParameter(low));
            if (a * b >= 0) continue;
            for (var step = 0; step < 100 && high - low > 1e-17; step++)
            {
                var middle = (low + high) / 2;
                if ((ValueAtParameter(middle) - value) * a > 0) low = middle;
                else high = middle;
            }
            times.Add(TimeAtParameter((low + high) / 2));
        }
        if (V3 == value) times.Add(Start + Length);
        return times;
    }

    /// <summary>The values at which it turns between its keys; none where it only rises or falls, or is held.</summary>
    public IEnumerable<double> TurningValues() => Held ? [] : Turns().Select(ValueAtParameter);

    /// <summary>Places on the Bézier, between 0 and 1 and rising, at which its value turns.</summary>
    private IEnumerable<double> Turns()
    {
        double a = V3 - 3 * V2 + 3 * V1 - V0, b = 2 * (V2 - 2 * V1 + V0), c = V1 - V0;
        if (Math.Abs(a) < 1e-300) return b == 0 ? [] : new[] { -c / b }.Where(u => u is > 0 and < 1);
        var under = b * b - 4 * a * c;
        if (under < 0) return [];
        var root = Math.Sqrt(under);
        return new[] { (-b - root) / (2 * a), (-b + root) / (2 * a) }.Where(u => u is > 0 and < 1).Order();
    }

    /// <summary>The value at a place on the Bézier, 0 to 1.</summary>
    public double ValueAtParameter(double u)
    {
        var w = 1 - u;
        return w * w * w * V0 + 3 * w * w * u * V1 + 3 * w * u * u * V2 + u * u * u * V3;
    }

    /// <summary>The time in ticks at a place on the Bézier, 0 to 1.</summary>
    public double TimeAtParameter(double u)
    {
        var w = 1 - u;
        return Start + Length * u * (3 * w * w * T1 + 3 * w * u * T2 + u * u);
    }

    /// <summary>The left key's handle as it is drawn, an offset from that key.</summary>
    public Handle OutHandle => Held ? default : new(T1 * Length, V1 - V0);

    /// <summary>The right key's handle as it is drawn, an offset from that key.</summary>
    public Handle InHandle => Held ? default : new((T2 - 1) * Length, V2 - V3);

    /// <summary>
    /// The two parts before and after a time inside the segment, which together are the very same curve
    /// (de Casteljau's construction, in time and in value).
    /// </summary>
    public (Segment Before, Segment After) SplitAt(double ticks)
    {
        var s = (ticks - Start) / Length;
        var (before, after) = (ticks - Start, Length - (ticks - Start));
        if (Held)
            return (new(Start, before, Third, TwoThirds, V0, V0, V0, V0, true), new(ticks, after, Third, TwoThirds, V0, V0, V0, V3, true));
        var u = ParameterAt(s);
        double Mixed(double a, double b) => a + (b - a) * u;
        double t01 = Mixed(0, T1), t12 = Mixed(T1, T2), t23 = Mixed(T2, 1), t012 = Mixed(t01, t12), t123 = Mixed(t12, t23);
        double v01 = Mixed(V0, V1), v12 = Mixed(V1, V2), v23 = Mixed(V2, V3), v012 = Mixed(v01, v12), v123 = Mixed(v12, v23);
        var middle = Mixed(v012, v123);
        return (
            new(Start, before, t01 / s, t012 / s, V0, v01, v012, middle, false),
            new(ticks, after, (t123 - s) / (1 - s), (t23 - s) / (1 - s), middle, v123, v23, V3, false));
    }

    /// <summary>Slope at the left key in value per tick; 0 if held or if the handle has no time length.</summary>
    public double SlopeAtStart => Held || T1 == 0 ? 0 : (V1 - V0) / (T1 * Length);

    /// <summary>Slope at the right key in value per tick; 0 if held or if the handle has no time length.</summary>
    public double SlopeAtEnd => Held || T2 == 1 ? 0 : (V3 - V2) / ((1 - T2) * Length);

    /// <summary>
    /// Solves x(u) = s for the monotone cubic x with x(0) = 0, x(1) = 1 and inner points T1, T2:
    /// Newton's steps, kept inside a bracket that bisection narrows whenever Newton would leave it.
    /// </summary>
    private double ParameterAt(double s)
    {
        // x(u) = ((a·u + b)·u + c)·u
        var c = 3 * T1;
        var b = 3 * (T2 - T1) - c;
        var a = 1 - c - b;
        double low = 0, high = 1, u = s;
        for (var i = 0; i < 64; i++)
        {
            var error = ((a * u + b) * u + c) * u - s;
            if (Math.Abs(error) < 1e-15) break;
            if (error > 0) high = u;
            else low = u;
            var slope = (3 * a * u + 2 * b) * u + c;
            var next = u - error / slope;
            if (!(next > low && next < high)) next = (low + high) / 2;
            if (next == u) break;
            u = next;
        }
        return u;
    }
}
