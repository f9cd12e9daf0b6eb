using System.Globalization;
using SharpGLTF.Schema2;
using ZestyReel.Core;

namespace ZestyReel.Formats.Gltf;

/// <summary>What an animation says of one thing: numbers at some seconds, and how it gets from one to the next.</summary>
/// <param name="Mode">Straight, stepped, or by cubic curves.</param>
/// <param name="Seconds">The times, rising.</param>
/// <param name="Values">At each time, a row of numbers.</param>
/// <param name="Before">By cubic curves, the slope before each time, a second; else empty.</param>
/// <param name="After">The same after it.</param>
internal sealed record GltfTrack(AnimationInterpolationMode Mode, float[] Seconds, double[][] Values, double[][] Before, double[][] After)
{
    private const int MostKeys = 1_000_000;

    /// <summary>Reads what a channel says.</summary>
    /// <param name="sampler">Its times and values.</param>
    /// <param name="parts">The numbers of a value.</param>
    /// <exception cref="Refusal">There is nothing, or a number or time that cannot be.</exception>
    public static GltfTrack Read<T>(IAnimationSampler<T>? sampler, Func<T, float[]> parts)
    {
        if (sampler is null) throw new Refusal("file", "an animation moves something by what it cannot be moved by");
        double[] Numbers(T value) => Array.ConvertAll(parts(value), Plain);
        if (sampler.InterpolationMode != AnimationInterpolationMode.CUBICSPLINE)
        {
            var keys = sampler.GetLinearKeys().Take(MostKeys + 1).ToList();
            return new(sampler.InterpolationMode, Rising(keys.Select(key => key.Item1)), [.. keys.Select(key => Numbers(key.Item2))], [], []);
        }
        var bent = sampler.GetCubicKeys().Take(MostKeys + 1).ToList();
        return new(sampler.InterpolationMode, Rising(bent.Select(key => key.Item1)), [.. bent.Select(key => Numbers(key.Item2.Item2))], [.. bent.Select(key => Numbers(key.Item2.Item1))], [.. bent.Select(key => Numbers(key.Item2.Item3))]);
    }

    /// <summary>The value of one of its numbers at any second (glTF 2.0, appendix C).</summary>
    public double[] At(double second)
    {
        var last = Seconds.Length - 1;
        if (second <= Seconds[0]) return Values[0];
        if (second >= Seconds[last]) return Values[last];
        var i = Array.FindLastIndex(Seconds, time => time <= second);
        if (Mode == AnimationInterpolationMode.STEP) return Values[i];
        double length = (double)Seconds[i + 1] - Seconds[i], t = (second - Seconds[i]) / length, rest = 1 - t;
        return [.. Values[i].Select((from, c) => Mode == AnimationInterpolationMode.LINEAR
            ? from * rest + Values[i + 1][c] * t
            : from * (1 + 2 * t) * rest * rest + After[i][c] * length * t * rest * rest + Values[i + 1][c] * t * t * (3 - 2 * t) - Before[i + 1][c] * length * t * t * rest)];
    }

    /// <summary>Each number made another one, slopes with them, which must be as many times as steep.</summary>
    public GltfTrack Times(double factor) => this with { Values = Scaled(Values, factor), Before = Scaled(Before, factor), After = Scaled(After, factor) };

    /// <summary>A float as the decimal number that is meant by it: 0.3 and not 0.30000001192092896.</summary>
    /// <exception cref="Refusal">It is no number.</exception>
    public static double Plain(float value) => float.IsFinite(value)
        ? double.Parse(value.ToString(CultureInfo.InvariantCulture), CultureInfo.InvariantCulture) + 0.0
        : throw new Refusal("file", "there is a value in it that is no number");

    private static float[] Rising(IEnumerable<float> times)
    {
        float[] seconds = [.. times];
        if (seconds.Length > MostKeys) throw new Refusal("file", $"an animation has more than {MostKeys:N0} keys");
        if (seconds.Length == 0) throw new Refusal("file", "an animation has no values");
        for (var i = 0; i < seconds.Length; i++)
            if (!float.IsFinite(seconds[i]) || i > 0 && seconds[i] <= seconds[i - 1]) throw new Refusal("file", "the times of an animation do not come one after the other");
        return seconds;
    }

    private static double[][] Scaled(double[][] rows, double factor) => factor == 1 ? rows : Array.ConvertAll(rows, row => Array.ConvertAll(row, value => value * factor));
}
