using ZestyReel.Core.Curves;

namespace ZestyReel.Core.Evaluation;

/// <summary>Smooth noise without end, between −1 and 1, near 0 in the mean: <see cref="Noise"/>'s rows on places that go on for ever.</summary>
internal static class SwayNoise
{
    private const int Rows = 4;

    /// <summary>The seed of a channel: the same on every machine, and whatever number its object has.</summary>
    public static ulong SeedOf(int seed, string channel)
    {
        var mixed = Noise.Mixed((ulong)(long)seed);
        foreach (var letter in channel) mixed = Noise.Mixed(mixed ^ letter);
        return mixed;
    }

    /// <summary>The value after so many beats.</summary>
    /// <param name="seed">See <see cref="SeedOf"/>.</param>
    /// <param name="beats">How many beats have gone by since the first place.</param>
    /// <param name="roughness">0 is one row alone, 1 is as much of each finer row.</param>
    public static double At(ulong seed, double beats, double roughness)
    {
        var (sum, strength, all) = (0.0, 1.0, 0.0);
        for (var row = 0; row < Rows && strength > 0; row++)
        {
            sum += strength * Row(Noise.Mixed(seed + (ulong)row), beats);
            all += strength;
            strength *= roughness;
            beats *= 2;
        }
        return sum / all;
    }

    private static double Row(ulong seed, double beats)
    {
        var floor = Math.Floor(beats);
        var i = (long)floor;
        double Value(long place) => (Noise.Mixed(seed + Noise.Mixed((ulong)place)) >> 11) * (2.0 / (1UL << 53)) - 1;
        return Noise.Between(Value(i - 1), Value(i), Value(i + 1), Value(i + 2), beats - floor);
    }
}
