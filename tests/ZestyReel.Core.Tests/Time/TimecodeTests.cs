using ZestyReel.Core;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Time;

public class TimecodeTests
{
    private static readonly FrameRate Ntsc = FrameRate.Parse("30000/1001"), Fast = FrameRate.Parse("60000/1001");

    /// <summary>Known marks of the drop-frame count: an hour is 107,892 frames at 29.97 and 215,784 at 59.94.</summary>
    [Theory]
    [InlineData("30000/1001", 107_892, "01:00:00;00")]
    [InlineData("60000/1001", 215_784, "01:00:00;00")]
    [InlineData("30000/1001", 17_982, "00:10:00;00")]
    [InlineData("30000/1001", 1_799, "00:00:59;29")]
    [InlineData("30000/1001", 1_800, "00:01:00;02")]
    [InlineData("30000/1001", 3_597, "00:01:59;29")]
    [InlineData("30000/1001", 3_598, "00:02:00;02")]
    [InlineData("60000/1001", 3_600, "00:01:00;04")]
    [InlineData("30000/1001", -1_800, "-00:01:00;02")]
    public void Drop_frame_has_its_published_marks(string rate, long frame, string timecode)
    {
        Timecode.Of(FrameRate.Parse(rate), frame, drop: true).ShouldBe(timecode);
        Timecode.Parse(FrameRate.Parse(rate), timecode).ShouldBe(frame);
    }

    [Theory]
    [InlineData("24", 86, "00:00:03:14")]
    [InlineData("25", 90_000, "01:00:00:00")]
    [InlineData("24000/1001", 24, "00:00:01:00")]
    [InlineData("30000/1001", 1_800, "00:01:00:00")]
    public void Without_dropping_every_number_counts(string rate, long frame, string timecode)
    {
        Timecode.Of(FrameRate.Parse(rate), frame, drop: false).ShouldBe(timecode);
        Timecode.Parse(FrameRate.Parse(rate), timecode).ShouldBe(frame);
    }

    [Property]
    public bool Every_frame_comes_back(int frame, bool fast) =>
        Timecode.Parse(fast ? Fast : Ntsc, Timecode.Of(fast ? Fast : Ntsc, frame % 10_000_000, drop: true)) == frame % 10_000_000;

    [Fact]
    public void Counting_on_by_one_skips_only_what_it_should()
    {
        // Counted by hand, number by number, over eleven minutes.
        int minute = 0, second = 0, number = 0;
        for (var frame = 0; frame < 20_000; frame++)
        {
            Timecode.Of(Ntsc, frame, drop: true).ShouldBe($"00:{minute:00}:{second:00};{number:00}");
            if (++number < 30) continue;
            number = 0;
            if (++second < 60) continue;
            second = 0;
            minute++;
            if (minute % 10 != 0) number = 2;
        }
    }

    [Theory]
    [InlineData("00:01:00;00")]
    [InlineData("00:00:60:00")]
    [InlineData("00:00:01:30")]
    [InlineData("1:2:3:4:5")]
    [InlineData("00:00:0x:00")]
    [InlineData(":")]
    public void What_is_no_timecode_is_refused(string text) => Should.Throw<Refusal>(() => Timecode.Parse(Ntsc, text));

    [Theory]
    [InlineData("86", 86)]
    [InlineData("-5", -5)]
    [InlineData("3.5s", 84)]
    [InlineData("3,5 s", 84)]
    [InlineData("00:00:03:14", 86)]
    [InlineData("3:14", 86)]
    [InlineData("+12", 22)]
    [InlineData("-=12", -2)]
    [InlineData("+0.5s", 22)]
    public void Times_are_read_in_every_way(string text, int frame) => TimeText.FrameOf(FrameRate.Film, text, 10).ShouldBe(frame);

    [Theory]
    [InlineData("")]
    [InlineData("soon")]
    [InlineData("1e99")]
    [InlineData("99999999999")]
    public void What_is_no_time_is_refused(string text) => Should.Throw<Refusal>(() => TimeText.FrameOf(FrameRate.Film, text, 0));

    [Theory]
    [InlineData(TimeDisplay.Frames, "86")]
    [InlineData(TimeDisplay.Seconds, "3.583s")]
    [InlineData(TimeDisplay.Timecode, "00:00:03:14")]
    [InlineData(TimeDisplay.DropFrame, "00:00:03:14")]
    public void Times_are_shown_in_every_way(TimeDisplay display, string text) => TimeText.Of(FrameRate.Film, 86, display).ShouldBe(text);
}
