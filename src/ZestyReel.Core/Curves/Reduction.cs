using System.Collections.Immutable;
using System.Numerics;
using System.Runtime.CompilerServices;

namespace ZestyReel.Core.Curves;

/// <summary>Says a dense run of keys with as few as a tolerance allows.</summary>
/// <remarks>
/// From each key on, the longest stretch is sought that one cubic can follow: its inner handles stand at a third and
/// their values are the least-squares ones, the first in line with the stretch before, so that no corner comes in.
/// </remarks>
public sealed class Reduction
{
    private const double Third = 1.0 / 3, TwoThirds = 2.0 / 3;
    /// <summary>A corner is put in only where the stretch becomes so many times as long with it.</summary>
    private const double WorthACorner = 4;
    private const int PerSegment = 8, PerLine = 3, FewSegments = 6;

    private readonly Curve _curve;
    private readonly double _tolerance;
    // Where the curve is looked at: evenly along each segment's Bézier, so that a steep part gets as many places as it needs.
    private readonly double[] _times, _values;
    /// <summary>Where the places of each segment start.</summary>
    private readonly int[] _first;
    /// <summary>The first segment from each on that holds; beyond the last where none does.</summary>
    private readonly int[] _nextHeld;

    private Reduction(Curve curve, double tolerance)
    {
        // Between the places looked at, two cubics part by a little more than at them.
        (_curve, _tolerance) = (curve, tolerance * 0.94);
        var segments = curve.Segments;
        (_first, _nextHeld) = (new int[segments.Length + 1], new int[segments.Length + 1]);
        for (var i = 0; i < segments.Length; i++) _first[i + 1] = _first[i] + PlacesIn(i);
        _nextHeld[^1] = segments.Length;
        for (var i = segments.Length - 1; i >= 0; i--) _nextHeld[i] = segments[i].Held ? i : _nextHeld[i + 1];
        (_times, _values) = (new double[_first[^1]], new double[_first[^1]]);
        for (var i = 0; i < segments.Length; i++)
        {
            ref readonly var segment = ref segments[i];
            var places = _first[i + 1] - _first[i];
            for (var k = 0; k < places; k++)
            {
                var u = (double)k / places;
                (_times[_first[i] + k], _values[_first[i] + k]) = (segment.TimeAtParameter(u), segment.ValueAtParameter(u));
            }
        }
    }

    /// <summary>In how many places a segment is looked at: a line less closely; two cubics are told apart by two places besides the ends.</summary>
    private int PlacesIn(int segment) => IsLine(_curve.Segments[segment]) ? PerLine : PerSegment;

    private static bool IsLine(in Segment segment) =>
        segment.Held || segment is { T1: Third, T2: TwoThirds }
        && Math.Abs(segment.V3 - 3 * segment.V2 + 3 * segment.V1 - segment.V0) + Math.Abs(segment.V2 - 2 * segment.V1 + segment.V0) <= 1e-12 * (Math.Abs(segment.V0) + Math.Abs(segment.V3));

    /// <summary>The keys after runs of them have been reduced; both ends of each run stay.</summary>
    /// <param name="curve">The dense curve.</param>
    /// <param name="runs">Places of the first and last key of each run, rising.</param>
    /// <param name="tolerance">The largest difference in value; 0 or more.</param>
    public static ImmutableArray<Key> Of(Curve curve, IEnumerable<(int First, int Last)> runs, double tolerance)
    {
        var reduction = new Reduction(curve, tolerance);
        var keys = ImmutableArray.CreateBuilder<Key>();
        var at = 0;
        foreach (var (first, last) in runs)
        {
            for (; at < first; at++) keys.Add(curve.Keys[at]);
            reduction.Run(keys, first, last);
            at = last + 1;
        }
        for (; at < curve.Keys.Length; at++) keys.Add(curve.Keys[at]);
        return KeptCourse.Of(curve, keys.DrainToImmutable());
    }

    private void Run(ImmutableArray<Key>.Builder keys, int first, int last)
    {
        var key = _curve.Keys[first];
        double? slope = null;
        for (var i = first; i < last;)
        {
            var (to, piece) = Furthest(i, last, slope);
            var next = _curve.Keys[to];
            if (piece.Held) keys.Add(key with { Out = Interpolation.Hold });
            else
            {
                keys.Add(key with { Out = Interpolation.Free, OutHandle = piece.OutHandle });
                next = next with { In = Interpolation.Free, InHandle = piece.InHandle };
            }
            slope = piece.Held ? null : piece.SlopeAtEnd;
            (key, i) = (next, to);
        }
        keys.Add(key);
    }

    private (int To, Segment Piece) Furthest(int from, int last, double? slope)
    {
        var own = _curve.Segments[from];
        if (own.Held) return HeldFrom(from, last);
        var best = slope is null ? default : Reach(from, last, slope);
        // Without the slope it is only sought where it could become so many times as long.
        if (slope is null || WorthACorner * (best.To - from) <= last - from)
        {
            var free = Reach(from, last, null);
            if (slope is null || free.To - from >= WorthACorner * (best.To - from)) best = free;
        }
        return best.To > from ? best : (from + 1, own);
    }

    /// <summary>Holds that stand at the same value are one.</summary>
    private (int, Segment) HeldFrom(int from, int last)
    {
        var to = from + 1;
        while (to < last && _curve.Segments[to].Held && _curve.Segments[to].V0 == _curve.Segments[from].V0) to++;
        return (to, _curve.Segments[from]);
    }

    /// <summary>Doubles the stretch while it can be followed, then halves the last step.</summary>
    private (int To, Segment Piece) Reach(int from, int last, double? slope)
    {
        (int To, Segment Piece) best = (from, default);
        var step = 1;
        for (var tooFar = int.MaxValue; step > 0;)
        {
            var to = Math.Min(best.To + step, last);
            if (to > best.To && to < tooFar && Fit(from, to, slope) is { } piece)
            {
                best = (to, piece);
                if (to == last) break;
                step = tooFar == int.MaxValue ? step * 2 : step / 2;
            }
            else
            {
                tooFar = Math.Min(tooFar, to);
                step /= 2;
            }
        }
        return best;
    }

    /// <summary>The cubic from one key to another, or null where none stays within the tolerance.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private Segment? Fit(int from, int to, double? slope)
    {
        if (_nextHeld[from] < to) return null;
        ref readonly var first = ref _curve.Segments[from];
        ref readonly var final = ref _curve.Segments[to - 1];
        double start = first.Start, length = final.End - start, v0 = first.V0, v3 = final.V3;
        var places = _first[from].._first[to];
        ReadOnlySpan<double> times = _times.AsSpan(places), values = _values.AsSpan(places);
        var sums = Sums(times, values, start, length, v0, v3);
        double v1, v2;
        if (slope is { } given)
        {
            v1 = v0 + given * length / 3;
            v2 = (sums.Br - sums.Ab * v1) / sums.Bb;
        }
        else
        {
            var det = sums.Aa * sums.Bb - sums.Ab * sums.Ab;
            if (det <= 1e-12 * sums.Aa * sums.Bb) return null;
            (v1, v2) = ((sums.Ar * sums.Bb - sums.Br * sums.Ab) / det, (sums.Br * sums.Aa - sums.Ar * sums.Ab) / det);
        }
        var piece = new Segment(start, length, Third, TwoThirds, v0, v1, v2, v3, false);
        if (!IsNear(piece, times, values)) return null;
        return to - from > FewSegments || IsNearAllOver(piece, from, to) ? piece : null;
    }

    /// <summary>What the normal equations of the two inner handles are made of: sums over the places, several at once.</summary>
    /// <param name="times">The places.</param>
    /// <param name="values">The curve's values there.</param>
    /// <param name="start">Where the stretch starts.</param>
    /// <param name="length">How long it is.</param>
    /// <param name="v0">The value at its start.</param>
    /// <param name="v3">The value at its end.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static (double Aa, double Ab, double Bb, double Ar, double Br) Sums(ReadOnlySpan<double> times, ReadOnlySpan<double> values, double start, double length, double v0, double v3)
    {
        Vector<double> one = Vector<double>.One, three = new(3), from = new(start), over = new(length), low = new(v0), high = new(v3);
        Vector<double> aa = default, ab = default, bb = default, ar = default, br = default;
        var i = 0;
        for (; i + Vector<double>.Count <= times.Length; i += Vector<double>.Count)
        {
            var u = (new Vector<double>(times[i..]) - from) / over;
            var w = one - u;
            Vector<double> a = three * w * w * u, b = three * w * u * u;
            var left = new Vector<double>(values[i..]) - w * w * w * low - u * u * u * high;
            (aa, ab, bb, ar, br) = (aa + a * a, ab + a * b, bb + b * b, ar + a * left, br + b * left);
        }
        var sums = (Aa: Vector.Sum(aa), Ab: Vector.Sum(ab), Bb: Vector.Sum(bb), Ar: Vector.Sum(ar), Br: Vector.Sum(br));
        for (; i < times.Length; i++)
        {
            var u = (times[i] - start) / length;
            var w = 1 - u;
            // The shares of the two inner handles, and what they have to make up for.
            double a = 3 * w * w * u, b = 3 * w * u * u, left = values[i] - w * w * w * v0 - u * u * u * v3;
            sums = (sums.Aa + a * a, sums.Ab + a * b, sums.Bb + b * b, sums.Ar + a * left, sums.Br + b * left);
        }
        return sums;
    }

    /// <summary>Whether a piece is within the tolerance at places.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private bool IsNear(in Segment piece, ReadOnlySpan<double> times, ReadOnlySpan<double> values)
    {
        Vector<double> one = Vector<double>.One, three = new(3), from = new(piece.Start), over = new(piece.Length), within = new(_tolerance);
        Vector<double> v0 = new(piece.V0), v1 = new(piece.V1), v2 = new(piece.V2), v3 = new(piece.V3);
        var i = 0;
        for (; i + Vector<double>.Count <= times.Length; i += Vector<double>.Count)
        {
            var u = (new Vector<double>(times[i..]) - from) / over;
            var w = one - u;
            var off = w * w * w * v0 + three * w * w * u * v1 + three * w * u * u * v2 + u * u * u * v3 - new Vector<double>(values[i..]);
            // What is no number is not near either.
            if (!Vector.LessThanOrEqualAll(Vector.Abs(off), within)) return false;
        }
        for (; i < times.Length; i++)
            if (!(Math.Abs(piece.ValueAtParameter((times[i] - piece.Start) / piece.Length) - values[i]) <= _tolerance)) return false;
        return true;
    }

    /// <summary>Whether a piece in place of few segments, which may each bend a good deal, is near to them between the places too.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private bool IsNearAllOver(Segment piece, int from, int to)
    {
        if (to == from + 1 && IsNearByHandles(piece, _curve.Segments[from])) return true;
        for (var i = from; i < to; i++)
        {
            var each = PlacesIn(i) * 8;
            for (var k = 1; k < each; k++)
            {
                ref readonly var segment = ref _curve.Segments[i];
                var u = (double)k / each;
                if (!(Math.Abs(piece.ValueAt(segment.TimeAtParameter(u)) - segment.ValueAtParameter(u)) <= _tolerance)) return false;
            }
        }
        return true;
    }

    /// <summary>
    /// Whether two cubics over the same times, with their handles at a third, are near to each other by their handles
    /// alone: what those are apart counts 3w²u and 3wu², which together are 3/4 at most.
    /// </summary>
    private bool IsNearByHandles(in Segment piece, in Segment own) =>
        own is { T1: Third, T2: TwoThirds } && 0.75 * Math.Max(Math.Abs(piece.V1 - own.V1), Math.Abs(piece.V2 - own.V2)) <= _tolerance;
}
