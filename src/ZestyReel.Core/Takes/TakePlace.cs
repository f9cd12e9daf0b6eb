using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Takes;

/// <summary>Where a take goes in the scene.</summary>
/// <param name="Start">The played moment of its beginning.</param>
/// <param name="Speed">Seconds of the scene for each second on the wall while it was recorded: ½ where the scene played at half speed.</param>
/// <param name="ByStamps">It goes where its device's own clock says, whose zero is the scene's frame 0, and not to <paramref name="Start"/>.</param>
public readonly record struct TakePlace(Tick Start, double Speed, bool ByStamps = false)
{
    /// <summary>The slowest that a scene plays while something is recorded.</summary>
    public const double Slowest = 0.1;

    /// <summary>The fastest.</summary>
    public const double Fastest = 4;

    /// <summary>The played moments of a take's samples.</summary>
    /// <exception cref="Refusal">It has no clock of its own, or one that runs backwards or out of reach.</exception>
    public ImmutableArray<Tick> Of(Take take)
    {
        if (!(Speed >= Slowest && Speed <= Fastest)) throw new Refusal("speed", $"a take is recorded at {Slowest} to {Fastest} times the scene's speed");
        var stamps = ByStamps ? take.Stamps ?? throw new Refusal("clock", "a hand has no clock of its own") : default;
        var start = ByStamps ? stamps[0] * Tick.PerSecond : Start.Value;
        var ticks = ImmutableArray.CreateBuilder<Tick>(take.Seconds.Length);
        for (var i = 0; i < take.Seconds.Length; i++)
        {
            var since = ByStamps ? stamps[i] - stamps[0] : take.Seconds[i];
            var at = start + since * Speed * Tick.PerSecond;
            if (!(Math.Abs(at) <= Tick.Furthest)) throw new Refusal("clock", "the take would lie beyond the frames that there can be");
            var tick = new Tick((long)Math.Round(at));
            if (i > 0 && tick <= ticks[^1]) throw new Refusal("clock", "the device's own clock stands still or runs backwards in this take; let it start at the scene's frame instead");
            ticks.Add(tick);
        }
        return ticks.MoveToImmutable();
    }
}
