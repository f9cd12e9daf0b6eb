using System.Collections.Concurrent;
using System.Numerics;
using System.Runtime.CompilerServices;

namespace ZestyReel.Core.Sounding;

/// <summary>
/// What lies between samples: a sine over its angle, under a Kaiser window, as in J. O. Smith, <i>Digital Audio Resampling</i>.
/// On a sample, unless it is played faster than it was taken, it is that sample and nothing else.
/// </summary>
internal sealed class Sinc
{
    // Crossings of zero on each side, places kept between two samples, and the window's shape: about 90 dB down.
    private const int Crossings = 24, Places = 512;
    private const double Beta = 9;

    // What is played faster has fewer high notes; how many fewer is taken in such steps, at most a 64th of it.
    private const int Shares = 128, SlowestShare = 2;

    private static readonly ConcurrentDictionary<int, Sinc> Known = [];

    private readonly bool _isPlain;
    private readonly int _length;
    // The weights of the samples about a place, for each place between two of them, and for the next sample too.
    private readonly float[] _rows;

    private Sinc(int share)
    {
        var kept = (double)share / Shares;
        _isPlain = share == Shares;
        Reach = (int)Math.Ceiling(Crossings / kept);
        _length = 2 * Reach;
        _rows = new float[(Places + 1) * _length];
        for (var place = 0; place <= Places; place++)
            for (var i = 0; i < _length; i++)
                _rows[place * _length + i] = (float)(kept * Weight((i - Reach + 1 - (double)place / Places) * kept));
    }

    /// <summary>So many samples on each side count.</summary>
    public int Reach { get; }

    /// <summary>For samples of which so many are played in the time of one that is made.</summary>
    public static Sinc For(double faster) =>
        Known.GetOrAdd(faster <= 1 ? Shares : Math.Clamp((int)(Shares / faster), SlowestShare, Shares - 1), share => new(share));

    /// <summary>The values of both sides at a place.</summary>
    /// <param name="left">The samples of one about it.</param>
    /// <param name="right">As many of the other.</param>
    /// <param name="place">The place among them; at least <see cref="Reach"/> from both ends.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public (float Left, float Right) At(ReadOnlySpan<float> left, ReadOnlySpan<float> right, double place)
    {
        var before = (int)Math.Floor(place);
        if (_isPlain && place == before) return (left[before], right[before]);
        var between = (place - before) * Places;
        var row = (int)between;
        var (here, next) = ((float)(row + 1 - between), (float)(between - row));
        left = left.Slice(before - Reach + 1, _length);
        right = right.Slice(before - Reach + 1, _length);
        ReadOnlySpan<float> one = _rows.AsSpan(row * _length, _length), other = _rows.AsSpan((row + 1) * _length, _length);
        var (leftSum, rightSum) = (Vector<float>.Zero, Vector<float>.Zero);
        var i = 0;
        for (; i <= _length - Vector<float>.Count; i += Vector<float>.Count)
        {
            var weights = new Vector<float>(one[i..]) * here + new Vector<float>(other[i..]) * next;
            leftSum += new Vector<float>(left[i..]) * weights;
            rightSum += new Vector<float>(right[i..]) * weights;
        }
        var (l, r) = (Vector.Sum(leftSum), Vector.Sum(rightSum));
        for (; i < _length; i++)
        {
            var weight = one[i] * here + other[i] * next;
            l += left[i] * weight;
            r += right[i] * weight;
        }
        return (l, r);
    }

    private static double Weight(double away)
    {
        if (away == 0) return 1;
        if (Math.Abs(away) >= Crossings) return 0;
        var window = Bessel(Beta * Math.Sqrt(1 - away * away / (Crossings * Crossings))) / Bessel(Beta);
        return Math.Sin(Math.PI * away) / (Math.PI * away) * window;
    }

    // The modified Bessel function of the first kind and order 0, by its series.
    private static double Bessel(double x)
    {
        double sum = 1, term = 1;
        for (var k = 1; term > sum * 1e-12; k++) sum += term *= x * x / (4.0 * k * k);
        return sum;
    }
}
