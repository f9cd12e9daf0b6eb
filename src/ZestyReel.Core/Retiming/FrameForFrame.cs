using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>Keeps every frame number while the rate changes; between frames by the exact ratio, rounded half to even.</summary>
public sealed class FrameForFrame(FrameRate from, FrameRate to) : TimeMap
{
    private readonly Int128 _top = (Int128)from.Num * to.Den, _bottom = (Int128)from.Den * to.Num;

    /// <inheritdoc/>
    public override Tick Of(Tick time)
    {
        var frame = from.NearestFrame(time);
        return from.StartOf(frame) == time ? to.StartOf(frame) : new Tick((long)Rounding.HalfToEven(time.Value * _top, _bottom));
    }

    /// <inheritdoc/>
    public override bool LengthensClips => true;

    /// <inheritdoc/>
    public override double FactorBefore(Tick time) => (double)_top / (double)_bottom;
    /// <inheritdoc/>
    public override double FactorAfter(Tick time) => (double)_top / (double)_bottom;
}
