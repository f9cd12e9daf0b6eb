using System.Globalization;

namespace ZestyReel.Core.Time;

/// <summary>Times as people write and read them.</summary>
public static class TimeText
{
    /// <summary>A frame in one of the ways of showing time.</summary>
    public static string Of(FrameRate rate, long frame, TimeDisplay display) => display switch
    {
        TimeDisplay.Seconds => (rate.StartOf(frame).Value / (decimal)Tick.PerSecond).ToString("0.000", CultureInfo.InvariantCulture) + "s",
        TimeDisplay.Timecode => Timecode.Of(rate, frame, drop: false),
        TimeDisplay.DropFrame => Timecode.Of(rate, frame, drop: true),
        _ => frame.ToString(CultureInfo.InvariantCulture),
    };

    /// <summary>
    /// The frame that a text means: <c>86</c>, <c>3.5s</c>, <c>00:00:03:14</c>, or <c>+12</c> from the present one
    /// (also <c>+=12</c>, <c>-=12</c>, <c>+0.5s</c>). Whatever the display, all of them are read.
    /// </summary>
    /// <exception cref="Refusal">The text is no time.</exception>
    public static decimal FrameOf(FrameRate rate, string text, decimal present, string place = "time")
    {
        var plain = text.Trim().Replace(" ", "", StringComparison.Ordinal).Replace(',', '.');
        if (plain.StartsWith("+=", StringComparison.Ordinal) || plain.StartsWith("-=", StringComparison.Ordinal))
            return present + (plain[0] == '-' ? -1 : 1) * Absolute(rate, plain[2..], place);
        return plain.StartsWith('+') ? present + Absolute(rate, plain[1..], place) : Absolute(rate, plain, place);
    }

    private static decimal Absolute(FrameRate rate, string text, string place)
    {
        if (text.Contains(':') || text.Contains(';')) return Timecode.Parse(rate, text, place);
        var inSeconds = text.EndsWith('s');
        if (text.Length > 24 || !decimal.TryParse(inSeconds ? text[..^1] : text, NumberStyles.AllowLeadingSign | NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number))
            throw new Refusal(place, "this is no time; write a frame (86), seconds (3.5s), timecode (00:00:03:14) or a step (+12)");
        var frame = inSeconds ? number * rate.Num / rate.Den : number;
        if (Math.Abs(frame) > FrameRange.FurthestFrame) throw new Refusal(place, "this time is out of reach");
        return frame;
    }
}
