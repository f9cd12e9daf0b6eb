namespace ZestyReel.Core.Evaluation;

/// <summary>
/// A damped oscillator that is drawn to a target: y″ + 2ζω·y′ + ω²·(y − x) = 0. A step is exact for a target that moves in a
/// straight line: relative to y = x − 2ζ·x′/ω the motion is that of the free oscillator, for which the closed form is taken.
/// </summary>
/// <remarks>The closed forms: any text on mechanics, such as French, Vibrations and Waves (1971), chapter 3.</remarks>
/// <param name="Seconds">How long a step is, above 0.</param>
/// <param name="Frequency">Of the undamped oscillator, in hertz.</param>
/// <param name="Damping">The damping ratio ζ, 0 or more.</param>
internal readonly record struct Spring(double Seconds, double Frequency, double Damping)
{
    private readonly double _omega = 2 * Math.PI * Frequency;
    private readonly (double Even, double Odd) _parts = PartsOf(Seconds, 2 * Math.PI * Frequency, Damping);

    /// <summary>Where it is after a step, and how fast it moves.</summary>
    /// <param name="y">Where it is.</param>
    /// <param name="v">How fast it moves, per second.</param>
    /// <param name="from">The target at the start of the step.</param>
    /// <param name="to">The target at its end.</param>
    public (double Y, double V) Step(double y, double v, double from, double to)
    {
        var slope = (to - from) / Seconds;
        var behind = 2 * Damping * slope / _omega;
        var (e, u, decay) = (y - from + behind, v - slope, Damping * _omega);
        return (
            e * _parts.Even + (u + decay * e) * _parts.Odd + to - behind,
            u * _parts.Even - (decay * u + _omega * _omega * e) * _parts.Odd + slope);
    }

    /// <summary>The even and the odd part of the free motion over a step: cos and sin/ω', cosh and sinh/ω', or 1 and t where they meet; both shrunk by the damping.</summary>
    private static (double Even, double Odd) PartsOf(double seconds, double omega, double damping)
    {
        var square = omega * omega * (1 - damping * damping);
        var at = Math.Abs(square) * seconds * seconds;
        double even, odd;
        if (at < 1e-8)
        {
            var sign = Math.Sign(square);
            (even, odd) = (1 - sign * at / 2, seconds * (1 - sign * at / 6));
        }
        else
        {
            var (root, angle) = (Math.Sqrt(Math.Abs(square)), Math.Sqrt(at));
            (even, odd) = square > 0 ? (Math.Cos(angle), Math.Sin(angle) / root) : (Math.Cosh(angle), Math.Sinh(angle) / root);
        }
        var shrunk = Math.Exp(-damping * omega * seconds);
        return (even * shrunk, odd * shrunk);
    }
}
