using SkiaSharp;
using ZestyReel.Core.Pictures;

namespace ZestyReel.Formats.Pictures;

/// <summary>Reads PNG files as pictures.</summary>
public static class PngPictures
{
    /// <summary>The picture of a file, brought to a size where one is given.</summary>
    /// <exception cref="InvalidDataException">It cannot be read.</exception>
    public static Picture Read(byte[] png, (int Width, int Height)? size = null)
    {
        using var bitmap = Decode(png);
        var info = bitmap.Info;
        if (size is not { } wanted || wanted == (info.Width, info.Height)) return new(info.Width, info.Height, bitmap.GetPixelSpan().ToArray());
        using var fitted = bitmap.Resize(new SKImageInfo(wanted.Width, wanted.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear))
            ?? throw new InvalidDataException("The picture cannot be brought to that size.");
        return new(wanted.Width, wanted.Height, fitted.GetPixelSpan().ToArray());
    }

    /// <exception cref="InvalidDataException">It cannot be read.</exception>
    internal static SKBitmap Decode(byte[] png)
    {
        using var data = SKData.CreateCopy(png);
        using var codec = SKCodec.Create(data) ?? throw new InvalidDataException("This is not a PNG.");
        // Without a space of colours nothing is converted: the bytes come as the file has them.
        var info = new SKImageInfo(codec.Info.Width, codec.Info.Height, SKColorType.Rgba8888, SKAlphaType.Unpremul);
        var bitmap = new SKBitmap(info);
        if (codec.GetPixels(info, bitmap.GetPixels()) == SKCodecResult.Success) return bitmap;
        bitmap.Dispose();
        throw new InvalidDataException("This is not a whole PNG.");
    }
}
