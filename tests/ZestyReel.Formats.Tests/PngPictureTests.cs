using FsCheck.Xunit;
using SkiaSharp;
using ZestyReel.Core.Pictures;
using ZestyReel.Formats.Pictures;

namespace ZestyReel.Formats.Tests;

public class PngPictureTests
{
    private static byte[] Png(int width, int height, byte[] bytes)
    {
        using var bitmap = new SKBitmap(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        bytes.CopyTo(bitmap.GetPixelSpan());
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    [Property(MaxTest = 50)]
    public void A_picture_comes_back_as_it_was(int seed)
    {
        var bytes = new byte[7 * 5 * 4];
        new Random(seed).NextBytes(bytes);
        // What is wholly see-through has no colour to keep.
        for (var i = 3; i < bytes.Length; i += 4) bytes[i] = Math.Max(bytes[i], (byte)1);
        var read = PngPictures.Read(Png(7, 5, bytes));
        (read.Width, read.Height).ShouldBe((7, 5));
        read.Bytes.ShouldBe(bytes);
    }

    [Property(MaxTest = 50)]
    public void The_difference_is_what_Skia_finds_in_linear_light(int seed)
    {
        var random = new Random(seed);
        byte[] a = new byte[16 * 9 * 4], b = new byte[16 * 9 * 4];
        random.NextBytes(a);
        random.NextBytes(b);
        for (var i = 3; i < a.Length; i += 4) a[i] = b[i] = 255;
        var (one, other) = (Linear(a), Linear(b));
        var mean = one.Zip(other, (x, y) => Math.Abs(x.Red - y.Red) + Math.Abs(x.Green - y.Green) + Math.Abs(x.Blue - y.Blue)).Average() / 3;
        PictureDifference.Between(PngPictures.Read(Png(16, 9, a)), PngPictures.Read(Png(16, 9, b))).Mean.ShouldBe(mean, 1e-4);
    }

    /// <summary>Each pixel in linear light, as Skia's own spaces of colour have it.</summary>
    private static List<SKColorF> Linear(byte[] bytes)
    {
        using var from = new SKBitmap(new SKImageInfo(16, 9, SKColorType.Rgba8888, SKAlphaType.Unpremul, SKColorSpace.CreateSrgb()));
        bytes.CopyTo(from.GetPixelSpan());
        using var to = new SKBitmap(new SKImageInfo(16, 9, SKColorType.RgbaF32, SKAlphaType.Unpremul, SKColorSpace.CreateSrgbLinear()));
        using (var pixels = from.PeekPixels()) pixels.ReadPixels(to.Info, to.GetPixels(), to.RowBytes).ShouldBeTrue();
        var floats = System.Runtime.InteropServices.MemoryMarshal.Cast<byte, float>(to.GetPixelSpan());
        var found = new List<SKColorF>();
        for (var i = 0; i < floats.Length; i += 4) found.Add(new(floats[i], floats[i + 1], floats[i + 2]));
        return found;
    }

    [Fact]
    public void A_picture_is_brought_to_another_size()
    {
        var read = PngPictures.Read(Png(2, 1, [255, 0, 0, 255, 0, 0, 255, 255]), (8, 4));
        (read.Width, read.Height).ShouldBe((8, 4));
        read.Bytes[..4].ShouldBe([255, 0, 0, 255]);
        read.Bytes[^4..].ShouldBe([0, 0, 255, 255]);
    }

    [Fact]
    public void What_is_no_picture_is_told()
    {
        Should.Throw<InvalidDataException>(() => PngPictures.Read("no picture"u8.ToArray()));
        Should.Throw<InvalidDataException>(() => PngPictures.Read(Png(20, 20, new byte[1600])[..60]));
    }
}
