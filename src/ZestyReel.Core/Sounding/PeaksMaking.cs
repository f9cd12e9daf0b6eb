namespace ZestyReel.Core.Sounding;

/// <summary>Works out the peaks of samples while they are read, whatever parts they come in.</summary>
/// <param name="channels">How many channels they are of; all are taken together.</param>
public sealed class PeaksMaking(int channels)
{
    private readonly List<short> _kept = [];
    private LeastAndMost _range = new();
    private int _count;

    /// <summary>Takes what comes next.</summary>
    /// <param name="samples">Numbers of one channel after the other.</param>
    public void Add(ReadOnlySpan<float> samples)
    {
        while (!samples.IsEmpty)
        {
            var part = samples[..Math.Min(samples.Length, Peaks.Bucket * channels - _count)];
            _range.Add(part);
            _count += part.Length;
            samples = samples[part.Length..];
            if (_count == Peaks.Bucket * channels) EndBucket();
        }
    }

    /// <summary>The peaks of all that came.</summary>
    public Peaks Made()
    {
        if (_count > 0) EndBucket();
        return new([.. _kept]);
    }

    private void EndBucket()
    {
        var (least, most) = _range.Whole;
        _kept.Add(least);
        _kept.Add(most);
        (_range, _count) = (new(), 0);
    }
}
