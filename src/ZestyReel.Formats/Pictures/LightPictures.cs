using SkiaSharp;

namespace ZestyReel.Formats.Pictures;

/// <summary>Makes lighter versions of pictures, for playing: small enough to be decoded while others are shown.</summary>
public static class LightPictures
{
    /// <summary>Most pixels of the longer side.</summary>
    public const int LongestSide = 960;

    private const int Quality = 85;

    /// <summary>A JPEG of a PNG; null where that would be no lighter, or something of the picture is see-through.</summary>
    /// <exception cref="InvalidDataException">It cannot be read.</exception>
    public static byte[]? Of(byte[] png)
    {
        using var bitmap = PngPictures.Decode(png);
        if (IsSeeThrough(bitmap.GetPixelSpan())) return null;
        var scale = Math.Min(1, (double)LongestSide / Math.Max(bitmap.Width, bitmap.Height));
        using var fitted = scale < 1 ? bitmap.Resize(new SKSizeI(Side(bitmap.Width), Side(bitmap.Height)), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear)) : null;
        using var jpeg = (fitted ?? bitmap).Encode(SKEncodedImageFormat.Jpeg, Quality);
        return jpeg is not null && (scale < 1 || jpeg.Size < png.Length) ? jpeg.ToArray() : null;

        int Side(int pixels) => Math.Max(1, (int)Math.Round(pixels * scale));
    }

    private static bool IsSeeThrough(ReadOnlySpan<byte> pixels)
    {
        for (var i = 3; i < pixels.Length; i += 4)
            if (pixels[i] < byte.MaxValue) return true;
        return false;
    }
}
