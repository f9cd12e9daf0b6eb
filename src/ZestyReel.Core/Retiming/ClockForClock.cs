using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>
/// Keeps the clock, counted from the start of one frame, while the rate changes: that frame keeps its number, and so all
/// is moved by as much as its start is. What stands on a frame, and falls on one of the new rate, lands on that very frame.
/// </summary>
/// <param name="from">The rate before.</param>
/// <param name="to">The rate after.</param>
/// <param name="first">The frame that keeps its number.</param>
public sealed class ClockForClock(FrameRate from, FrameRate to, long first) : TimeMap
{
    private readonly Int128 _top = (Int128)to.Num * from.Den, _bottom = (Int128)to.Den * from.Num;
    private readonly TickSpan _span = to.StartOf(first) - from.StartOf(first);

    /// <inheritdoc/>
    public override Tick Of(Tick time)
    {
        var frame = from.NearestFrame(time);
        if (from.StartOf(frame) != time) return time + _span;
        var (whole, rest) = Int128.DivRem((frame - first) * _top, _bottom);
        return rest == 0 ? to.StartOf(first + (long)whole) : time + _span;
    }

    /// <inheritdoc/>
    public override double FactorBefore(Tick time) => 1;
    /// <inheritdoc/>
    public override double FactorAfter(Tick time) => 1;
}
