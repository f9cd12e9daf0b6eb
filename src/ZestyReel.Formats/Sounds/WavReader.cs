using System.Buffers.Binary;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using NAudio.Wave;
using ZestyReel.Core;

namespace ZestyReel.Formats.Sounds;

/// <summary>WAV of 8 to 32 bits or floats, as it stands in the file: nothing is lost, and whole numbers are divided by their largest.</summary>
internal sealed class WavReader : ISoundReader
{
    private static readonly Guid WholeNumbers = new("00000001-0000-0010-8000-00aa00389b71"), Floats = new("00000003-0000-0010-8000-00aa00389b71");

    private readonly WaveFileReader _file;
    private readonly int _bytes;
    private readonly bool _isFloat;
    private byte[] _room = [];
    private long _left;

    public WavReader(byte[] file, string place)
    {
        _file = new WaveFileReader(new MemoryStream(file, writable: false));
        var format = _file.WaveFormat;
        var (bits, channels) = (format.BitsPerSample, format.Channels);
        var kind = KindOf(format);
        _isFloat = format.Encoding == WaveFormatEncoding.IeeeFloat || kind == Floats;
        var isWhole = format.Encoding == WaveFormatEncoding.Pcm || kind == WholeNumbers;
        if (!_isFloat && !isWhole) throw new Refusal(place, "this WAV file is packed in a way that is not read here; save it with plain samples of 8 to 32 bits");
        if (_isFloat ? bits is not (32 or 64) : bits is not (8 or 16 or 24 or 32)) throw new Refusal(place, $"this WAV file has {bits} bits a sample; 8, 16, 24 and 32 are read, and floats of 32 or 64");
        _bytes = bits / 8;
        if (format.BlockAlign != _bytes * channels) throw new Refusal(place, "this WAV file's header is wrong");
        if (Data(file) is var (said, there) && said > there) throw new Refusal(place, $"the file says that it has {said / format.BlockAlign} samples, and has {there / format.BlockAlign}: its end is missing");
        _left = _file.Length;
        if (_left % format.BlockAlign != 0) throw new Refusal(place, "the file ends in the middle of a sample");
    }

    public int Rate => _file.WaveFormat.SampleRate;

    public int Channels => _file.WaveFormat.Channels;

    public int Read(float[] into)
    {
        var wanted = (int)Math.Min(_left, (long)into.Length / Channels * Channels * _bytes);
        if (_room.Length < wanted) _room = new byte[wanted];
        var read = _file.ReadAtLeast(_room.AsSpan(0, wanted), wanted, throwOnEndOfStream: false);
        _left -= read;
        var count = read / _bytes;
        Unpack(_room.AsSpan(0, count * _bytes), into);
        return count;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private void Unpack(ReadOnlySpan<byte> from, Span<float> into)
    {
        // The usual kind, of which there is most.
        if (!_isFloat && _bytes == 2)
        {
            var samples = MemoryMarshal.Cast<byte, short>(from);
            for (var i = 0; i < samples.Length; i++) into[i] = (BitConverter.IsLittleEndian ? samples[i] : BinaryPrimitives.ReverseEndianness(samples[i])) / 32768f;
        }
        else
            for (var i = 0; i < from.Length / _bytes; i++) into[i] = Sample(from.Slice(i * _bytes, _bytes));
    }

    public void Dispose() => _file.Dispose();

    /// <summary>What an extensible header says of the samples; null for every other.</summary>
    private static Guid? KindOf(WaveFormat format) => format.Encoding != WaveFormatEncoding.Extensible ? null : format switch
    {
        WaveFormatExtensible { SubFormat: var kind } => kind,
        // After how many bits count, and which loudspeakers are meant.
        WaveFormatExtraData { ExtraData: { Length: >= 22 } more } => new Guid(more.AsSpan(6, 16)),
        _ => null,
    };

    /// <summary>How many bytes of samples the file says that it has, and how many are there; the package goes by the smaller.</summary>
    private static (long Said, long There) Data(ReadOnlySpan<byte> file)
    {
        long said = 0;
        for (long at = 12; at + 8 <= file.Length;)
        {
            var name = file.Slice((int)at, 4);
            var size = BinaryPrimitives.ReadUInt32LittleEndian(file[(int)(at + 4)..]);
            if (name.SequenceEqual("ds64"u8) && at + 24 <= file.Length) said = BinaryPrimitives.ReadInt64LittleEndian(file[(int)(at + 16)..]);
            if (name.SequenceEqual("data"u8)) return (size == uint.MaxValue && said > 0 ? said : size, file.Length - at - 8);
            at += 8 + size + (size & 1);
        }
        return (0, 0);
    }

    private float Sample(ReadOnlySpan<byte> at) => (_isFloat, _bytes) switch
    {
        (true, 4) => Finite(BinaryPrimitives.ReadSingleLittleEndian(at)),
        (true, _) => Finite((float)BinaryPrimitives.ReadDoubleLittleEndian(at)),
        (_, 1) => (at[0] - 128) / 128f,
        (_, 3) => (at[0] | at[1] << 8 | (sbyte)at[2] << 16) / 8388608f,
        _ => BinaryPrimitives.ReadInt32LittleEndian(at) / 2147483648f,
    };

    private static float Finite(float value) => float.IsFinite(value) ? value : 0;
}
