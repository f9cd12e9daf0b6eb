using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>
/// Writes a warp into a curve: the keys of a curve that plays by itself what the warped one played, within a tolerance.
/// </summary>
/// <remarks>
/// Played time is cut wherever the warp has a key or turns, and wherever it meets a key in source; so every key survives
/// at its new time. What lies between is one cubic seen through another: through a straight one it is a cubic again,
/// exactly; else it is followed by cubics with the same slopes at their ends, halved until they are near enough.
/// </remarks>
public sealed class WarpBaking
{
    private const int PlacesPerPiece = 12, MostHalvings = 20;

    private readonly Curve _curve;
    private readonly Warp _warp;
    private readonly double _tolerance;
    /// <summary>How many keys of the curve meet the warp at a tick, and the value of the last of them.</summary>
    private readonly Dictionary<long, (int Count, double Value)> _met = [];

    private WarpBaking(Curve curve, Warp warp, double tolerance) => (_curve, _warp, _tolerance) = (curve, warp, tolerance);

    /// <param name="curve">The curve in source time.</param>
    /// <param name="warp">From played to source time.</param>
    /// <param name="range">Played times between which cycles outside the curve's keys are written down.</param>
    /// <param name="tolerance">The largest difference in value; above 0.</param>
    public static Curve Of(Curve curve, Warp warp, (Tick From, Tick To) range, double tolerance)
    {
        var (whole, before, after) = WithCycles(curve, warp, range);
        var keys = new WarpBaking(whole, warp, tolerance * 0.9).Keys();
        return new Curve(keys, before, after);
    }

    /// <summary>The curve with the cycles that are played written down; what else it does outside is kept where it can be.</summary>
    private static (Curve, Extrapolation Before, Extrapolation After) WithCycles(Curve curve, Warp warp, (Tick From, Tick To) range)
    {
        var (first, last) = (curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value);
        var period = last - first;
        int Cycles(Extrapolation how, double beyond) => period > 0 && beyond > 0 && IsCycle(how) ? (int)Math.Min(1000, Math.Ceiling(beyond / period)) : 0;
        var near = 0;
        double low = double.PositiveInfinity, high = double.NegativeInfinity;
        foreach (var time in warp.Curve.Keys.Select(key => (double)key.Time.Value).Append(range.From.Value).Append(range.To.Value))
        {
            var source = warp.SourceOf(time, ref near);
            (low, high) = (Math.Min(low, source), Math.Max(high, source));
        }
        var (before, after) = (Cycles(curve.Before, first - low), Cycles(curve.After, high - last));
        if (before + after > 0) curve = curve.WithKeys(Curves.Cycles.Written(curve, before, after));
        Extrapolation Left(Extrapolation how) => how == Extrapolation.Straight && warp.Beyond == WarpBeyond.RunOn ? how : Extrapolation.Hold;
        return (curve, Left(curve.Before), Left(curve.After));
    }

    private static bool IsCycle(Extrapolation how) => how is not (Extrapolation.Hold or Extrapolation.Straight);

    private ImmutableArray<Key> Keys()
    {
        var cuts = Cuts();
        var keys = new List<Key>();
        if (cuts.Count == 1) return [new Key(cuts[0], Played(cuts[0].Value), Interpolation.Flat, Interpolation.Flat)];
        double? left = null;
        for (var i = 0; i + 1 < cuts.Count; i++)
        {
            var piece = new Piece(_curve, _warp, cuts[i].Value, cuts[i + 1].Value);
            Join(keys, cuts[i], left, piece.ValueAt(cuts[i].Value));
            Follow(keys, piece, cuts[i], cuts[i + 1], 0);
            left = piece.ValueAt(cuts[i + 1].Value);
        }
        Join(keys, cuts[^1], left, Played(cuts[^1].Value));
        return Needed(keys);
    }

    /// <summary>The keys without those that say nothing: no key of the curve stands there, and the line goes through without it.</summary>
    private ImmutableArray<Key> Needed(List<Key> keys)
    {
        var needed = new List<Key>(keys.Count);
        for (var i = 0; i < keys.Count; i++)
        {
            var isOwn = _met.ContainsKey(keys[i].Time.Value) || _met.ContainsKey(keys[i].Time.Value - 1) || _met.ContainsKey(keys[i].Time.Value + 1);
            if (isOwn || !SaysNothing(needed.Count > 0 ? needed[^1] : null, keys[i], i + 1 < keys.Count ? keys[i + 1] : null)) needed.Add(keys[i]);
        }
        return [.. needed];
    }

    private static bool SaysNothing(Key? before, Key key, Key? after)
    {
        if (before is not { } left) return after is { } next && next.Value == key.Value && IsLine(key, next);
        if (after is not { } right) return left.Value == key.Value && IsLine(left, key);
        if (!IsLine(left, key) || !IsLine(key, right)) return false;
        var part = (double)(key.Time - left.Time).Value / (right.Time - left.Time).Value;
        return Math.Abs(left.Value + (right.Value - left.Value) * part - key.Value) <= 1e-9 * Math.Max(1, Math.Abs(key.Value));
    }

    private static bool IsLine(Key left, Key right) => left.Out == Interpolation.Linear && right.In == Interpolation.Linear;

    private double Played(double time)
    {
        var near = 0;
        return _curve.ValueAt(_warp.SourceOf(time, ref near));
    }

    /// <summary>Played times, rising, between which one stretch of the curve is seen through one stretch of the warp.</summary>
    private List<Tick> Cuts()
    {
        var cuts = new SortedSet<long>();
        var keys = _warp.Curve.Keys;
        foreach (var key in keys) cuts.Add(key.Time.Value);
        // Every key that the warp meets, with its index: two neighbours that come to one tick are to stay two.
        var met = new HashSet<(long Time, int Key)>();
        foreach (var segment in _warp.Curve.Segments)
            for (var i = 0; i < _curve.Keys.Length; i++)
                foreach (var time in segment.TimesOf(_curve.Keys[i].Time.Value)) met.Add(((long)Math.Round(time), i));
        if (_warp.Beyond == WarpBeyond.RunOn)
            for (var i = 0; i < _curve.Keys.Length; i++)
            {
                var time = _curve.Keys[i].Time.Value;
                var before = time - (long)keys[0].Value + keys[0].Time.Value;
                if (before < keys[0].Time.Value) met.Add((before, i));
                var after = time - (long)keys[^1].Value + keys[^1].Time.Value;
                if (after > keys[^1].Time.Value) met.Add((after, i));
            }
        cuts.UnionWith(met.Select(meeting => meeting.Time));
        foreach (var crowd in met.GroupBy(meeting => meeting.Time))
            _met[crowd.Key] = (crowd.Count(), _curve.Keys[crowd.Max(meeting => meeting.Key)].Value);
        return [.. cuts.Select(time => new Tick(time))];
    }

    /// <summary>Sets a key where one piece ends and the next one starts; two where the value jumps.</summary>
    private void Join(List<Key> keys, Tick at, double? left, double right)
    {
        // On a key the value is exactly the key's.
        if (_met.TryGetValue(at.Value, out var meeting) && Math.Abs(meeting.Value - right) <= 1e-6 * Math.Max(1, Math.Abs(right))) right = meeting.Value;
        if (left is not { } end)
        {
            keys.Add(new Key(at, right));
            return;
        }
        var isHeld = keys.Count > 0 && keys[^1].Out == Interpolation.Hold;
        var count = keys.Count;
        if (Math.Abs(end - right) <= 1e-9 * Math.Max(1, Math.Abs(end)))
            keys.Add(WithIn(new Key(at, right)));
        else if (Math.Abs(Played(at.Value) - end) <= Math.Abs(Played(at.Value) - right))
        {
            // It jumps right after this moment, as a hold does that is played backwards.
            keys.Add(WithIn(new Key(at, end, Out: Interpolation.Hold)));
            keys.Add(new Key(new Tick(at.Value + 1), right, Interpolation.Hold));
        }
        else
        {
            if (!isHeld && keys[^1].Time.Value < at.Value - 1) keys.Add(WithIn(new Key(new Tick(at.Value - 1), end, Out: Interpolation.Hold)));
            keys.Add(new Key(at, right, Interpolation.Hold));
        }
        for (var more = _met.GetValueOrDefault(at.Value).Count - (keys.Count - count); more > 0; more--)
        {
            Leave(keys, Interpolation.Linear, default);
            keys.Add(new Key(new Tick(keys[^1].Time.Value + 1), right, Interpolation.Linear));
        }
    }

    private Handle _arriving;
    private Interpolation _arrives = Interpolation.Linear;

    private Key WithIn(Key key) => key with { In = _arrives, InHandle = _arrives == Interpolation.Free ? _arriving : default };

    /// <summary>Follows a piece from its first moment, whose key is set, up to its last, whose key is not.</summary>
    private void Follow(List<Key> keys, Piece piece, Tick from, Tick to, int halvings)
    {
        var length = (double)(to - from).Value;
        double v0 = piece.ValueAt(from.Value), v3 = piece.ValueAt(to.Value);
        if (piece.Stands)
        {
            Leave(keys, piece.Jumps ? Interpolation.Hold : Interpolation.Linear, default);
            (_arrives, _arriving) = (piece.Jumps ? Interpolation.Hold : Interpolation.Linear, default);
            return;
        }
        var straight = new Segment(from.Value, length, 1.0 / 3, 2.0 / 3, v0, v0 + (v3 - v0) / 3, v3 - (v3 - v0) / 3, v3, false);
        if (IsNear(straight, piece, 1e-9 * Math.Max(1, Math.Abs(v3 - v0))))
        {
            Leave(keys, Interpolation.Linear, default);
            (_arrives, _arriving) = (Interpolation.Linear, default);
            return;
        }
        if (piece.Exactly(from.Value, to.Value) is { } same)
        {
            Leave(keys, Interpolation.Free, same.OutHandle);
            (_arrives, _arriving) = (Interpolation.Free, same.InHandle);
            return;
        }
        var bent = straight with { V1 = v0 + piece.SlopeAt(from.Value) * length / 3, V2 = v3 - piece.SlopeAt(to.Value) * length / 3 };
        if (halvings >= MostHalvings || length < 64 || IsNear(bent, piece, _tolerance))
        {
            Leave(keys, Interpolation.Free, bent.OutHandle);
            (_arrives, _arriving) = (Interpolation.Free, bent.InHandle);
            return;
        }
        var middle = new Tick(from.Value + (to - from).Value / 2);
        Follow(keys, piece, from, middle, halvings + 1);
        keys.Add(WithIn(new Key(middle, piece.ValueAt(middle.Value))));
        Follow(keys, piece, middle, to, halvings + 1);
    }

    private static void Leave(List<Key> keys, Interpolation mode, Handle handle) => keys[^1] = keys[^1] with { Out = mode, OutHandle = handle };

    private static bool IsNear(Segment segment, Piece piece, double tolerance)
    {
        for (var k = 1; k < PlacesPerPiece; k++)
        {
            var time = segment.Start + segment.Length * k / PlacesPerPiece;
            if (!(Math.Abs(segment.ValueAt(time) - piece.ValueAt(time)) <= tolerance)) return false;
        }
        return true;
    }

    /// <summary>One stretch of the curve seen through one stretch of the warp.</summary>
    private sealed class Piece
    {
        // Null where the curve, or the warp, is outside its keys.
        private readonly Segment? _of, _through;
        /// <summary>Outside the warp's keys: what is added to played time, or the source time at which it has stopped.</summary>
        private readonly double _shift, _stopped;
        private readonly bool _isStopped;
        /// <summary>Outside the curve's keys: the line that it goes on along.</summary>
        private readonly double _end, _endTime, _endSlope;

        public Piece(Curve curve, Warp warp, double from, double to)
        {
            var middle = (from + to) / 2;
            _through = Containing(warp.Curve, middle);
            if (_through is null)
            {
                var edge = middle < warp.Curve.Keys[0].Time.Value ? warp.Curve.Keys[0] : warp.Curve.Keys[^1];
                _isStopped = warp.Beyond == WarpBeyond.Stop;
                (_shift, _stopped) = (edge.Value - edge.Time.Value, edge.Value);
            }
            var source = SourceAt(middle);
            _of = Containing(curve, source);
            if (_of is null)
            {
                var isBefore = source < curve.Keys[0].Time.Value;
                var key = isBefore ? curve.Keys[0] : curve.Keys[^1];
                (_endTime, _end) = (key.Time.Value, key.Value);
                var isStraight = (isBefore ? curve.Before : curve.After) == Extrapolation.Straight && curve.Segments.Length > 0;
                _endSlope = !isStraight ? 0 : isBefore ? curve.Segments[0].SlopeAtStart : curve.Segments[^1].SlopeAtEnd;
            }
            Stands = _isStopped || IsStill(_through) || IsStill(_of) || (_of is null && _endSlope == 0);
            Jumps = _of is { Held: true } || _through is { Held: true };
        }

        /// <summary>Whether the value is the same throughout.</summary>
        public bool Stands { get; }

        /// <summary>Whether that is because the curve or the warp holds, and so jumps afterwards.</summary>
        public bool Jumps { get; }

        public double ValueAt(double time)
        {
            var source = SourceAt(time);
            // Source times stray from the stretch by rounding; they are brought back to it.
            return _of is { } segment
                ? segment.ValueAt(Math.Clamp(source, segment.Start, segment.Start + segment.Length))
                : _end + _endSlope * (source - _endTime);
        }

        public double SlopeAt(double time)
        {
            var through = _through is { } warp ? warp.SlopeAt(time) : _isStopped ? 0 : 1;
            return through * (_of is { } segment ? segment.SlopeAt(SourceAt(time)) : _endSlope);
        }

        /// <summary>The piece as one segment, where the warp is straight and the segment's handles do not overreach; else null.</summary>
        public Segment? Exactly(double from, double to)
        {
            if (_of is not { } part || _isStopped || _through is { } warp && !IsStraight(warp)) return null;
            double start = SourceAt(from), end = SourceAt(to);
            var (low, high) = (Math.Min(start, end), Math.Max(start, end));
            // Nearer than a tick to an end it is that end.
            if (high < part.Start + part.Length - 1) part = part.SplitAt(high).Before;
            if (low > part.Start + 1) part = part.SplitAt(low).After;
            var whole = start < end
                ? part with { Start = from, Length = to - from }
                : new Segment(from, to - from, 1 - part.T2, 1 - part.T1, part.V3, part.V2, part.V1, part.V0, false);
            return whole is { T1: >= 0 and <= 1, T2: >= 0 and <= 1 } ? whole : null;
        }

        private static bool IsStraight(Segment warp)
        {
            var rise = warp.V3 - warp.V0;
            return Math.Abs(warp.V1 - warp.V0 - rise * warp.T1) <= 1e-9 * Math.Abs(rise) && Math.Abs(warp.V2 - warp.V0 - rise * warp.T2) <= 1e-9 * Math.Abs(rise);
        }

        private double SourceAt(double time) => _through is { } warp
            ? warp.ValueAt(Math.Clamp(time, warp.Start, warp.Start + warp.Length))
            : _isStopped ? _stopped : time + _shift;

        private static bool IsStill(Segment? segment) => segment is { } s && (s.Held || (s.V1 == s.V0 && s.V2 == s.V0 && s.V3 == s.V0));

        private static Segment? Containing(Curve curve, double ticks)
        {
            var segments = curve.Segments;
            if (segments.Length == 0 || ticks < segments[0].Start || ticks >= segments[^1].Start + segments[^1].Length) return null;
            int low = 0, high = segments.Length - 1;
            while (low < high)
            {
                var middle = (low + high + 1) >>> 1;
                if (segments[middle].Start <= ticks) low = middle;
                else high = middle - 1;
            }
            return segments[low];
        }
    }
}
