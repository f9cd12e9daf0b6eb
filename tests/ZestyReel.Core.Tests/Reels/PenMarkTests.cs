using ZestyReel.Core.Reels;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Reels;

public class PenMarkTests
{
    private static PenMark Mark(PenKind kind, int places, string words = "", double width = 4, double x = 0.5) =>
        new(kind, [.. Enumerable.Repeat(new[] { x, 0.5 }, places).SelectMany(place => place)], words, PenColour.Mint, width);

    [Theory]
    [InlineData(PenKind.Stroke, 1, "")]
    [InlineData(PenKind.Stroke, 4000, "")]
    [InlineData(PenKind.Arrow, 2, "")]
    [InlineData(PenKind.Text, 1, "lower")]
    [InlineData(PenKind.Remark, 0, "too late")]
    public void A_mark_that_is_as_its_kind_has_it_stays_as_it_is(PenKind kind, int places, string words)
    {
        var mark = Mark(kind, places, words);
        mark.Checked().ShouldBeSameAs(mark);
    }

    [Theory]
    [InlineData(PenKind.Stroke, 0, "", "points")]
    [InlineData(PenKind.Stroke, 4001, "", "points")]
    [InlineData(PenKind.Arrow, 3, "", "points")]
    [InlineData(PenKind.Text, 2, "lower", "points")]
    [InlineData(PenKind.Remark, 1, "late", "points")]
    [InlineData(PenKind.Text, 1, "  ", "words")]
    [InlineData(PenKind.Remark, 0, "", "words")]
    [InlineData(PenKind.Arrow, 2, "said", "words")]
    public void What_does_not_belong_to_its_kind_is_refused(PenKind kind, int places, string words, string place) =>
        Should.Throw<Refusal>(Mark(kind, places, words).Checked).Place.ShouldBe(place);

    [Theory]
    [InlineData(double.NaN)]
    [InlineData(-0.26)]
    [InlineData(1.26)]
    [InlineData(double.PositiveInfinity)]
    public void A_place_far_off_the_picture_is_refused(double x) => Should.Throw<Refusal>(Mark(PenKind.Stroke, 2, x: x).Checked).Place.ShouldBe("points");

    [Theory]
    [InlineData(0)]
    [InlineData(double.NaN)]
    [InlineData(1000)]
    public void A_width_out_of_reach_is_refused(double width) => Should.Throw<Refusal>(Mark(PenKind.Stroke, 2, width: width).Checked).Place.ShouldBe("width");

    [Fact]
    public void Places_are_spread_evenly_with_both_ends()
    {
        var plan = new ReelPlan(new FrameRange(1, 100), LeadIn: 1);
        plan.Spread(5).ShouldBe([0, 25, 50, 75, 100]);
        plan.Spread(2).ShouldBe([0, 100]);
        plan.Spread(1).ShouldBe([0]);
        plan.Spread(1000).ShouldBe(Enumerable.Range(0, 101));
        Should.Throw<Refusal>(() => plan.Spread(0)).Place.ShouldBe("count");
    }
}
