using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using ZestyReel.Core;

namespace ZestyReel.Server.Scenes;

/// <summary>Whether bytes are a PNG through and through, and a small one: what is served as a picture has to be one.</summary>
/// <remarks>Portable Network Graphics, third edition, https://www.w3.org/TR/png-3/.</remarks>
public static class PngCheck
{
    /// <summary>The largest file, in bytes.</summary>
    public const int LargestFile = 400_000;

    private const int LongestSide = 1024;

    private static readonly byte[] Signature = [0x89, (byte)'P', (byte)'N', (byte)'G', 13, 10, 26, 10];

    /// <exception cref="Refusal">They are not.</exception>
    public static void Check(ReadOnlySpan<byte> png, string place)
    {
        if (png.Length > LargestFile) throw new Refusal(place, "this is not a PNG");
        var (width, height) = Read(png, place, LongestSide);
        if (width > LongestSide || height > LongestSide) throw new Refusal(place, $"a thumbnail has at most {LongestSide} pixels each way");
    }

    /// <summary>Whether they are one of a size.</summary>
    /// <exception cref="Refusal">They are not.</exception>
    public static void Check(ReadOnlySpan<byte> png, int width, int height, string place)
    {
        if (Read(png, place, Math.Max(width, height)) is var size && size != (width, height))
            throw new Refusal(place, $"the picture has {size.Width} × {size.Height} pixels; {width} × {height} were said");
    }

    private static (int Width, int Height) Read(ReadOnlySpan<byte> png, string place, int longestSide)
    {
        if ( !png.StartsWith(Signature)) throw new Refusal(place, "this is not a PNG");
        var rest = png[Signature.Length..];
        using var data = new MemoryStream();
        long expected = 0;
        var size = (Width: 0, Height: 0);
        for (var first = true; ; first = false)
        {
            if (rest.Length < 12) throw Broken(place);
            var length = BinaryPrimitives.ReadUInt32BigEndian(rest);
            if (length > rest.Length - 12) throw Broken(place);
            var named = rest.Slice(4, 4 + (int)length);
            var body = named[4..];
            if (Crc32.HashToUInt32(named) != BinaryPrimitives.ReadUInt32BigEndian(rest[(8 + (int)length)..])) throw Broken(place);
            if (first != named.StartsWith("IHDR"u8)) throw Broken(place);
            if (first) (size, expected) = SizeOf(body, place, longestSide);
            if (named.StartsWith("IDAT"u8)) data.Write(body);
            rest = rest[(12 + (int)length)..];
            if (named.StartsWith("IEND"u8)) break;
        }
        if (!rest.IsEmpty || expected > 0 && Unpacked(data, expected) != expected) throw Broken(place);
        return size;
    }

    /// <summary>How large the picture is, and how many bytes its rows take, each with its filter byte; 0 for one so large that it is not looked into.</summary>
    private static ((int, int), long) SizeOf(ReadOnlySpan<byte> header, string place, int longestSide)
    {
        if (header.Length != 13) throw Broken(place);
        var (width, height) = (BinaryPrimitives.ReadUInt32BigEndian(header), BinaryPrimitives.ReadUInt32BigEndian(header[4..]));
        int channels = header[9] switch { 0 or 3 => 1, 2 => 3, 4 => 2, 6 => 4, _ => throw Broken(place) };
        if (width is 0 or > int.MaxValue || height is 0 or > int.MaxValue) throw Broken(place);
        if (width > longestSide || height > longestSide) return (((int)width, (int)height), 0);
        // Interlaced ones have other rows; no browser writes any.
        if (header[8] is not (1 or 2 or 4 or 8 or 16) || header[10] != 0 || header[11] != 0 || header[12] != 0) throw Broken(place);
        return (((int)width, (int)height), height * (1 + (width * channels * header[8] + 7) / 8));
    }

    private static long Unpacked(MemoryStream data, long most)
    {
        data.Position = 0;
        try
        {
            using var rows = new ZLibStream(data, CompressionMode.Decompress);
            var buffer = new byte[1 << 14];
            long count = 0;
            for (int read; count <= most && (read = rows.Read(buffer)) > 0;) count += read;
            return count;
        }
        catch (InvalidDataException)
        {
            return -1;
        }
    }

    private static Refusal Broken(string place) => new(place, "this is not a whole PNG");
}
