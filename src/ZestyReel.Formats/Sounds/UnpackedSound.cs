using ZestyReel.Core.Sounding;

namespace ZestyReel.Formats.Sounds;

/// <summary>A sound's samples in memory.</summary>
public sealed class UnpackedSound : ISamples
{
    private readonly List<float[]> _blocks = [];
    private readonly List<long> _starts = [];
    private int _channels = 1;

    private UnpackedSound()
    {
    }

    /// <inheritdoc/>
    public long Count { get; private set; }

    /// <summary>Unpacks a file.</summary>
    /// <exception cref="Core.Refusal">It is no sound.</exception>
    public static UnpackedSound Of(byte[] file, CancellationToken stop = default)
    {
        var sound = new UnpackedSound();
        SoundFiles.Check(file, "sound", sound.Add, stop);
        return sound;
    }

    private void Add(float[] samples, int count, int of)
    {
        _channels = StereoDown.Of(of);
        var heard = samples.AsSpan(0, StereoDown.Mix(samples.AsSpan(0, count), of)).ToArray();
        _starts.Add(Count);
        _blocks.Add(heard);
        Count += heard.Length / _channels;
    }

    /// <inheritdoc/>
    public void Read(long first, Span<float> left, Span<float> right)
    {
        var block = _starts.BinarySearch(first) is var found && found >= 0 ? found : ~found - 1;
        for (var done = 0; done < left.Length; block++)
        {
            var (from, heard) = ((int)(first + done - _starts[block]), _blocks[block]);
            var count = Math.Min(left.Length - done, heard.Length / _channels - from);
            for (var i = 0; i < count; i++) (left[done + i], right[done + i]) = (heard[(from + i) * _channels], heard[(from + i) * _channels + _channels - 1]);
            done += count;
        }
    }
}
