using System.Globalization;

namespace ZestyReel.Core.Time;

/// <summary>Times of a scene as people write and read them. Seconds count from its first frame on; timecode from where it starts there.</summary>
/// <param name="Rate">Frames per second.</param>
/// <param name="First">The scene's first frame.</param>
/// <param name="Start">The timecode of that frame, as the frames that it counts.</param>
public readonly record struct SceneClock(FrameRate Rate, long First, long Start)
{
    /// <summary>The latest timecode that a scene can start with, in hours.</summary>
    public const int LatestStart = 100;

    /// <summary>A frame in one of the ways of showing time.</summary>
    public string Of(long frame, TimeDisplay display) => display switch
    {
        TimeDisplay.Seconds => ((Rate.StartOf(frame) - Rate.StartOf(First)).Value / (decimal)Tick.PerSecond).ToString("0.000", CultureInfo.InvariantCulture) + "s",
        TimeDisplay.Timecode => Timecode.Of(Rate, frame - First + Start, drop: false),
        TimeDisplay.DropFrame => Timecode.Of(Rate, frame - First + Start, drop: true),
        _ => frame.ToString(CultureInfo.InvariantCulture),
    };

    /// <summary>
    /// The frame that a text means: <c>86</c>, <c>3.5s</c>, <c>00:00:03:14</c>, or <c>+12</c> from the present one
    /// (also <c>+=12</c>, <c>-=12</c>, <c>+0.5s</c>). Whatever the display, all of them are read.
    /// </summary>
    /// <exception cref="Refusal">The text is no time.</exception>
    public decimal FrameOf(string text, decimal present, string place = "time")
    {
        var plain = text.Trim().Replace(" ", "", StringComparison.Ordinal).Replace(',', '.');
        if (plain.StartsWith("+=", StringComparison.Ordinal) || plain.StartsWith("-=", StringComparison.Ordinal))
            return present + (plain[0] == '-' ? -1 : 1) * Span(plain[2..], place);
        return plain switch
        {
            ['+', ..] => present + Span(plain[1..], place),
            ['-', ..] => present - Span(plain[1..], place),
            ['=', ..] => Moment(plain[1..], place),
            _ => Moment(plain, place),
        };
    }

    /// <summary>A moment, in frames of the scene.</summary>
    private decimal Moment(string text, string place)
    {
        var frame = Span(text, place) + (IsTimecode(text) ? First - Start : text.EndsWith('s') ? First : 0);
        return Math.Abs(frame) > FrameRange.FurthestFrame ? throw new Refusal(place, "this time is out of reach") : frame;
    }

    /// <summary>How long a text says, in frames.</summary>
    private decimal Span(string text, string place)
    {
        if (IsTimecode(text)) return Timecode.Parse(Rate, text, place);
        var inSeconds = text.EndsWith('s');
        if (text.Length > 24 || !decimal.TryParse(inSeconds ? text[..^1] : text, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number))
            throw new Refusal(place, "this is no time; write a frame (86), seconds (3.5s), timecode (00:00:03:14) or a step (+12 or -12)");
        var frames = inSeconds ? number * Rate.Num / Rate.Den : number;
        return Math.Abs(frames) > 2 * FrameRange.FurthestFrame ? throw new Refusal(place, "this time is out of reach") : frames;
    }

    private static bool IsTimecode(string text) => text.Contains(':') || text.Contains(';');

    /// <summary>The frames of a timecode that a scene starts with.</summary>
    /// <exception cref="Refusal">It is none, or out of reach.</exception>
    public static long StartOf(FrameRate rate, string timecode, string place = "start") => StartChecked(rate, Timecode.Parse(rate, timecode, place), place);

    /// <exception cref="Refusal">It is out of reach.</exception>
    public static long StartChecked(FrameRate rate, long start, string place) => start < 0 || start >= LatestStart * 3600 * Timecode.PerSecond(rate)
        ? throw new Refusal(place, $"a scene starts between 00:00:00:00 and {LatestStart} hours")
        : start;

    /// <summary>The start with the same hours, minutes and seconds at another rate; frames that it has not are left out.</summary>
    public long StartAt(FrameRate rate)
    {
        var (from, to) = (Timecode.PerSecond(Rate), Timecode.PerSecond(rate));
        var (seconds, frames) = Math.DivRem(Start, from);
        return seconds * to + Math.Min(to - 1, frames * to / from);
    }
}
