using System.Buffers.Binary;
using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Store.Packing;

/// <summary>
/// Packs keys into bytes, little end first: a version byte (1), the count (u32), all times (i64 ticks), all values
/// (f64), one byte of modes for each (bits 0–2 in, 3 in-handle follows, 4–6 out, 7 out-handle follows), then the
/// handles that follow, in order (f64 ticks, f64 value).
/// </summary>
public static class KeyPacking
{
    private const byte Version = 1, HasInHandle = 1 << 3, HasOutHandle = 1 << 7;

    /// <summary>Keys in columns, bit by bit as they are.</summary>
    public static byte[] Pack(ReadOnlySpan<Key> keys)
    {
        var handles = 0;
        foreach (ref readonly var key in keys) handles += (key.InHandle != default ? 1 : 0) + (key.OutHandle != default ? 1 : 0);
        var bytes = new byte[5 + keys.Length * 17 + handles * 16];
        var span = bytes.AsSpan();
        span[0] = Version;
        BinaryPrimitives.WriteUInt32LittleEndian(span[1..], (uint)keys.Length);
        var times = span[5..];
        var values = times[(keys.Length * 8)..];
        var modes = values[(keys.Length * 8)..];
        var rest = modes[keys.Length..];
        for (var i = 0; i < keys.Length; i++)
        {
            var key = keys[i];
            BinaryPrimitives.WriteInt64LittleEndian(times[(i * 8)..], key.Time.Value);
            BinaryPrimitives.WriteDoubleLittleEndian(values[(i * 8)..], key.Value);
            modes[i] = (byte)((int)key.In | (int)key.Out << 4);
            if (key.InHandle != default) rest = Write(rest, key.InHandle, ref modes[i], HasInHandle);
            if (key.OutHandle != default) rest = Write(rest, key.OutHandle, ref modes[i], HasOutHandle);
        }
        return bytes;
    }

    /// <exception cref="InvalidDataException">The bytes are not packed keys.</exception>
    public static ImmutableArray<Key> Unpack(ReadOnlySpan<byte> bytes)
    {
        var keys = ImmutableArray.CreateBuilder<Key>();
        Unpack(bytes, keys);
        return keys.DrainToImmutable();
    }

    /// <summary>Adds packed keys to those that are there.</summary>
    /// <exception cref="InvalidDataException">The bytes are not packed keys.</exception>
    public static void Unpack(ReadOnlySpan<byte> bytes, ImmutableArray<Key>.Builder keys)
    {
        var count = CountOf(bytes);
        var times = bytes[5..];
        var values = times[(count * 8)..];
        var modes = values[(count * 8)..];
        var rest = modes[count..];
        // Many runs follow each other: room grows as a list's does, not by each run.
        if (keys.Count == 0 && keys.Capacity < count) keys.Capacity = count;
        for (var i = 0; i < count; i++)
        {
            var mode = modes[i];
            var inHandle = (mode & HasInHandle) != 0 ? Read(ref rest) : default;
            var outHandle = (mode & HasOutHandle) != 0 ? Read(ref rest) : default;
            keys.Add(new Key(
                new Tick(BinaryPrimitives.ReadInt64LittleEndian(times[(i * 8)..])),
                BinaryPrimitives.ReadDoubleLittleEndian(values[(i * 8)..]),
                (Interpolation)(mode & 7), (Interpolation)(mode >> 4 & 7), inHandle, outHandle));
        }
    }

    /// <summary>How many keys are packed in these bytes.</summary>
    /// <exception cref="InvalidDataException">The bytes are not packed keys.</exception>
    public static int CountOf(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Length < 5 || bytes[0] != Version) throw new InvalidDataException("These are not packed keys of version 1.");
        var count = BinaryPrimitives.ReadUInt32LittleEndian(bytes[1..]);
        return count * 17L <= bytes.Length - 5 ? (int)count : throw new InvalidDataException("Packed keys are cut short.");
    }

    private static Span<byte> Write(Span<byte> rest, Handle handle, ref byte mode, byte flag)
    {
        mode |= flag;
        BinaryPrimitives.WriteDoubleLittleEndian(rest, handle.Ticks);
        BinaryPrimitives.WriteDoubleLittleEndian(rest[8..], handle.Value);
        return rest[16..];
    }

    private static Handle Read(ref ReadOnlySpan<byte> rest)
    {
        var handle = new Handle(BinaryPrimitives.ReadDoubleLittleEndian(rest), BinaryPrimitives.ReadDoubleLittleEndian(rest[8..]));
        rest = rest[16..];
        return handle;
    }
}
