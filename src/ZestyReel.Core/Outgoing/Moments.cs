using System.Globalization;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Outgoing;

/// <summary>The moments at which motion is written down: every so many frames, or so many a second.</summary>
public sealed class Moments
{
    /// <summary>Most of them.</summary>
    public const int Most = 100_000;

    private readonly FrameRate _scene;
    private readonly decimal[]? _frames;
    private readonly Tick[] _ticks;

    private Moments(FrameRate scene, decimal[]? frames, Tick[] ticks, double rate) => (_scene, _frames, _ticks, Rate) = (scene, frames, ticks, rate);

    /// <summary>How many there are; at least one.</summary>
    public int Count => _ticks.Length;

    /// <summary>How many there are in a second.</summary>
    public double Rate { get; }

    /// <summary>When a moment is, in played time.</summary>
    public Tick this[int at] => _ticks[at];

    /// <summary>Seconds from the first one.</summary>
    public double SecondsOf(int at) => (double)(_ticks[at].Value - _ticks[0].Value) / Tick.PerSecond;

    /// <summary>The frame of the scene, as it is written.</summary>
    public string FrameOf(int at) => _frames is null
        ? _scene.FrameOf(_ticks[at].Value).ToString("0.######", CultureInfo.InvariantCulture)
        : _frames[at].ToString("0.############################", CultureInfo.InvariantCulture);

    /// <summary>All of them, as evaluation takes them.</summary>
    public double[] Played() => Array.ConvertAll(_ticks, tick => (double)tick.Value);

    /// <summary>The same with so many times as many: each way from one to the next in so many parts, as evaluation takes them.</summary>
    public double[] Finer(int parts)
    {
        var played = new double[(Count - 1) * parts + 1];
        for (var i = 0; i < played.Length; i++)
        {
            var (at, part) = (i / parts, i % parts);
            played[i] = part == 0 ? _ticks[at].Value : _ticks[at].Value + (_ticks[at + 1].Value - _ticks[at].Value) * ((double)part / parts);
        }
        return played;
    }

    /// <exception cref="Refusal">There is nothing between the ends, or too much.</exception>
    internal static Moments Of(Scene scene, OutgoingChoice choice)
    {
        var (from, to) = (choice.From ?? scene.Settings.Work.First, choice.To ?? scene.Settings.Work.Last);
        if (to < from) throw new Refusal("to", FormattableString.Invariant($"the last frame ({to}) comes before the first ({from})"));
        var (first, last) = (scene.Rate.At(from, "from"), scene.Rate.At(to, "to"));
        return choice.Rate is { } rate ? OfRate(scene, first, last, rate) : OfFrames(scene, from, to, choice.Step);
    }

    private static Moments OfFrames(Scene scene, decimal from, decimal to, decimal step)
    {
        if (step is < 0.1m or > 1000) throw new Refusal("step", "a step has 0.1 to 1,000 frames");
        var count = Counted(decimal.Floor((to - from) / step) + 1, "step");
        var frames = new decimal[count];
        for (var i = 0; i < count; i++) frames[i] = from + i * step;
        return new(scene.Rate, frames, Array.ConvertAll(frames, frame => scene.Rate.At(frame)), scene.Rate.FramesPerSecond / (double)step);
    }

    private static Moments OfRate(Scene scene, Tick first, Tick last, FrameRate rate)
    {
        if (rate.FramesPerSecond is < 0.1 or > 10_000) throw new Refusal("rate", "0.1 to 10,000 can be taken a second");
        var ticks = new Tick[Counted(decimal.Floor((decimal)((last - first).Value / rate.TicksPerFrame)) + 1, "rate")];
        for (var i = 0; i < ticks.Length; i++) ticks[i] = new(first.Value + rate.StartOf(i).Value);
        return new(scene.Rate, null, ticks, rate.FramesPerSecond);
    }

    private static int Counted(decimal count, string place) => count <= Most
        ? (int)count
        : throw new Refusal(place, FormattableString.Invariant($"that is {count} moments, and {Most} are the most; take a shorter range or fewer of them"));
}
