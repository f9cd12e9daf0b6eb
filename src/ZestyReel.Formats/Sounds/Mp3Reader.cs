using NLayer;

namespace ZestyReel.Formats.Sounds;

/// <summary>MP3. What its coder put before the first sample is a part of it.</summary>
internal sealed class Mp3Reader(byte[] file) : ISoundReader
{
    private readonly MpegFile _file = new(new MemoryStream(file, writable: false));

    public int Rate => _file.SampleRate;

    public int Channels => _file.Channels;

    public int Read(float[] into) => _file.ReadSamples(into, 0, into.Length / Channels * Channels);

    public void Dispose() => _file.Dispose();
}
