using System.Globalization;

namespace ZestyReel.Core.Time;

/// <summary>
/// Hours, minutes, seconds and frames; frame 0 is 00:00:00:00. At 29.97 and 59.94 fps the drop-frame count of
/// SMPTE ST 12-1 can be used: the numbers 0 and 1 (0 to 3) are skipped each minute but every tenth, so that an hour
/// of timecode is an hour on the clock to within 3.6 ms. No frame is dropped, only numbers are.
/// </summary>
public static class Timecode
{
    /// <summary>Whether drop-frame is offered at a rate.</summary>
    public static bool CanDrop(FrameRate rate) => rate is { Den: 1001, Num: 30000 or 60000 };

    /// <summary>The timecode of a frame; with <c>;</c> before the frames where numbers are dropped.</summary>
    public static string Of(FrameRate rate, long frame, bool drop)
    {
        var perSecond = PerSecond(rate);
        var count = Math.Abs(frame);
        var dropped = drop && CanDrop(rate);
        if (dropped)
        {
            var skipped = perSecond / 15;
            long perMinute = perSecond * 60 - skipped, perTenMinutes = perMinute * 10 + skipped;
            var (tens, rest) = Math.DivRem(count, perTenMinutes);
            // The first minute of ten keeps its first numbers, and is longer by them.
            count += skipped * (9 * tens + (rest < skipped ? 0 : (rest - skipped) / perMinute));
        }
        var (seconds, frames) = Math.DivRem(count, perSecond);
        return string.Create(CultureInfo.InvariantCulture,
            $"{(frame < 0 ? "-" : "")}{seconds / 3600:00}:{seconds / 60 % 60:00}:{seconds % 60:00}{(dropped ? ';' : ':')}{frames:00}");
    }

    /// <summary>The frame of a timecode; parts on the left may be left out. A <c>;</c> before the frames means drop-frame.</summary>
    /// <exception cref="Refusal">The text is no timecode at this rate.</exception>
    public static long Parse(FrameRate rate, string text, string place = "time")
    {
        var perSecond = PerSecond(rate);
        var isNegative = text.StartsWith('-');
        var parts = (isNegative ? text[1..] : text).Split(':', ';');
        var drop = text.Contains(';');
        if (drop && !CanDrop(rate)) throw new Refusal(place, "drop-frame timecode is for 29.97 and 59.94 fps; write : before the frames");
        var numbers = new long[4];
        if (parts.Length is < 2 or > 4) throw Unreadable(text, place);
        for (var i = 0; i < parts.Length; i++)
            if (parts[i].Length > 4 || !long.TryParse(parts[i], NumberStyles.None, CultureInfo.InvariantCulture, out numbers[4 - parts.Length + i]))
                throw Unreadable(text, place);
        var (hours, minutes, seconds, frames) = (numbers[0], numbers[1], numbers[2], numbers[3]);
        if (minutes > 59 || seconds > 59) throw new Refusal(place, "minutes and seconds go up to 59");
        if (frames >= perSecond) throw new Refusal(place, $"frames go up to {perSecond - 1} at this rate");
        var count = ((hours * 60 + minutes) * 60 + seconds) * perSecond + frames;
        if (drop)
        {
            var skipped = perSecond / 15;
            var allMinutes = hours * 60 + minutes;
            if (minutes % 10 != 0 && seconds == 0 && frames < skipped)
                throw new Refusal(place, $"drop-frame timecode has no {text}; this minute starts with frame {skipped:00}");
            count -= skipped * (allMinutes - allMinutes / 10);
        }
        return isNegative ? -count : count;
    }

    /// <summary>How many frames a second of timecode counts.</summary>
    internal static long PerSecond(FrameRate rate) => (rate.Num + rate.Den - 1) / rate.Den;

    private static Refusal Unreadable(string text, string place) =>
        new(place, $"\"{(text.Length <= 24 ? text : text[..24] + "…")}\" is no timecode; write it as 00:00:03:14");
}
