namespace ZestyReel.Core.Evaluation;

/// <summary>
/// A damped oscillator that is drawn to a target: y″ + 2ζω·y′ + ω²·(y − x) = 0. A step is exact for a target that moves in a
/// straight line: relative to y = x − 2ζ·x′/ω the motion is that of the free oscillator, for which the closed form is taken.
/// </summary>
/// <remarks>The closed forms: any text on mechanics, such as French, Vibrations and Waves (1971), chapter 3.</remarks>
internal static class Spring
{
    /// <summary>Where it is after a step, and how fast it moves.</summary>
    /// <param name="y">Where it is.</param>
    /// <param name="v">How fast it moves, per second.</param>
    /// <param name="from">The target at the start of the step.</param>
    /// <param name="to">The target at its end.</param>
    /// <param name="seconds">How long the step is, above 0.</param>
    /// <param name="frequency">Of the undamped oscillator, in hertz.</param>
    /// <param name="damping">The damping ratio ζ, 0 or more.</param>
    public static (double Y, double V) Step(double y, double v, double from, double to, double seconds, double frequency, double damping)
    {
        var omega = 2 * Math.PI * frequency;
        var slope = (to - from) / seconds;
        var behind = 2 * damping * slope / omega;
        var (e, u) = (y - from + behind, v - slope);
        var decay = damping * omega;
        // The even and the odd part: cos and sin/ω', cosh and sinh/ω', or 1 and t where they meet.
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
        var shrunk = Math.Exp(-decay * seconds);
        var next = shrunk * (e * even + (u + decay * e) * odd);
        var speed = shrunk * (u * even - (decay * u + omega * omega * e) * odd);
        return (next + to - behind, speed + slope);
    }
}
