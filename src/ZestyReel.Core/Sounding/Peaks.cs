namespace ZestyReel.Core.Sounding;

/// <summary>
/// The least and the most of samples in a row, for drawing a sound at any zoom: at level k of 2ᵏ samples each, at level 0
/// of each sample by itself. Both channels are taken together.
/// </summary>
public sealed class Peaks
{
    /// <summary>The level that is worked out at once and kept; finer ones are read from the samples.</summary>
    public const int KeptLevel = 8;

    /// <summary>The coarsest level.</summary>
    public const int CoarsestLevel = 24;

    /// <summary>How many pairs a tile has.</summary>
    public const int PerTile = 1024;

    internal const int Bucket = 1 << KeptLevel;

    private readonly short[] _kept;

    /// <summary>Of what was kept of another one.</summary>
    /// <param name="kept">As <see cref="Kept"/> gave it.</param>
    public Peaks(short[] kept) => _kept = kept;

    /// <summary>The least and the most of each 256 samples, in turn; 32,767 is full scale.</summary>
    public ReadOnlySpan<short> Kept => _kept;

    /// <summary>Pairs of a level in a row, the least and the most in turn.</summary>
    /// <param name="samples">What it is of.</param>
    /// <param name="level">Of 2ᵏ samples each.</param>
    /// <param name="tile">Which 1,024 of them.</param>
    /// <returns>As many as there are; none beyond the end.</returns>
    /// <exception cref="Refusal">There is no such level.</exception>
    public short[] Tile(ISamples samples, int level, long tile)
    {
        if (level is < 0 or > CoarsestLevel) throw new Refusal("level", $"levels are 0 to {CoarsestLevel}");
        if (tile < 0) throw new Refusal("tile", "tiles are counted from 0");
        var all = (samples.Count + (1L << level) - 1) >> level;
        var first = tile > all / PerTile ? all : tile * PerTile;
        var pairs = new short[Math.Clamp(all - first, 0, PerTile) * 2];
        if (level >= KeptLevel) Coarse(pairs, level - KeptLevel, first);
        else Fine(pairs, samples, level, first);
        return pairs;
    }

    private void Coarse(short[] pairs, int coarser, long first)
    {
        for (var i = 0; i < pairs.Length / 2; i++)
        {
            var from = first + i << coarser;
            var to = Math.Min(from + (1L << coarser), _kept.Length / 2);
            short least = short.MaxValue, most = short.MinValue;
            for (var at = from; at < to; at++)
            {
                least = Math.Min(least, _kept[at * 2]);
                most = Math.Max(most, _kept[at * 2 + 1]);
            }
            (pairs[i * 2], pairs[i * 2 + 1]) = (least, most);
        }
    }

    private static void Fine(short[] pairs, ISamples samples, int level, long first)
    {
        var (from, size) = (first << level, 1 << level);
        var count = (int)Math.Min((long)pairs.Length / 2 << level, samples.Count - from);
        if (count <= 0) return;
        float[] left = new float[count], right = new float[count];
        samples.Read(from, left, right);
        for (var i = 0; i < pairs.Length / 2; i++)
        {
            var part = Math.Min(size, count - i * size);
            var range = new LeastAndMost();
            range.Add(left.AsSpan(i * size, part));
            range.Add(right.AsSpan(i * size, part));
            (pairs[i * 2], pairs[i * 2 + 1]) = range.Whole;
        }
    }
}
