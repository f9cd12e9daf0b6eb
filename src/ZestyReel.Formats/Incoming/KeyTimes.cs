using ZestyReel.Core.Time;

namespace ZestyReel.Formats.Incoming;

/// <summary>Where the seconds of a file fall among frames. The file's zero is the scene's first frame.</summary>
/// <param name="rate">Frames per second.</param>
internal sealed class KeyTimes(FrameRate rate)
{
    /// <summary>The first frame of a scene that comes in.</summary>
    public const long First = 1;

    // A number as the file keeps it is off by so much of itself at the most.
    private const double OfItself = 1.0 / (1 << 22);

    private static readonly FrameRate[] Usual = [FrameRate.Film, FrameRate.Of(25, 1), FrameRate.Of(30, 1), FrameRate.Of(50, 1), FrameRate.Of(60, 1), FrameRate.Of(30_000, 1001), FrameRate.Of(24_000, 1001), FrameRate.Of(120, 1)];

    /// <summary>The rate on whose frames most of some seconds fall; the usual one where none does better.</summary>
    public static FrameRate RateOf(IReadOnlyCollection<float> seconds) =>
        seconds.Count == 0 ? FrameRate.Film : Usual.MaxBy(rate => seconds.Count(second => IsOnFrame(second, rate)))!;

    /// <summary>When something is that a file says a second of; on a whole frame where that is as near as the file can say.</summary>
    public Tick At(float second)
    {
        var start = rate.StartOf(First).Value;
        return IsOnFrame(second, rate) ? new(rate.StartOf(First + (long)Math.Round(second * rate.FramesPerSecond)).Value) : At((double)second);

        Tick At(double exact) => Math.Abs(exact) < 1e9 ? new(start + (long)Math.Round(exact * Tick.PerSecond)) : throw new Core.Refusal("file", "a time in it is out of reach");
    }

    /// <summary>Each of some seconds, one after the other however close they are.</summary>
    public Tick[] At(float[] seconds)
    {
        var times = Array.ConvertAll(seconds, At);
        for (var i = 1; i < times.Length; i++)
            if (times[i] <= times[i - 1]) times[i] = new(times[i - 1].Value + 1);
        return Array.TrueForAll(times, time => time.IsWithinReach) ? times : throw new Core.Refusal("file", "a time in it is out of reach");
    }

    private static bool IsOnFrame(float second, FrameRate rate)
    {
        var frame = second * rate.FramesPerSecond;
        return Math.Abs(frame) < 1e9 && Math.Abs(frame - Math.Round(frame)) <= Math.Max(1e-9, Math.Abs(frame) * OfItself);
    }
}
