using System.Buffers.Binary;
using System.Collections.Immutable;
using System.Text;

namespace ZestyReel.Formats.Osc;

/// <summary>
/// Reads packets of Open Sound Control 1.0: messages whose arguments are numbers (i, h, f, d), alone or in bundles.
/// Anything else in a packet is passed over; one that is broken gives what stands before the fault.
/// </summary>
public static class OscReader
{
    private const int MostMessages = 256, MostNumbers = 64, DeepestBundle = 8;

    private static ReadOnlySpan<byte> Bundle => "#bundle\0"u8;

    /// <summary>The messages of a packet.</summary>
    public static ImmutableArray<OscMessage> Read(ReadOnlySpan<byte> packet)
    {
        var messages = ImmutableArray.CreateBuilder<OscMessage>();
        Read(packet, messages, 0);
        return messages.DrainToImmutable();
    }

    private static void Read(ReadOnlySpan<byte> packet, ImmutableArray<OscMessage>.Builder messages, int depth)
    {
        if (messages.Count >= MostMessages || depth > DeepestBundle) return;
        if (!packet.StartsWith(Bundle))
        {
            if (Message(packet) is { } message) messages.Add(message);
            return;
        }
        // After its name stands a time tag, then parts, each after its length.
        var rest = packet.Length >= 16 ? packet[16..] : default;
        while (rest.Length >= 4)
        {
            var length = BinaryPrimitives.ReadInt32BigEndian(rest);
            if (length < 0 || length > rest.Length - 4) return;
            Read(rest.Slice(4, length), messages, depth + 1);
            rest = rest[(4 + length)..];
        }
    }

    private static OscMessage? Message(ReadOnlySpan<byte> packet)
    {
        if (Text(ref packet) is not { } address || !address.StartsWith('/') || Text(ref packet) is not { } tags || !tags.StartsWith(',')) return null;
        if (tags.Length - 1 > MostNumbers) return null;
        var numbers = ImmutableArray.CreateBuilder<double>(tags.Length - 1);
        foreach (var tag in tags.AsSpan(1))
        {
            var size = tag is 'h' or 'd' ? 8 : 4;
            if (tag is not ('i' or 'h' or 'f' or 'd') || packet.Length < size) return null;
            numbers.Add(tag switch
            {
                'i' => BinaryPrimitives.ReadInt32BigEndian(packet),
                'h' => BinaryPrimitives.ReadInt64BigEndian(packet),
                'f' => BinaryPrimitives.ReadSingleBigEndian(packet),
                _ => BinaryPrimitives.ReadDoubleBigEndian(packet),
            });
            packet = packet[size..];
        }
        return new(address, numbers.DrainToImmutable());
    }

    /// <summary>A text, which ends with a zero and fills up to four bytes.</summary>
    private static string? Text(ref ReadOnlySpan<byte> packet)
    {
        var end = packet.IndexOf((byte)0);
        if (end < 0 || packet[..end].ContainsAnyExceptInRange((byte)' ', (byte)'~')) return null;
        var text = Encoding.ASCII.GetString(packet[..end]);
        packet = packet[Math.Min(packet.Length, (end + 4) & ~3)..];
        return text;
    }
}
