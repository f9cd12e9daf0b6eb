using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>A map for what is seen later than its own times say: each time is moved by where it is seen.</summary>
/// <param name="inner">Moves the times at which something is seen.</param>
/// <param name="shift">How much later it is seen.</param>
public sealed class ShiftedMap(TimeMap inner, TickSpan shift) : TimeMap
{
    /// <inheritdoc/>
    public override Tick Of(Tick time) => Back(inner.Of(time + shift));

    /// <inheritdoc/>
    public override Tick OfBefore(Tick time) => Back(inner.OfBefore(time + shift));

    /// <inheritdoc/>
    public override ImmutableArray<Tick> Breaks => [.. inner.Breaks.Select(Back)];

    /// <inheritdoc/>
    public override double FactorBefore(Tick time) => inner.FactorBefore(time + shift);

    /// <inheritdoc/>
    public override double FactorAfter(Tick time) => inner.FactorAfter(time + shift);

    /// <inheritdoc/>
    public override bool LengthensClips => inner.LengthensClips;

    private Tick Back(Tick time) => new(time.Value - shift.Value);
}
