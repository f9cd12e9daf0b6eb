using ZestyReel.Core;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Time;

public class FrameRateTests
{
    [Theory]
    [InlineData("24", 29_400_000)]
    [InlineData("25", 28_224_000)]
    [InlineData("30", 23_520_000)]
    [InlineData("48", 14_700_000)]
    [InlineData("50", 14_112_000)]
    [InlineData("60", 11_760_000)]
    [InlineData("24000/1001", 29_429_400)]
    [InlineData("30000/1001", 23_543_520)]
    [InlineData("60000/1001", 11_771_760)]
    public void Usual_rates_have_whole_frames(string rate, long ticks)
    {
        FrameRate.Parse(rate).StartOf(1).Value.ShouldBe(ticks);
        FrameRate.Parse(rate).StartOf(-240).Value.ShouldBe(-240 * ticks);
        FrameRate.Parse(rate).TicksPerFrame.ShouldBe(ticks);
    }

    [Fact]
    public void Frames_of_uneven_rates_start_at_the_nearest_tick()
    {
        // 705,600,000 / 11 = 64,145,454.54…; 2 frames = 128,290,909.09…
        FrameRate.Parse("11").StartOf(1).Value.ShouldBe(64_145_455);
        FrameRate.Parse("11").StartOf(2).Value.ShouldBe(128_290_909);
        FrameRate.Parse("11").StartOf(-1).Value.ShouldBe(-64_145_455);
    }

    [Fact]
    public void Halves_are_rounded_to_even()
    {
        // At 24 fps a frame has 29,400,000 ticks, so that 1/58,800,000 of a frame is half a tick.
        const decimal halfTick = 1m / 58_800_000m;
        FrameRate.Film.At(0.5m).Value.ShouldBe(14_700_000);
        FrameRate.Parse("24").At(decimal.Round(halfTick, 28)).Value.ShouldBe(0);
        // 64 fps: 11,025,000 ticks; 0.00000005 frames = 0.55125 ticks.
        FrameRate.Parse("64").At(0.00000005m).Value.ShouldBe(1);
    }

    [Theory]
    [InlineData("0")]
    [InlineData("241")]
    [InlineData("-24")]
    [InlineData("24.5")]
    [InlineData("1/2")]
    [InlineData("24/0")]
    [InlineData("24/1/1")]
    [InlineData("")]
    [InlineData("film")]
    [InlineData("99999999999999999999")]
    public void What_is_no_rate_is_refused(string text) => Should.Throw<Refusal>(() => FrameRate.Parse(text)).Place.ShouldBe("rate");

    [Theory]
    [InlineData("24", "24")]
    [InlineData("30000/1001", "30000/1001")]
    [InlineData("29.97", "30000/1001")]
    [InlineData(" 23,976 ", "24000/1001")]
    [InlineData("23.98", "24000/1001")]
    [InlineData("59.94", "60000/1001")]
    [InlineData("12.5", "25/2")]
    [InlineData("29.5", "59/2")]
    public void A_typed_rate_is_what_people_mean_by_it(string text, string rate) => FrameRate.Typed(text).ToString().ShouldBe(rate);

    [Theory]
    [InlineData("0.5")]
    [InlineData("240.001")]
    [InlineData("-24.5")]
    [InlineData("1e2")]
    [InlineData("29.97.1")]
    [InlineData("film")]
    public void What_is_no_rate_typed_is_refused(string text) => Should.Throw<Refusal>(() => FrameRate.Typed(text));

    [Fact]
    public void Rates_are_kept_in_lowest_terms() => FrameRate.Parse("48/2").ShouldBe(FrameRate.Film);

    [Property]
    public bool A_frame_comes_back_from_its_tick(int frame, PositiveInt num, PositiveInt den)
    {
        var rate = Rate(num.Get, den.Get);
        var shown = frame % 1_000_000;
        return rate.ExactFrameOf(rate.StartOf(shown)) == shown && rate.IsOnFrame(rate.StartOf(shown));
    }

    [Property]
    public bool An_exact_frame_gives_the_same_tick_again(long ticks, PositiveInt num)
    {
        var rate = Rate(num.Get, 1);
        var tick = new Tick(ticks % 1_000_000_000_000);
        return rate.ExactFrameOf(tick) is not { } frame || rate.At(frame) == tick;
    }

    [Fact]
    public void A_tick_that_no_decimal_gives_has_no_frame()
    {
        // One tick at 24 fps is 1/29,400,000 frame, which has a factor 3 and 7 below.
        FrameRate.Film.ExactFrameOf(new Tick(1)).ShouldBeNull();
        FrameRate.Film.ExactFrameOf(new Tick(14_700_000)).ShouldBe(0.5m);
    }

    private static FrameRate Rate(int num, int den)
    {
        var below = den % 1001 + 1;
        return FrameRate.Of(below * (num % 239 + 1), below);
    }
}
