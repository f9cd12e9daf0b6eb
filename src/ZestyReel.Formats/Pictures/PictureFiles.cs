using SkiaSharp;
using ZestyReel.Core;

namespace ZestyReel.Formats.Pictures;

/// <summary>Picture files that people bring: PNG, JPEG and WebP, whole and of a bounded size.</summary>
public static class PictureFiles
{
    /// <summary>The largest file, in bytes.</summary>
    public const int LargestFile = 64_000_000;

    /// <summary>Most pixels of a picture.</summary>
    public const long MostPixels = 50_000_000;

    private static readonly (SKEncodedImageFormat Format, string Type)[] Known =
        [(SKEncodedImageFormat.Png, "image/png"), (SKEncodedImageFormat.Jpeg, "image/jpeg"), (SKEncodedImageFormat.Webp, "image/webp")];

    /// <summary>Reads a file through, so that whatever is kept can be shown.</summary>
    /// <param name="file">The file.</param>
    /// <param name="place">What is told as the place of a fault.</param>
    /// <returns>Its pixels across and down.</returns>
    /// <exception cref="Refusal">It is no such picture, is damaged, or has too many pixels.</exception>
    public static (int Width, int Height) Check(byte[] file, string place)
    {
        if (file.Length > LargestFile) throw new Refusal(place, $"the picture's file is larger than {LargestFile / 1_000_000} MB, the most that is taken");
        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data) ?? throw new Refusal(place, "this is no picture that is known; use PNG, JPEG or WebP");
        if (!Known.Any(each => each.Format == codec.EncodedFormat)) throw new Refusal(place, $"this is a {codec.EncodedFormat.ToString().ToUpperInvariant()} file; use PNG, JPEG or WebP");
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if ((long)width * height > MostPixels)
            throw new Refusal(place, $"the picture has {width} × {height} pixels, {(long)width * height / 1_000_000} million; {MostPixels / 1_000_000} million is the most. Make it smaller");
        if (!IsWhole(codec, new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul))) throw new Refusal(place, "the picture's file is damaged, or its end is missing");
        return (width, height);
    }

    /// <summary>The media type of a file that has been checked.</summary>
    public static string TypeOf(byte[] file)
    {
        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data);
        return Known.FirstOrDefault(each => each.Format == codec?.EncodedFormat).Type ?? "application/octet-stream";
    }

    // Row by row where the format can, so that a large picture does not lie in memory as a whole.
    private static bool IsWhole(SKCodec codec, SKImageInfo info)
    {
        if (codec.StartScanlineDecode(info) != SKCodecResult.Success)
        {
            using var bitmap = new SKBitmap(info);
            return codec.GetPixels(info, bitmap.GetPixels()) == SKCodecResult.Success;
        }
        const int Rows = 64;
        using var strip = new SKBitmap(info.WithSize(info.Width, Math.Min(Rows, info.Height)));
        for (var row = 0; row < info.Height; row += Rows)
        {
            var wanted = Math.Min(Rows, info.Height - row);
            if (codec.GetScanlines(strip.GetPixels(), wanted, strip.RowBytes) != wanted) return false;
        }
        return true;
    }
}
