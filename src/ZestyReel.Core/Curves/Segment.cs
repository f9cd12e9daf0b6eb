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
        var w = 1 - u;
        return w * w * w * V0 + 3 * w * w * u * V1 + 3 * w * u * u * V2 + u * u * u * V3;
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
