namespace ZestyReel.Core.Curves;

/// <summary>
/// Smooth noise between −1 and 1 that begins and ends at 0, the same for the same seed on every machine.
/// </summary>
/// <remarks>
/// Random values stand on even places, one to a beat, with cubics between them whose slopes never carry them beyond the
/// values at their ends (Fritsch and Butland, 1984: the harmonic mean of the slopes beside a place, 0 where these turn).
/// Roughness r adds finer rows, each twice as dense and r times as strong as the one before; all together are brought
/// back to between −1 and 1.
/// </remarks>
/// <param name="seed">Another gives other noise.</param>
/// <param name="beats">How many stretches lie between its ends.</param>
/// <param name="roughness">0 is one row alone, 1 is as much of each finer row.</param>
public sealed class Noise(ulong seed, int beats, double roughness)
{
    private readonly int _rows = roughness > 0 ? 4 : 1;

    /// <summary>The value at a place: 0 at the start, as many as there are beats at the end.</summary>
    public double At(double place)
    {
        var (sum, strength, all, count) = (0.0, 1.0, 0.0, beats);
        for (var row = 0; row < _rows; row++)
        {
            sum += strength * Row(row, count, place * count / beats);
            all += strength;
            strength *= roughness;
            count *= 2;
        }
        return sum / all;
    }

    private double Row(int row, int count, double place)
    {
        // Not rounded there.
        if (place >= count) return 0;
        var i = Math.Clamp((int)Math.Floor(place), 0, count - 1);
        var t = place - i;
        return Between(Value(row, count, i - 1), Value(row, count, i), Value(row, count, i + 1), Value(row, count, i + 2), t);
    }

    /// <summary>The value between two places, of which there is one more on either side; <paramref name="t"/> is 0 at the one and 1 at the other.</summary>
    internal static double Between(double before, double from, double to, double after, double t)
    {
        var (start, end) = (Slope(from - before, to - from), Slope(to - from, after - to));
        // Hermite's cubic.
        return from + t * (start + t * (3 * (to - from) - 2 * start - end + t * (start + end - 2 * (to - from))));
    }

    private static double Slope(double a, double b) => a * b <= 0 ? 0 : 2 * a * b / (a + b);

    private double Value(int row, int count, int i) =>
        i <= 0 || i >= count ? 0 : (Mixed(seed + Mixed(((ulong)row << 40) + (ulong)i)) >> 11) * (2.0 / (1UL << 53)) - 1;

    /// <summary>SplitMix64 (Steele, Lea and Flood, 2014): every bit of what goes in weighs in every bit that comes out.</summary>
    public static ulong Mixed(ulong z)
    {
        z += 0x9E3779B97F4A7C15;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}
