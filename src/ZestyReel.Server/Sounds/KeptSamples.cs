using System.IO.MemoryMappedFiles;
using ZestyReel.Core.Sounding;

namespace ZestyReel.Server.Sounds;

/// <summary>The samples of a sound, unpacked in a file of floats of one channel or of two, of which no more is in memory than is read.</summary>
internal sealed class KeptSamples : ISamples, IDisposable
{
    private readonly MemoryMappedFile _file;
    private readonly MemoryMappedViewAccessor _view;
    private readonly int _channels;

    /// <param name="path">The file.</param>
    /// <param name="channels">Of how many channels it is: 1 or 2.</param>
    public KeptSamples(string path, int channels)
    {
        _channels = channels;
        Count = new FileInfo(path).Length / sizeof(float) / channels;
        _file = MemoryMappedFile.CreateFromFile(path, FileMode.Open, null, 0, MemoryMappedFileAccess.Read);
        _view = _file.CreateViewAccessor(0, 0, MemoryMappedFileAccess.Read);
    }

    public long Count { get; }

    public void Read(long first, Span<float> left, Span<float> right)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(first + left.Length, Count);
        ArgumentOutOfRangeException.ThrowIfNegative(first);
        if (_channels == 1)
        {
            _view.SafeMemoryMappedViewHandle.ReadSpan((ulong)(first * sizeof(float)), left);
            left.CopyTo(right);
            return;
        }
        const int AtOnce = 2048;
        Span<float> pairs = stackalloc float[AtOnce];
        for (var at = 0; at < left.Length; at += AtOnce / 2)
        {
            var some = pairs[..(Math.Min(AtOnce / 2, left.Length - at) * 2)];
            _view.SafeMemoryMappedViewHandle.ReadSpan((ulong)((first + at) * 2 * sizeof(float)), some);
            for (var i = 0; i < some.Length / 2; i++) (left[at + i], right[at + i]) = (some[i * 2], some[i * 2 + 1]);
        }
    }

    public void Dispose()
    {
        _view.Dispose();
        _file.Dispose();
    }
}
