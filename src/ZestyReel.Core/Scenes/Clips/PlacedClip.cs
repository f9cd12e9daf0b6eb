using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>A clip on an object. All its times are source times of the object.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Clip">Which clip.</param>
/// <param name="Object">On which object.</param>
/// <param name="Start">Where it starts.</param>
/// <param name="End">Where it ends; later than the start.</param>
/// <param name="Offset">The phase at which it starts, in ticks of the clip.</param>
/// <param name="Cycle">What it does when it has been played through.</param>
/// <param name="After">What is left of it after its end.</param>
/// <param name="Rate">How fast it runs: 1 as recorded, 0 standing, below 0 backwards. Keys stand in source time.</param>
public sealed record PlacedClip(
    PlacedClipId Id, ClipId Clip, ObjectId Object, Tick Start, Tick End, long Offset, ClipCycle Cycle, ClipAfter After, Channel Rate)
{
    /// <summary>What a new one runs at.</summary>
    public static readonly Channel AsRecorded = new(1);

    /// <summary>The phase at source times, in ticks of the clip: the offset and the integral of the rate from the start on.</summary>
    public Func<double, double> Phase()
    {
        if (Rate.Curve is not { } curve) return time => Offset + Rate.Still * (time - Start.Value);
        var integral = new CurveIntegral(curve);
        var before = integral.FromFirstKey(Start.Value);
        return time => Offset + (integral.FromFirstKey(time) - before);
    }

    /// <summary>The same so much later.</summary>
    public PlacedClip Later(TickSpan span) => this with
    {
        Start = Start + span,
        End = End + span,
        Rate = Rate.Curve is { } curve
            ? Rate with { Curve = curve.WithKeys([.. curve.Keys.Select(key => key with { Time = key.Time + span })]) }
            : Rate,
    };
}
