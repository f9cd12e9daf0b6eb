using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>
/// Makes a part of time longer or shorter about a moment; what lies beside the part is pushed along, unchanged.
/// Without ends all time is stretched. A moment on a frame whose new frame number is whole lands on that very frame.
/// </summary>
public sealed class Stretch : TimeMap
{
    private readonly FrameRate _rate;
    private readonly Tick _about;
    private readonly long? _aboutFrame;
    private readonly long _top, _bottom;
    private readonly Tick? _from, _to;
    private readonly TickSpan _before, _after;

    /// <param name="rate">Whose frames are kept whole where they can be.</param>
    /// <param name="about">The moment that stays where it is.</param>
    /// <param name="top">The new length, in any unit; above 0.</param>
    /// <param name="bottom">The old length, in the same unit; above 0.</param>
    /// <param name="part">The ends of the part, in rising order; null for all of time.</param>
    public Stretch(FrameRate rate, Tick about, long top, long bottom, (Tick From, Tick To)? part = null)
    {
        (_rate, _about, _top, _bottom) = (rate, about, top, bottom);
        _aboutFrame = rate.IsOnFrame(about) ? rate.NearestFrame(about) : null;
        if (part is not { } ends) return;
        (_from, _to) = (ends.From, ends.To);
        _before = Inside(ends.From) - ends.From;
        _after = Inside(ends.To) - ends.To;
    }

    /// <inheritdoc/>
    public override Tick Of(Tick time) =>
        time < _from ? time + _before : time > _to ? time + _after : Inside(time);

    /// <inheritdoc/>
    public override ImmutableArray<Tick> Breaks => _from is { } from ? [from, _to!.Value] : [];

    /// <inheritdoc/>
    public override double FactorBefore(Tick time) => time <= _from || time > _to ? 1 : (double)_top / _bottom;
    /// <inheritdoc/>
    public override double FactorAfter(Tick time) => time < _from || time >= _to ? 1 : (double)_top / _bottom;

    private Tick Inside(Tick time)
    {
        if (_aboutFrame is { } about && _rate.NearestFrame(time) is var frame && _rate.StartOf(frame) == time)
        {
            var (whole, rest) = Int128.DivRem((Int128)(frame - about) * _top, _bottom);
            if (rest == 0) return _rate.StartOf(about + (long)whole);
        }
        return new Tick(_about.Value + (long)Rounding.HalfToEven((Int128)(time - _about).Value * _top, _bottom));
    }
}
