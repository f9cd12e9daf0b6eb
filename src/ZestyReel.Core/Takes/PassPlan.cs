using ZestyReel.Core.Time;

namespace ZestyReel.Core.Takes;

/// <summary>How a scene plays while something is recorded: when which moment of it is played.</summary>
/// <param name="StartedAt">When it starts, in seconds of a clock on the wall.</param>
/// <param name="From">The played moment at which it starts.</param>
/// <param name="First">The first moment of what is played.</param>
/// <param name="End">The moment after the last frame of it.</param>
/// <param name="Speed">Seconds of the scene for each second on the wall.</param>
/// <param name="Loops">Whether it starts again at the end; each time is a pass of its own.</param>
public sealed record PassPlan(double StartedAt, Tick From, Tick First, Tick End, double Speed, bool Loops)
{
    /// <summary>Most passes of one recording.</summary>
    public const int MostPasses = 200;

    /// <exception cref="Refusal">It cannot be played.</exception>
    public PassPlan Checked()
    {
        if (End <= First || From < First || From >= End) throw new Refusal("from", "recording starts within what is played");
        if (!(Speed >= TakePlace.Slowest && Speed <= TakePlace.Fastest)) throw new Refusal("speed", $"the scene plays at {TakePlace.Slowest} to {TakePlace.Fastest} times its speed");
        if (!double.IsFinite(StartedAt)) throw new Refusal("startedAt", "say when it starts");
        return this;
    }

    /// <summary>The passes until a moment: when each starts and ends on the wall, and where it starts in the scene.</summary>
    public IEnumerable<(double From, double To, Tick Start)> Until(double now)
    {
        var (at, start) = (StartedAt, From);
        for (var pass = 0; pass < MostPasses && at < now; pass++)
        {
            var to = at + (End - start).Value / Speed / Tick.PerSecond;
            yield return (at, Math.Min(to, now), start);
            if (!Loops) yield break;
            (at, start) = (to, First);
        }
    }
}
