namespace ZestyReel.Core.Pictures;

/// <summary>How two pictures of one size differ.</summary>
/// <param name="Mean">The mean of what red, green and blue differ by in linear light, 0 to 1; each counts as much as its pixel covers.</param>
/// <param name="Changed">The share of the pixels of which one of the three, or alpha, differs by more than a threshold.</param>
public readonly record struct PictureDifference(double Mean, double Changed)
{
    /// <summary>The threshold in linear light: what the eye does not see, and a codec's noise, lies below it.</summary>
    public const double Threshold = 1.0 / 128;

    /// <summary>Linear light of each sRGB byte, 0 to 1: c/12.92 up to 0.04045, else ((c + 0.055)/1.055)^2.4 (IEC 61966-2-1).</summary>
    private static readonly float[] Light = [.. Enumerable.Range(0, 256).Select(step => step / 255.0).Select(c => (float)(c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4)))];

    /// <summary>Compares two pictures.</summary>
    /// <exception cref="ArgumentException">They are of different sizes.</exception>
    public static PictureDifference Between(Picture a, Picture b)
    {
        if (a.Width != b.Width || a.Height != b.Height) throw new ArgumentException("the pictures are of different sizes", nameof(b));
        ReadOnlySpan<byte> one = a.Bytes, other = b.Bytes;
        var (sum, changed) = (0.0, 0L);
        for (var row = 0; row < a.Height; row++)
        {
            var from = row * a.Width * Picture.BytesPerPixel;
            var (mean, count) = Between(one.Slice(from, a.Width * Picture.BytesPerPixel), other.Slice(from, a.Width * Picture.BytesPerPixel));
            sum += mean;
            changed += count;
        }
        var pixels = (double)a.Width * a.Height;
        return new(sum / (3 * pixels), changed / pixels);
    }

    /// <summary>What the pixels of a row differ by together, and how many of them beyond the threshold.</summary>
    private static (double Sum, long Changed) Between(ReadOnlySpan<byte> one, ReadOnlySpan<byte> other)
    {
        // Most rows of most pictures are the same.
        if (one.SequenceEqual(other)) return default;
        var (sum, changed) = (0.0, 0L);
        for (var i = 0; i < one.Length; i += Picture.BytesPerPixel)
        {
            float coversOne = one[i + 3] / 255f, coversOther = other[i + 3] / 255f;
            var red = Math.Abs(Light[one[i]] * coversOne - Light[other[i]] * coversOther);
            var green = Math.Abs(Light[one[i + 1]] * coversOne - Light[other[i + 1]] * coversOther);
            var blue = Math.Abs(Light[one[i + 2]] * coversOne - Light[other[i + 2]] * coversOther);
            sum += red + green + blue;
            if (Math.Max(Math.Max(red, green), Math.Max(blue, Math.Abs(coversOne - coversOther))) > Threshold) changed++;
        }
        return (sum, changed);
    }
}
