using SkiaSharp;
using ZestyReel.Formats.Pictures;

namespace ZestyReel.Formats.Tests;

public class LightPictureTests
{
    private static byte[] Png(int width, int height, Func<int, int, SKColor> at)
    {
        using var bitmap = new SKBitmap(width, height);
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++) bitmap.SetPixel(x, y, at(x, y));
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    private static readonly byte[] Noise = MadeNoise();

    private static byte[] MadeNoise()
    {
        var noise = new byte[400 * 300];
        new Random(5).NextBytes(noise);
        return noise;
    }

    // Noise in the low bits, which PNG cannot pack.
    private static SKColor Noisy(int x, int y) => new((byte)(x * 255 / 400), (byte)(y * 255 / 300), (byte)(100 + Noise[y * 400 + x] % 8));

    [Fact]
    public void A_light_picture_is_a_smaller_JPEG_that_looks_the_same()
    {
        var png = Png(400, 300, Noisy);
        var jpeg = LightPictures.Of(png)!;
        jpeg.Length.ShouldBeLessThan(png.Length / 2);
        using var data = SKData.CreateCopy(jpeg);
        using var codec = SKCodec.Create(data);
        codec.EncodedFormat.ShouldBe(SKEncodedImageFormat.Jpeg);
        using var read = SKBitmap.Decode(jpeg);
        (read.Width, read.Height).ShouldBe((400, 300));
        foreach (var (x, y) in ((int, int)[])[(20, 30), (200, 150), (380, 290)])
        {
            var (a, b) = (Noisy(x, y), read.GetPixel(x, y));
            Math.Abs(a.Red - b.Red).ShouldBeLessThan(12);
            Math.Abs(a.Green - b.Green).ShouldBeLessThan(12);
        }
    }

    [Fact]
    public void A_large_one_is_brought_down_in_its_proportions()
    {
        using var read = SKBitmap.Decode(LightPictures.Of(Png(1920, 480, (_, _) => SKColors.Teal))!);
        (read.Width, read.Height).ShouldBe((960, 240));
    }

    [Fact]
    public void What_is_see_through_or_no_lighter_has_none()
    {
        LightPictures.Of(Png(400, 300, (x, y) => Noisy(x, y).WithAlpha((byte)(x == 7 ? 254 : 255)))).ShouldBeNull();
        LightPictures.Of(Png(8, 8, (_, _) => SKColors.Black)).ShouldBeNull();
        Should.Throw<InvalidDataException>(() => LightPictures.Of([1, 2, 3]));
    }
}
