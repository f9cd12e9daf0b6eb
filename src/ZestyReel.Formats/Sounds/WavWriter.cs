using System.Buffers.Binary;
using System.Text;
using NAudio.Wave;

namespace ZestyReel.Formats.Sounds;

/// <summary>How samples are written.</summary>
public enum WavSamples
{
    /// <summary>Floats of 32 bits: nothing is rounded or cut off.</summary>
    Float32,

    /// <summary>Whole numbers of 16 bits: rounded, and cut off at full scale.</summary>
    Int16,
}

/// <summary>Writes WAV of two sides, front to back, of a length that is known beforehand.</summary>
public sealed class WavWriter
{
    private readonly Stream _into;
    private readonly WavSamples _kind;
    private readonly int _size;
    private byte[] _room = [];

    /// <summary>Writes the header.</summary>
    /// <param name="into">Where to.</param>
    /// <param name="kind">How samples are written.</param>
    /// <param name="rate">Samples a second.</param>
    /// <param name="samples">How many of each side will be written.</param>
    public WavWriter(Stream into, WavSamples kind, int rate, long samples)
    {
        (_into, _kind, _size) = (into, kind, kind == WavSamples.Float32 ? sizeof(float) : sizeof(short));
        var (bytes, header) = (samples * 2 * _size, new MemoryStream());
        using (var writer = new BinaryWriter(header, Encoding.ASCII, leaveOpen: true))
        {
            writer.Write("RIFF"u8);
            writer.Write(0);
            writer.Write("WAVE"u8);
            writer.Write("fmt "u8);
            (kind == WavSamples.Float32 ? WaveFormat.CreateIeeeFloatWaveFormat(rate, 2) : new WaveFormat(rate, 16, 2)).Serialize(writer);
            writer.Write("data"u8);
            writer.Write(checked((uint)bytes));
        }
        var written = header.ToArray();
        BinaryPrimitives.WriteUInt32LittleEndian(written.AsSpan(4), checked((uint)(written.Length - 8 + bytes)));
        _into.Write(written);
    }

    /// <summary>Writes the next samples.</summary>
    public void Write(ReadOnlySpan<float> left, ReadOnlySpan<float> right)
    {
        var bytes = left.Length * 2 * _size;
        if (_room.Length < bytes) _room = new byte[bytes];
        for (var i = 0; i < left.Length; i++)
        {
            Put(i * 2, left[i]);
            Put(i * 2 + 1, right[i]);
        }
        _into.Write(_room, 0, bytes);
    }

    private void Put(int i, float sample)
    {
        var into = _room.AsSpan(i * _size);
        if (_kind == WavSamples.Float32) BinaryPrimitives.WriteSingleLittleEndian(into, sample);
        else BinaryPrimitives.WriteInt16LittleEndian(into, (short)Math.Round(Math.Clamp(sample, -1, 1) * short.MaxValue));
    }
}
