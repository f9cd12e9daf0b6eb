namespace ZestyReel.Core.Pictures;

/// <summary>A picture: rows from the top, four bytes a pixel — red, green and blue as sRGB has them (IEC 61966-2-1), and alpha, not multiplied into the others.</summary>
public sealed class Picture
{
    /// <summary>Bytes of a pixel.</summary>
    public const int BytesPerPixel = 4;

    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="bytes">Four for each pixel.</param>
    /// <exception cref="ArgumentException">There are more or fewer bytes than that.</exception>
    public Picture(int width, int height, byte[] bytes)
    {
        if (width < 1 || height < 1 || bytes.LongLength != (long)width * height * BytesPerPixel) throw new ArgumentException("a picture has four bytes for each pixel", nameof(bytes));
        (Width, Height, Bytes) = (width, height, bytes);
    }

    /// <summary>Pixels across.</summary>
    public int Width { get; }

    /// <summary>Pixels down.</summary>
    public int Height { get; }

    /// <summary>Red, green, blue and alpha of each pixel, row by row.</summary>
    public byte[] Bytes { get; }
}
