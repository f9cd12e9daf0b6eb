using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>Lays one stretch of time onto another, and all of time along with it.</summary>
/// <param name="from">The stretch as it is; it ends after it begins.</param>
/// <param name="to">The stretch that it becomes; it ends after it begins.</param>
public sealed class Fitted((Tick Start, Tick End) from, (Tick Start, Tick End) to) : TimeMap
{
    private readonly long _top = (to.End - to.Start).Value, _bottom = (from.End - from.Start).Value;

    /// <inheritdoc/>
    public override Tick Of(Tick time) => new(to.Start.Value + (long)Rounding.HalfToEven((Int128)(time - from.Start).Value * _top, _bottom));

    /// <inheritdoc/>
    public override double FactorBefore(Tick time) => (double)_top / _bottom;

    /// <inheritdoc/>
    public override double FactorAfter(Tick time) => (double)_top / _bottom;
}
