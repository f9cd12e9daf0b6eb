using System.Buffers.Binary;
using System.Text;

namespace ZestyReel.Formats.Osc;

/// <summary>Writes messages of Open Sound Control 1.0.</summary>
public static class OscWriter
{
    /// <summary>A message.</summary>
    /// <param name="address">Where it goes.</param>
    /// <param name="tags">The kind of each number: <c>i</c>, <c>h</c>, <c>f</c> or <c>d</c>.</param>
    /// <param name="numbers">As many numbers.</param>
    public static byte[] Message(string address, string tags, ReadOnlySpan<double> numbers)
    {
        if (tags.Length != numbers.Length) throw new ArgumentException("each number has a kind", nameof(tags));
        var packet = new MemoryStream();
        Text(packet, address);
        Text(packet, "," + tags);
        Span<byte> bytes = stackalloc byte[8];
        for (var i = 0; i < numbers.Length; i++)
        {
            switch (tags[i])
            {
                case 'i': BinaryPrimitives.WriteInt32BigEndian(bytes, (int)numbers[i]); break;
                case 'h': BinaryPrimitives.WriteInt64BigEndian(bytes, (long)numbers[i]); break;
                case 'f': BinaryPrimitives.WriteSingleBigEndian(bytes, (float)numbers[i]); break;
                case 'd': BinaryPrimitives.WriteDoubleBigEndian(bytes, numbers[i]); break;
                default: throw new ArgumentException($"there is no number of kind {tags[i]}", nameof(tags));
            }
            packet.Write(bytes[..(tags[i] is 'h' or 'd' ? 8 : 4)]);
        }
        return packet.ToArray();
    }

    private static void Text(MemoryStream packet, string text)
    {
        packet.Write(Encoding.ASCII.GetBytes(text));
        do packet.WriteByte(0);
        while (packet.Length % 4 != 0);
    }
}
