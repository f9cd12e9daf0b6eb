using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Baking;

/// <summary>Gives the values of what is traced at times in ticks, which may lie between ticks; asked for in batches, rising within each.</summary>
internal delegate void TracedValues(double[] times, Span<double> values);

/// <summary>The stretch between two times as one segment, where it is exactly one; else null.</summary>
internal delegate Segment? TracedSegment(Tick from, Tick to);

/// <summary>
/// Writes down as keys whatever gives values over time: whether a curve seen through a warp, or a curve with clips on it.
/// </summary>
/// <remarks>
/// It is told the moments at which motion may jump or bend. At each it looks a few ticks around: a jump takes two keys a
/// tick apart. What lies between two of these moments stands, is a line, is exactly one segment, or is followed by
/// cubics with the same slopes at their ends, halved until they are near enough at <see cref="PlacesPerPiece"/> places
/// each. All pieces of one halving are looked at together.
/// </remarks>
internal sealed class Traced
{
    /// <summary>Most keys that a curve may come to have.</summary>
    public const int MostKeys = 1_000_000;

    private const int PlacesPerPiece = 20, MostHalvings = 24, Shortest = 64;
    /// <summary>Two places right after a piece's start, those inside, and two right before its end.</summary>
    private const int Looked = PlacesPerPiece + 4, Middle = 2 + PlacesPerPiece / 2;
    /// <summary>Ticks before and after a moment that are looked at for jumps.</summary>
    private const int Before = 3, After = 3;

    /// <summary>Where a piece is looked at, as parts of it: closer together towards its ends, as Chebyshev's points are, for there a curve may turn up steeply.</summary>
    private static readonly double[] Spread = [.. Enumerable.Range(1, PlacesPerPiece).Select(k => (1 - Math.Cos(Math.PI * k / (PlacesPerPiece + 1))) / 2)];

    private readonly TracedValues _values;
    private readonly TracedSegment _exactly;
    private readonly double _tolerance;
    private readonly bool _holdsOnly;

    private Traced(TracedValues values, TracedSegment? exactly, double tolerance, bool holdsOnly) =>
        (_values, _exactly, _tolerance, _holdsOnly) = (values, exactly ?? ((_, _) => null), tolerance, holdsOnly);

    /// <summary>One stretch between two keys: from the value right at or after its start to the value up to its end.</summary>
    private readonly record struct Piece(Tick From, double V0, Tick To, double V3, bool JumpsAtEnd);

    /// <summary>How a piece is said: the sides of its two keys.</summary>
    private readonly record struct Said(Interpolation Out, Handle OutHandle, Interpolation In, Handle InHandle)
    {
        public static readonly Said Line = new(Interpolation.Linear, default, Interpolation.Linear, default);
        public static readonly Said Held = new(Interpolation.Hold, default, Interpolation.Hold, default);
    }

    /// <summary>The keys of what is traced between the first and the last of some moments.</summary>
    /// <param name="moments">Rising; where motion may jump or bend, and both ends.</param>
    /// <param name="values">What is traced.</param>
    /// <param name="exactly">Says stretches exactly where it can.</param>
    /// <param name="tolerance">The largest difference in value; above 0.</param>
    /// <param name="holdsOnly">Nothing lies between values: every side holds.</param>
    /// <exception cref="Refusal">It would take too many keys.</exception>
    public static ImmutableArray<Key> Keys(
        IReadOnlyList<Tick> moments, TracedValues values, TracedSegment? exactly, double tolerance, bool holdsOnly) =>
        new Traced(values, exactly, tolerance * 0.8, holdsOnly).Keys(moments);

    private ImmutableArray<Key> Keys(IReadOnlyList<Tick> moments)
    {
        var pieces = Pieces(moments, out var last);
        if (pieces.Count == 0) return [last with { In = Rest, Out = Rest }];
        var said = Followed(pieces);
        var keys = ImmutableArray.CreateBuilder<Key>(said.Count + 1);
        for (var i = 0; i < said.Count; i++)
        {
            var (piece, how) = said[i];
            if (keys.Count > 0 && keys[^1].Time == piece.From) keys[^1] = keys[^1] with { Out = how.Out, OutHandle = how.OutHandle };
            else
            {
                // The piece before ended a tick ago at another value.
                if (keys.Count > 0) keys[^1] = keys[^1] with { Out = Interpolation.Hold, OutHandle = default };
                keys.Add(new Key(piece.From, piece.V0, keys.Count == 0 ? how.Out == Interpolation.Hold ? Interpolation.Hold : Interpolation.Linear : Interpolation.Hold, how.Out, default, how.OutHandle));
            }
            // A hold that jumps at its end lasts up to the very key where the next piece starts.
            if (piece.JumpsAtEnd && how.Out == Interpolation.Hold) continue;
            keys.Add(new Key(piece.To, piece.V3, how.In, i + 1 < said.Count ? Interpolation.Hold : how.In == Interpolation.Hold ? Interpolation.Hold : Interpolation.Linear, how.InHandle));
            if (keys.Count > MostKeys) throw TooMany();
        }
        if (last.Time > keys[^1].Time)
        {
            // It jumps at the very last moment.
            keys[^1] = keys[^1] with { Out = Interpolation.Hold, OutHandle = default };
            keys.Add(last with { In = Interpolation.Hold, Out = Interpolation.Hold });
        }
        return keys.DrainToImmutable();
    }

    private Interpolation Rest => _holdsOnly ? Interpolation.Hold : Interpolation.Flat;

    public static Refusal TooMany() => new("tolerance", $"that would take more than {MostKeys} keys; allow a larger tolerance, or a shorter range");

    /// <summary>The stretches between moments, cut apart where values jump.</summary>
    private List<Piece> Pieces(IReadOnlyList<Tick> moments, out Key last)
    {
        var around = new double[moments.Count * (Before + After + 1)];
        for (var i = 0; i < moments.Count; i++)
            for (var k = -Before; k <= After; k++) around[i * (Before + After + 1) + k + Before] = moments[i].Value + k;
        var values = Ask(around);
        double At(int moment, int away) => values[moment * (Before + After + 1) + away + Before];
        bool Jumps(int moment, int away) => JumpsAt(values.AsSpan(moment * (Before + After + 1), Before + After + 1), away + Before);
        var pieces = new List<Piece>();
        var (from, start) = (moments[0], At(0, 0));
        void End(Tick to, double value, bool jumps)
        {
            if (to > from) pieces.Add(new(from, start, to, value, jumps));
        }
        for (var i = 0; i < moments.Count; i++)
        {
            var at = moments[i];
            if (i > 0)
            {
                if (Jumps(i, -1))
                {
                    // Up to the tick before, then from here on at the new value.
                    if (at.Value - 1 > from.Value) End(new Tick(at.Value - 1), At(i, -1), true);
                    else if (at.Value - 1 == from.Value) pieces.Add(new(from, start, at, At(i, 0), false));
                }
                else End(at, At(i, 0), false);
                (from, start) = (at, At(i, 0));
            }
            // As a hold does that is played backwards: it jumps right after this moment.
            if (i + 1 == moments.Count || !Jumps(i, 0) || moments[i + 1].Value <= at.Value + 1) continue;
            pieces.Add(new(at, At(i, 0), new Tick(at.Value + 1), At(i, 1), false));
            (from, start) = (new Tick(at.Value + 1), At(i, 1));
        }
        last = new Key(from, start);
        return pieces;
    }

    /// <summary>
    /// Whether values jump from one tick to the next: the step stands out from most of those about it, and motion does not
    /// simply go on as fast from there, or up to there.
    /// </summary>
    private bool JumpsAt(ReadOnlySpan<double> values, int at)
    {
        Span<double> steps = stackalloc double[Before + After];
        for (var i = 0; i < steps.Length; i++) steps[i] = Math.Abs(values[i + 1] - values[i]);
        var step = steps[at];
        if (step <= 1e-9 * Math.Max(1, Math.Abs(values[at]))) return false;
        if (_holdsOnly) return true;
        var alike = (Low: step / 2, High: step * 2);
        bool IsAlike(ReadOnlySpan<double> some, int k) => k >= 0 && k < some.Length && some[k] >= alike.Low && some[k] <= alike.High;
        if (IsAlike(steps, at + 1) && IsAlike(steps, at + 2) || IsAlike(steps, at - 1) && IsAlike(steps, at - 2)) return false;
        Span<double> sorted = stackalloc double[Before + After];
        steps.CopyTo(sorted);
        sorted.Sort();
        return step > 16 * sorted[sorted.Length / 2];
    }

    /// <summary>How each piece is said, those that have to be halved in their parts.</summary>
    private List<(Piece Piece, Said How)> Followed(List<Piece> pieces)
    {
        var open = pieces.Select((piece, i) => (Order: (Int128)i << 64, Step: (Int128)1 << 63, Piece: piece)).ToList();
        var done = new List<(Int128 Order, Piece Piece, Said How)>();
        for (var halving = 0; open.Count > 0; halving++)
        {
            if (done.Count + open.Count > MostKeys) throw TooMany();
            var next = new List<(Int128, Int128, Piece)>();
            var places = new double[open.Count * (Looked)];
            for (var i = 0; i < open.Count; i++) Places(open[i].Piece, places.AsSpan(i * (Looked), Looked));
            var values = Ask(places);
            for (var i = 0; i < open.Count; i++)
            {
                var (order, step, piece) = open[i];
                var part = values.AsSpan(i * (Looked), Looked);
                if (SaidAtOnce(piece, places.AsSpan(i * (Looked), Looked), part, halving) is { } how)
                {
                    done.Add((order, piece, how));
                    continue;
                }
                // The place in the middle has been looked at.
                var middle = new Tick((long)places[i * (Looked) + Middle]);
                var value = part[Middle];
                next.Add((order, step >> 1, piece with { To = middle, V3 = value, JumpsAtEnd = false }));
                next.Add((order + step, step >> 1, piece with { From = middle, V0 = value }));
            }
            open = next;
        }
        done.Sort((a, b) => a.Order.CompareTo(b.Order));
        return [.. done.Select(each => (each.Piece, each.How))];
    }

    /// <summary>The places at which a piece is looked at; the one in the middle is a whole tick.</summary>
    private static void Places(Piece piece, Span<double> places)
    {
        double from = piece.From.Value, length = (piece.To - piece.From).Value, near = NearOf(length);
        (places[0], places[1]) = (from + near, from + 2 * near);
        for (var k = 0; k < PlacesPerPiece; k++) places[2 + k] = from + length * Spread[k];
        places[Middle] = Math.Floor(from + length / 2);
        (places[^2], places[^1]) = (from + length - 2 * near, from + length - near);
    }

    /// <summary>How far from its ends a piece's slopes are taken: where rounding of source times to parts of a tick weighs nothing yet.</summary>
    private static double NearOf(double length) => Math.Min(length / 4, Math.Max(1, length * 1e-3));

    private Said? SaidAtOnce(Piece piece, ReadOnlySpan<double> places, ReadOnlySpan<double> values, int halvings)
    {
        double from = piece.From.Value, length = (piece.To - piece.From).Value;
        var (v0, v3) = (piece.V0, piece.V3);
        var scale = 1e-9 * Math.Max(1, Math.Abs(v3 - v0));
        if (_holdsOnly) return Said.Held;
        if (v0 == v3 && IsNear(v0, values, 1e-12 * Math.Max(1, Math.Abs(v0)))) return piece.JumpsAtEnd ? Said.Held : Said.Line;
        if (length <= 1) return Said.Held;
        var straight = new Segment(from, length, 1.0 / 3, 2.0 / 3, v0, v0 + (v3 - v0) / 3, v3 - (v3 - v0) / 3, v3, false);
        if (IsNear(straight, places, values, scale)) return Said.Line;
        if (_exactly(piece.From, piece.To) is { } same && IsNear(Between(piece, same), places, values, Math.Max(scale, _tolerance * 1e-3)))
            return new(Interpolation.Free, same.OutHandle, Interpolation.Free, same.InHandle);
        var bent = Bent(piece, places, values);
        if (IsNear(bent, places, values, _tolerance)) return new(Interpolation.Free, bent.OutHandle, Interpolation.Free, bent.InHandle);
        // As short as that it is as steep as a jump: its slopes say nothing, and would carry it beyond its ends.
        return halvings >= MostHalvings || length < Shortest ? Said.Line : null;
    }

    /// <summary>A segment as keys with its handles and the piece's own values make it: it may end a part of a tick beside them.</summary>
    private static Segment Between(Piece piece, Segment same) => same with
    {
        V0 = piece.V0, V1 = piece.V0 + same.OutHandle.Value, V2 = piece.V3 + same.InHandle.Value, V3 = piece.V3,
    };

    private static Segment Bent(Piece piece, ReadOnlySpan<double> places, ReadOnlySpan<double> values)
    {
        double from = piece.From.Value, length = (piece.To - piece.From).Value;
        var near = NearOf(length);
        // One-sided differences of three places: (−3f₀ + 4f₁ − f₂)/2h.
        var slopeAtStart = (4 * values[0] - 3 * piece.V0 - values[1]) / (2 * near);
        var slopeAtEnd = (3 * piece.V3 - 4 * values[^1] + values[^2]) / (2 * near);
        return new(from, length, 1.0 / 3, 2.0 / 3, piece.V0, piece.V0 + slopeAtStart * length / 3, piece.V3 - slopeAtEnd * length / 3, piece.V3, false);
    }

    private static bool IsNear(double value, ReadOnlySpan<double> values, double tolerance)
    {
        foreach (var other in values)
            if (!(Math.Abs(value - other) <= tolerance)) return false;
        return true;
    }

    private static bool IsNear(Segment segment, ReadOnlySpan<double> places, ReadOnlySpan<double> values, double tolerance)
    {
        for (var i = 0; i < places.Length; i++)
            if (!(Math.Abs(segment.ValueAt(places[i]) - values[i]) <= tolerance)) return false;
        return true;
    }

    private double[] Ask(double[] times)
    {
        var values = new double[times.Length];
        _values(times, values);
        return values;
    }
}
