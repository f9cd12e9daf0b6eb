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
    [InlineData("-5", 5)]
    [InlineData("=-5", -5)]
    [InlineData("=86", 86)]
    [InlineData("-1s", -14)]
    [InlineData("3.5s", 84)]
    [InlineData(".5s", 12)]
    [InlineData("+.5s", 22)]
    [InlineData("3,5 s", 84)]
    [InlineData("00:00:03:14", 86)]
    [InlineData("3:14", 86)]
    [InlineData("+12", 22)]
    [InlineData("-=12", -2)]
    [InlineData("+0.5s", 22)]
    public void Times_are_read_in_every_way(string text, int frame) => new SceneClock(FrameRate.Film, 0, 0).FrameOf(text, 10).ShouldBe(frame);

    // A scene from frame 1 on that starts at one hour: seconds count from its start, timecode from the hour.
    [Theory]
    [InlineData("86", 86)]
    [InlineData("4s", 97)]
    [InlineData("0s", 1)]
    [InlineData("=-1s", -23)]
    [InlineData("01:00:00:00", 1)]
    [InlineData("01:00:04:00", 97)]
    [InlineData("+4s", 106)]
    [InlineData("+00:00:01:00", 34)]
    [InlineData("-1s", -14)]
    public void Times_count_from_the_start_of_the_scene(string text, int frame) => new SceneClock(FrameRate.Film, 1, 24 * 3600).FrameOf(text, 10).ShouldBe(frame);

    [Theory]
    [InlineData("01:00:00:10", "60", "01:00:00:25")]
    [InlineData("00:00:10:23", "25", "00:00:10:23")]
    [InlineData("00:59:59:12", "30000/1001", "00:59:59:15")]
    [InlineData("99:59:59:23", "30000/1001", "99:59:59:28")]
    public void A_start_has_the_same_clock_at_another_rate(string before, string rate, string after)
    {
        var clock = new SceneClock(FrameRate.Film, 1, SceneClock.StartOf(FrameRate.Film, before));
        Timecode.Of(FrameRate.Parse(rate), clock.StartAt(FrameRate.Parse(rate)), drop: false).ShouldBe(after);
        SceneClock.StartOf(FrameRate.Parse(rate), after).ShouldBe(clock.StartAt(FrameRate.Parse(rate)));
        Should.Throw<Refusal>(() => SceneClock.StartOf(FrameRate.Film, "-00:00:01:00"));
        Should.Throw<Refusal>(() => SceneClock.StartOf(FrameRate.Film, "100:00:00:00"));
    }

    [Theory]
    [InlineData("")]
    [InlineData("soon")]
    [InlineData("1e99")]
    [InlineData("99999999999")]
    public void What_is_no_time_is_refused(string text) => Should.Throw<Refusal>(() => new SceneClock(FrameRate.Film, 0, 0).FrameOf(text, 0));

    [Theory]
    [InlineData(TimeDisplay.Frames, "86")]
    [InlineData(TimeDisplay.Seconds, "3.583s")]
    [InlineData(TimeDisplay.Timecode, "00:00:03:14")]
    [InlineData(TimeDisplay.DropFrame, "00:00:03:14")]
    public void Times_are_shown_in_every_way(TimeDisplay display, string text)
    {
        new SceneClock(FrameRate.Film, 0, 0).Of(86, display).ShouldBe(text);
        // The same moment of a scene that begins ten frames later, and whose timecode starts with it.
        if (display != TimeDisplay.Frames) new SceneClock(FrameRate.Film, 10, 0).Of(96, display).ShouldBe(text);
    }
}
