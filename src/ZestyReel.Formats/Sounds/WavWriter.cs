using System.Buffers.Binary;
using System.Text;
using NAudio.Wave;

namespace ZestyReel.Formats.Sounds;

/// <summary>Writes WAV of two sides as 32-bit floats, front to back, of a length that is known beforehand: nothing is rounded or cut off.</summary>
public sealed class WavWriter
{
    private const int BytesPerSample = 2 * sizeof(float);

    private readonly Stream _into;
    private byte[] _room = [];

    /// <summary>Writes the header.</summary>
    /// <param name="into">Where to.</param>
    /// <param name="rate">Samples a second.</param>
    /// <param name="samples">How many of each side will be written.</param>
    public WavWriter(Stream into, int rate, long samples)
    {
        _into = into;
        var (bytes, header) = (samples * BytesPerSample, new MemoryStream());
        using (var writer = new BinaryWriter(header, Encoding.ASCII, leaveOpen: true))
        {
            writer.Write("RIFF"u8);
            writer.Write(0);
            writer.Write("WAVE"u8);
            writer.Write("fmt "u8);
            WaveFormat.CreateIeeeFloatWaveFormat(rate, 2).Serialize(writer);
            writer.Write("data"u8);
            writer.Write(checked((uint)bytes));
        }
        var written = header.ToArray();
        BinaryPrimitives.WriteUInt32LittleEndian(written.AsSpan(4), checked((uint)(written.Length - 8 + bytes)));
        _into.Write(written);
    }

    /// <summary>The most samples of each side that such a file can have.</summary>
    public static long Most => (uint.MaxValue - 1000) / BytesPerSample;

    /// <summary>Writes the next samples.</summary>
    public void Write(ReadOnlySpan<float> left, ReadOnlySpan<float> right)
    {
        if (_room.Length < left.Length * BytesPerSample) _room = new byte[left.Length * BytesPerSample];
        for (var i = 0; i < left.Length; i++)
        {
            BinaryPrimitives.WriteSingleLittleEndian(_room.AsSpan(i * BytesPerSample), left[i]);
            BinaryPrimitives.WriteSingleLittleEndian(_room.AsSpan(i * BytesPerSample + sizeof(float)), right[i]);
        }
        _into.Write(_room, 0, left.Length * BytesPerSample);
    }
}
