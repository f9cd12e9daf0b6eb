using ZestyReel.Core.Pictures;

namespace ZestyReel.Core.Tests.Pictures;

public class PictureDifferenceTests
{
    private static Picture Of(int width, params byte[] bytes) => new(width, bytes.Length / 4 / width, bytes);

    [Fact]
    public void The_same_picture_does_not_differ() =>
        PictureDifference.Between(Of(2, 1, 2, 3, 255, 4, 5, 6, 255), Of(2, 1, 2, 3, 255, 4, 5, 6, 255)).ShouldBe(new(0, 0));

    [Fact]
    public void Black_and_white_differ_wholly()
    {
        PictureDifference.Between(Of(1, 0, 0, 0, 255), Of(1, 255, 255, 255, 255)).ShouldBe(new(1, 1));
        // One pixel of four.
        var one = PictureDifference.Between(Of(2, 0, 0, 0, 255, 0, 0, 0, 255, 0, 0, 0, 255, 0, 0, 0, 255), Of(2, 0, 0, 0, 255, 255, 255, 255, 255, 0, 0, 0, 255, 0, 0, 0, 255));
        one.Mean.ShouldBe(0.25, 1e-6);
        one.Changed.ShouldBe(0.25);
    }

    [Fact]
    public void Grey_differs_from_black_by_its_light()
    {
        // sRGB 188 is about half of the light (IEC 61966-2-1): ((188/255 + 0.055)/1.055)^2.4.
        PictureDifference.Between(Of(1, 188, 188, 188, 255), Of(1, 0, 0, 0, 255)).Mean.ShouldBe(0.5029, 1e-4);
        PictureDifference.Between(Of(1, 188, 0, 0, 255), Of(1, 0, 0, 0, 255)).Mean.ShouldBe(0.5029 / 3, 1e-4);
    }

    [Fact]
    public void What_nobody_sees_counts_in_the_mean_and_is_no_change()
    {
        var faint = PictureDifference.Between(Of(1, 10, 10, 10, 255), Of(1, 12, 12, 12, 255));
        faint.Mean.ShouldBeGreaterThan(0);
        faint.Changed.ShouldBe(0);
    }

    [Fact]
    public void What_is_see_through_has_no_colour()
    {
        PictureDifference.Between(Of(1, 255, 0, 0, 0), Of(1, 0, 255, 0, 0)).ShouldBe(new(0, 0));
        // Half covered: half of the light, and seen to be so.
        var half = PictureDifference.Between(Of(1, 255, 255, 255, 255), Of(1, 255, 255, 255, 128));
        half.Mean.ShouldBe(127 / 255.0, 1e-6);
        half.Changed.ShouldBe(1);
        // Black over nothing is no light, and not the same.
        PictureDifference.Between(Of(1, 0, 0, 0, 255), Of(1, 0, 0, 0, 0)).ShouldBe(new(0, 1));
    }

    [Fact]
    public void Pictures_of_different_sizes_are_not_compared()
    {
        Should.Throw<ArgumentException>(() => PictureDifference.Between(Of(1, 0, 0, 0, 255), Of(2, 0, 0, 0, 255, 0, 0, 0, 255)));
        Should.Throw<ArgumentException>(() => new Picture(2, 2, new byte[15]));
    }
}
