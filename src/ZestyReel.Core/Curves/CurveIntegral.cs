namespace ZestyReel.Core.Curves;

/// <summary>The area under a curve, in value · ticks, before and after its keys as well.</summary>
public sealed class CurveIntegral
{
    private readonly Curve _curve;
    private readonly double[] _upTo;
    private readonly double _first, _last;

    /// <summary>Sums up a curve's segments once.</summary>
    public CurveIntegral(Curve curve)
    {
        _curve = curve;
        (_first, _last) = (curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value);
        var segments = curve.Segments;
        _upTo = new double[segments.Length + 1];
        for (var i = 0; i < segments.Length; i++) _upTo[i + 1] = _upTo[i] + segments[i].AreaUpTo(segments[i].Start + segments[i].Length);
    }

    /// <summary>From the first key to a time in ticks; before that key the area with its sign turned. Between two times it is the difference.</summary>
    public double FromFirstKey(double ticks)
    {
        if (ticks < _first) return Outside(ticks, _curve.Before, _first, _curve.Keys[0].Value, 0);
        if (ticks > _last) return Outside(ticks, _curve.After, _last, _curve.Keys[^1].Value, _upTo[^1]);
        return Inside(ticks);
    }

    private double Inside(double ticks)
    {
        if (_curve.Segments.Length == 0) return 0;
        var at = _curve.SegmentAt(ticks);
        return _upTo[at] + _curve.Segments[at].AreaUpTo(ticks);
    }

    /// <param name="ticks">The time.</param>
    /// <param name="how">What the curve does on that side.</param>
    /// <param name="end">The time of the last key on that side.</param>
    /// <param name="value">Its value.</param>
    /// <param name="area">The area from the first key to it.</param>
    private double Outside(double ticks, Extrapolation how, double end, double value, double area)
    {
        var (period, away) = (_last - _first, ticks - end);
        if (how == Extrapolation.Hold || period == 0) return area + value * away;
        if (how == Extrapolation.Straight)
        {
            var slope = away < 0 ? _curve.Segments[0].SlopeAtStart : _curve.Segments[^1].SlopeAtEnd;
            return area + (value + slope * away / 2) * away;
        }
        var whole = _upTo[^1];
        if (how == Extrapolation.Mirror)
        {
            var (there, at) = Cycles(ticks, 2 * period);
            return there * 2 * whole + (at <= period ? Inside(_first + at) : 2 * whole - Inside(_first + 2 * period - at));
        }
        var (cycles, phase) = Cycles(ticks, period);
        var repeated = cycles * whole + Inside(_first + phase);
        if (how == Extrapolation.Repeat) return repeated;
        // Cycle r is raised by r times what one cycle climbs.
        var climb = _curve.Keys[^1].Value - _curve.Keys[0].Value;
        return repeated + climb * (period * cycles * (cycles - 1) / 2 + cycles * phase);
    }

    private (double Cycles, double Phase) Cycles(double ticks, double period)
    {
        var cycles = Math.Floor((ticks - _first) / period);
        return (cycles, ticks - _first - cycles * period);
    }
}
