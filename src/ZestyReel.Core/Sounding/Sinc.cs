namespace ZestyReel.Core.Sounding;

/// <summary>
/// What lies between samples: a sine over its angle, under a Kaiser window, as in J. O. Smith, <i>Digital Audio Resampling</i>.
/// On a sample, unless it is played faster than it was taken, it is that sample and nothing else.
/// </summary>
internal sealed class Sinc
{
    // Crossings of zero on each side, places kept between two of them, and the window's shape: about 90 dB down.
    private const int Crossings = 24, Fine = 512;
    private const double Beta = 9;

    private static readonly float[] Kept = Table();

    private readonly double _share;

    /// <param name="faster">How many samples are played in the time of one that is made.</param>
    public Sinc(double faster)
    {
        _share = Math.Min(1, 1 / Math.Max(faster, 1e-9));
        Reach = (int)Math.Ceiling(Crossings / _share);
    }

    /// <summary>So many samples on each side count.</summary>
    public int Reach { get; }

    /// <summary>The value at a place.</summary>
    /// <param name="samples">The samples about it.</param>
    /// <param name="place">The place among them; at least <see cref="Reach"/> from both ends.</param>
    public float At(ReadOnlySpan<float> samples, double place)
    {
        var before = (int)Math.Floor(place);
        if (_share == 1 && place == before) return samples[before];
        double sum = 0;
        for (var i = before - Reach + 1; i <= before + Reach; i++) sum += samples[i] * Weight(Math.Abs(place - i) * _share);
        return (float)(sum * _share);
    }

    private static double Weight(double away)
    {
        var at = away * Fine;
        var i = (int)at;
        return i >= Kept.Length - 1 ? 0 : Kept[i] + (at - i) * (Kept[i + 1] - Kept[i]);
    }

    private static float[] Table()
    {
        var table = new float[Crossings * Fine + 1];
        for (var i = 0; i < table.Length; i++)
        {
            var x = (double)i / Fine;
            var window = Bessel(Beta * Math.Sqrt(1 - x * x / (Crossings * Crossings))) / Bessel(Beta);
            table[i] = (float)(i == 0 ? 1 : i % Fine == 0 ? 0 : Math.Sin(Math.PI * x) / (Math.PI * x) * window);
        }
        return table;
    }

    // The modified Bessel function of the first kind and order 0, by its series.
    private static double Bessel(double x)
    {
        double sum = 1, term = 1;
        for (var k = 1; term > sum * 1e-12; k++) sum += term *= x * x / (4.0 * k * k);
        return sum;
    }
}
