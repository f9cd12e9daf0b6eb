using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Baking;

/// <summary>Writes a warp into a curve: a curve that plays by itself what the warped one played, within a tolerance.</summary>
/// <remarks>
/// Played time is cut wherever the warp has a point or turns, and wherever it meets a key in source, also one of a cycle
/// outside the keys; so every key survives at its new time. Through a straight stretch of the warp a segment is a segment
/// again, exactly; what else lies between is traced, see <see cref="Traced"/>.
/// </remarks>
internal sealed class WarpBaking
{
    private readonly ChannelSpec _spec;
    private readonly Curve _curve;
    private readonly Warp _warp;
    /// <summary>The keys of the curve that are met at each tick, in their order.</summary>
    private readonly SortedDictionary<long, List<int>> _met = [];

    private WarpBaking(ChannelSpec spec, Curve curve, Warp warp) => (_spec, _curve, _warp) = (spec, curve, warp);

    /// <param name="spec">The channel that it is the curve of.</param>
    /// <param name="curve">The curve in source time.</param>
    /// <param name="warp">From played to source time.</param>
    /// <param name="range">Played times between which everything is written down; what the curve does beyond them is kept where it can be.</param>
    /// <param name="tolerance">The largest difference in value; above 0.</param>
    /// <exception cref="Refusal">It would take too many keys.</exception>
    public static Curve Of(ChannelSpec spec, Curve curve, Warp warp, (Tick From, Tick To) range, double tolerance) =>
        new WarpBaking(spec, curve, warp).Baked(range, tolerance);

    private Curve Baked((Tick From, Tick To) range, double tolerance)
    {
        var moments = Moments(range);
        var keys = Traced.Keys([.. moments], Values, Exactly, tolerance, _spec.HoldsOnly);
        var (before, after) = (Left(_curve.Before), Left(_curve.After));
        keys = Needed(WithOwn(keys), before, after);
        return new Curve([.. keys.Select(_spec.Fitted)], before, after);
    }

    // What goes straight on goes on as fast beyond the ends of a warp that runs on.
    private Extrapolation Left(Extrapolation how) =>
        how == Extrapolation.Straight && _warp.Beyond == WarpBeyond.RunOn && _curve.Keys.Length > 1 ? how : Extrapolation.Hold;

    private void Values(double[] times, Span<double> values)
    {
        var source = new double[times.Length];
        var near = 0;
        for (var i = 0; i < times.Length; i++) source[i] = _warp.SourceOf(times[i], ref near);
        _curve.ValuesAt(source, values);
        // What is seen is within the channel's limits, and so are the keys.
        foreach (ref var value in values) value = _spec.Within(value);
    }

    /// <summary>Played times at which one stretch of the curve seen through one stretch of the warp ends, and another starts.</summary>
    private SortedSet<Tick> Moments((Tick From, Tick To) range)
    {
        var points = _warp.Curve.Keys;
        var moments = new SortedSet<Tick>(points.Select(point => point.Time));
        foreach (ref readonly var segment in _warp.Curve.Segments) Meet(segment);
        if (_warp.Beyond == WarpBeyond.RunOn)
        {
            // Beyond its ends source time runs on as played time does: all of the curve's own keys are met there.
            for (var i = 0; i < _curve.Keys.Length; i++)
            {
                var time = _curve.Keys[i].Time.Value;
                if (time - (long)points[0].Value + points[0].Time.Value is var before && before < points[0].Time.Value) Met(before, i);
                if (time - (long)points[^1].Value + points[^1].Time.Value is var after && after > points[^1].Time.Value) Met(after, i);
            }
        }
        foreach (var time in _met.Keys) moments.Add(new Tick(time));
        moments.Add(range.From);
        moments.Add(range.To);
        AddCycles(moments);
        // Beyond the last of them a curve that goes straight on needs a stretch to take its slope from.
        if (Left(_curve.Before) == Extrapolation.Straight) moments.Add(new Tick(moments.Min.Value - Stretch));
        if (Left(_curve.After) == Extrapolation.Straight) moments.Add(new Tick(moments.Max.Value + Stretch));
        moments.RemoveWhere(moment => !moment.IsWithinReach);
        return moments;
    }

    private const long Stretch = Tick.PerSecond / 24;

    private void Met(long played, int key)
    {
        if (!_met.TryGetValue(played, out var keys)) _met[played] = keys = [];
        if (!keys.Contains(key)) keys.Add(key);
    }

    private void Meet(in Segment segment)
    {
        var (low, high) = RangeOf(segment);
        var first = _curve.IndexOf(new Tick((long)Math.Ceiling(low)));
        for (var i = first < 0 ? ~first : first; i < _curve.Keys.Length && _curve.Keys[i].Time.Value <= high; i++)
            foreach (var time in segment.TimesOf(_curve.Keys[i].Time.Value)) Met((long)Math.Round(time), i);
    }

    /// <summary>The source times that a stretch of the warp lies between.</summary>
    private static (double Low, double High) RangeOf(in Segment segment) => (
        Math.Min(Math.Min(segment.V0, segment.V1), Math.Min(segment.V2, segment.V3)), Math.Max(Math.Max(segment.V0, segment.V1), Math.Max(segment.V2, segment.V3)));

    /// <summary>The moments at which keys of the cycles before and after the curve's own are met, as far as everything is written down.</summary>
    private void AddCycles(SortedSet<Tick> moments)
    {
        var period = (_curve.Keys[^1].Time - _curve.Keys[0].Time).Value;
        if (period == 0 || !IsCycle(_curve.Before) && !IsCycle(_curve.After)) return;
        var found = new List<Tick>();
        double first = _curve.Keys[0].Time.Value, last = _curve.Keys[^1].Time.Value;
        void Add(double low, double high, Func<double, IEnumerable<double>> timesOf)
        {
            for (var cycle = Math.Floor((low - first) / period); cycle <= (high - first) / period; cycle++)
            {
                if (cycle == 0 || cycle > 0 && !IsCycle(_curve.After) || cycle < 0 && !IsCycle(_curve.Before)) continue;
                var isTurned = (cycle < 0 ? _curve.Before : _curve.After) == Extrapolation.Mirror && Math.Abs(cycle) % 2 == 1;
                foreach (var key in _curve.Keys)
                {
                    var source = cycle * period + (isTurned ? first + last - key.Time.Value : key.Time.Value);
                    if (source < low || source > high) continue;
                    foreach (var time in timesOf(source))
                    {
                        // Where it jumps between two ticks, it is at its new value on the later one.
                        found.Add(new Tick((long)Math.Ceiling(time - 1e-6)));
                        found.Add(new Tick((long)Math.Floor(time + 1e-6)));
                    }
                }
                if (found.Count > Traced.MostKeys) throw Traced.TooMany();
            }
        }
        foreach (var segment in _warp.Curve.Segments)
        {
            var (low, high) = RangeOf(segment);
            Add(low, high, source => segment.TimesOf(source));
        }
        if (_warp.Beyond == WarpBeyond.RunOn)
        {
            var points = _warp.Curve.Keys;
            double start = points[0].Value - points[0].Time.Value, end = points[^1].Value - points[^1].Time.Value;
            if (moments.Min < points[0].Time) Add(moments.Min.Value + start, points[0].Value, source => [source - start]);
            if (moments.Max > points[^1].Time) Add(points[^1].Value, moments.Max.Value + end, source => [source - end]);
        }
        moments.UnionWith(found);
    }

    private static bool IsCycle(Extrapolation how) => how is not (Extrapolation.Hold or Extrapolation.Straight);

    /// <summary>The keys with the curve's own at exactly their values, and as many at one tick as came to it.</summary>
    private ImmutableArray<Key> WithOwn(ImmutableArray<Key> keys)
    {
        var own = ImmutableArray.CreateBuilder<Key>(keys.Length);
        for (var i = 0; i < keys.Length; i++)
        {
            var key = keys[i];
            if (!_met.TryGetValue(key.Time.Value, out var met))
            {
                own.Add(key);
                continue;
            }
            met.Sort();
            var value = _curve.Keys[met[^1]].Value;
            if (Math.Abs(value - key.Value) <= 1e-6 * Math.Max(1, Math.Abs(value))) key = key with { Value = value };
            own.Add(key);
            // Two that come to one tick stay two.
            var room = i + 1 < keys.Length ? keys[i + 1].Time.Value - key.Time.Value - 1 : long.MaxValue;
            for (var more = 1; more < met.Count && more <= room; more++)
            {
                var (between, rest) = _spec.HoldsOnly ? (Interpolation.Hold, Interpolation.Hold) : (Interpolation.Linear, key.Out);
                var last = own[^1];
                own[^1] = last with { Out = between, OutHandle = default };
                own.Add(last with { Time = new Tick(last.Time.Value + 1), In = between, InHandle = default, Out = rest, OutHandle = last.OutHandle });
            }
        }
        return own.DrainToImmutable();
    }

    /// <summary>The keys without those that say nothing: no key of the curve stands there, and the line goes through without it.</summary>
    private ImmutableArray<Key> Needed(ImmutableArray<Key> keys, Extrapolation before, Extrapolation after)
    {
        var needed = new List<Key>(keys.Length);
        for (var i = 0; i < keys.Length; i++)
            if (IsOwn(keys[i].Time.Value) || !SaysNothing(needed.Count > 0 ? needed[^1] : null, keys[i], i + 1 < keys.Length ? keys[i + 1] : null, before))
                needed.Add(keys[i]);
        // From the end backwards, as what says nothing may stand in a row there.
        while (needed.Count > 1 && !IsOwn(needed[^1].Time.Value) && SaysNothing(needed[^2], needed[^1], null, after)) needed.RemoveAt(needed.Count - 1);
        return [.. needed];
    }

    private bool IsOwn(long time) => _met.ContainsKey(time) || _met.ContainsKey(time - 1) || _met.ContainsKey(time + 1);

    private bool SaysNothing(Key? before, Key key, Key? after, Extrapolation outside)
    {
        if (before is not { } left) return after is { } next && outside == Extrapolation.Hold && next.Value == key.Value && IsLine(key, next);
        if (after is not { } right) return outside == Extrapolation.Hold && left.Value == key.Value && IsLine(left, key);
        if (_spec.HoldsOnly) return left.Value == key.Value;
        if (!IsLine(left, key) || !IsLine(key, right)) return false;
        var part = (double)(key.Time - left.Time).Value / (right.Time - left.Time).Value;
        return Math.Abs(left.Value + (right.Value - left.Value) * part - key.Value) <= 1e-9 * Math.Max(1, Math.Abs(key.Value));
    }

    private bool IsLine(Key left, Key right) => _spec.HoldsOnly || left.Out == Interpolation.Linear && right.In == Interpolation.Linear;

    /// <summary>The stretch between two moments as one segment, where the warp is straight there and the segment's handles do not overreach; else null.</summary>
    private Segment? Exactly(Tick from, Tick to)
    {
        var middle = ((double)from.Value + to.Value) / 2;
        if (!IsStraight(middle, out var start, out var end, from, to)) return null;
        if (Containing(_curve, (start + end) / 2) is not { } part) return null;
        var (low, high) = (Math.Min(start, end), Math.Max(start, end));
        if (low < part.Start - 1 || high > part.End + 1) return null;
        // Nearer than a tick to an end it is that end.
        if (high < part.End - 1) part = part.SplitAt(high).Before;
        if (low > part.Start + 1) part = part.SplitAt(low).After;
        double at = from.Value, length = (to - from).Value;
        var whole = start < end
            ? part with { Start = at, Length = length }
            : new Segment(at, length, 1 - part.T2, 1 - part.T1, part.V3, part.V2, part.V1, part.V0, false);
        return whole is { T1: >= 0 and <= 1, T2: >= 0 and <= 1 } ? whole : null;
    }

    /// <summary>Whether the warp is a straight line around a played time; if so, its source times at two others.</summary>
    private bool IsStraight(double middle, out double start, out double end, Tick from, Tick to)
    {
        (start, end) = (0, 0);
        var points = _warp.Curve.Keys;
        if (Containing(_warp.Curve, middle) is { } segment)
        {
            var rise = segment.V3 - segment.V0;
            if (segment.Held || rise == 0 || Math.Abs(segment.V1 - segment.V0 - rise * segment.T1) > 1e-9 * Math.Abs(rise) || Math.Abs(segment.V2 - segment.V0 - rise * segment.T2) > 1e-9 * Math.Abs(rise))
                return false;
            var slope = rise / segment.Length;
            (start, end) = (segment.V0 + (from.Value - segment.Start) * slope, segment.V0 + (to.Value - segment.Start) * slope);
            return true;
        }
        if (_warp.Beyond == WarpBeyond.Stop) return false;
        var edge = middle < points[0].Time.Value ? points[0] : points[^1];
        (start, end) = (edge.Value + (from - edge.Time).Value, edge.Value + (to - edge.Time).Value);
        return true;
    }

    private static Segment? Containing(Curve curve, double ticks)
    {
        var segments = curve.Segments;
        if (segments.Length == 0 || ticks < segments[0].Start || ticks >= segments[^1].End) return null;
        return segments[curve.SegmentAt(ticks)];
    }
}
