using NVorbis;
using ZestyReel.Core;

namespace ZestyReel.Formats.Sounds;

/// <summary>Ogg Vorbis.</summary>
internal sealed class OggReader : ISoundReader
{
    private readonly VorbisReader _file;

    public OggReader(byte[] file, string place)
    {
        if (!HasEnd(file)) throw new Refusal(place, "the file's end is missing");
        _file = new VorbisReader(new MemoryStream(file, writable: false)) { ClipSamples = false };
    }

    public int Rate => _file.SampleRate;

    public int Channels => _file.Channels;

    public int Read(float[] into) => _file.ReadSamples(into, 0, into.Length / Channels * Channels);

    public void Dispose() => _file.Dispose();

    // The last page of a stream says that it is.
    private static bool HasEnd(byte[] file)
    {
        var last = file.AsSpan().LastIndexOf("OggS"u8);
        return last >= 0 && last + 5 < file.Length && (file[last + 5] & 4) != 0;
    }
}
