using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>
/// Inserts frames at a moment, or removes them from there on; everything later moves by whole frames. What stands
/// in removed frames gathers at the cut, in order.
/// </summary>
/// <param name="rate">The rate that frames are counted in.</param>
/// <param name="at">The moment of the cut.</param>
/// <param name="frames">How many frames to insert; below 0, to remove.</param>
public sealed class FrameGap(FrameRate rate, Tick at, long frames) : TimeMap
{
    private readonly Tick _end = frames < 0 ? rate.Moved(at, -frames) : at;

    /// <inheritdoc/>
    public override Tick Of(Tick time) =>
        time < at ? time
        : time >= _end ? rate.Moved(time, frames)
        : at;

    /// <inheritdoc/>
    public override Tick OfBefore(Tick time) => time <= at ? time : time >= _end ? rate.Moved(time, frames) : at;

    /// <inheritdoc/>
    public override ImmutableArray<Tick> Breaks => _end > at ? [at, _end] : [at];

    /// <inheritdoc/>
    public override double FactorBefore(Tick time) => 1;
    /// <inheritdoc/>
    public override double FactorAfter(Tick time) => 1;
}
