using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>Moves all of time by as much.</summary>
/// <param name="by">How much later; earlier where negative.</param>
public sealed class Later(TickSpan by) : TimeMap
{
    /// <inheritdoc/>
    public override Tick Of(Tick time) => time + by;

    /// <inheritdoc/>
    public override double FactorBefore(Tick time) => 1;

    /// <inheritdoc/>
    public override double FactorAfter(Tick time) => 1;
}
