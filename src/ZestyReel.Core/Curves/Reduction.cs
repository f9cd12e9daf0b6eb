using System.Collections.Immutable;
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

    private Reduction(Curve curve, double tolerance)
    {
        // Between the places looked at, two cubics part by a little more than at them.
        (_curve, _tolerance) = (curve, tolerance * 0.94);
        _first = new int[curve.Keys.Length];
        for (var i = 0; i + 1 < _first.Length; i++) _first[i + 1] = _first[i] + PlacesIn(i);
        (_times, _values) = (new double[_first[^1]], new double[_first[^1]]);
        for (var i = 0; i + 1 < _first.Length; i++)
            for (var at = _first[i]; at < _first[i + 1]; at++)
            {
                ref readonly var segment = ref curve.Segments[i];
                var u = (double)(at - _first[i]) / PlacesIn(i);
                (_times[at], _values[at]) = (segment.TimeAtParameter(u), segment.ValueAtParameter(u));
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
        var smooth = slope is null ? default : Reach(from, last, slope);
        var free = Reach(from, last, null);
        var best = slope is null || free.To - from >= WorthACorner * (smooth.To - from) ? free : smooth;
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
        var keys = _curve.Keys;
        double start = keys[from].Time.Value, length = keys[to].Time.Value - start;
        double v0 = keys[from].Value, v3 = keys[to].Value;
        double aa = 0, ab = 0, bb = 0, ar = 0, br = 0;
        for (var i = from; i < to; i++)
            if (_curve.Segments[i].Held) return null;
        for (var at = _first[from]; at < _first[to]; at++)
        {
            var (a, b, left) = Parts(at, start, length, v0, v3);
            (aa, ab, bb, ar, br) = (aa + a * a, ab + a * b, bb + b * b, ar + a * left, br + b * left);
        }
        double v1, v2;
        if (slope is { } given)
        {
            v1 = v0 + given * length / 3;
            v2 = (br - ab * v1) / bb;
        }
        else
        {
            var det = aa * bb - ab * ab;
            if (det <= 1e-12 * aa * bb) return null;
            (v1, v2) = ((ar * bb - br * ab) / det, (br * aa - ar * ab) / det);
        }
        for (var at = _first[from]; at < _first[to]; at++)
        {
            var (a, b, left) = Parts(at, start, length, v0, v3);
            if (!(Math.Abs(a * v1 + b * v2 - left) <= _tolerance)) return null;
        }
        var piece = new Segment(start, length, Third, TwoThirds, v0, v1, v2, v3, false);
        return to - from > FewSegments || IsNearAllOver(piece, from, to) ? piece : null;
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

    /// <summary>The shares of the two inner handles at a place, and what they have to make up for there.</summary>
    private (double A, double B, double Left) Parts(int at, double start, double length, double v0, double v3)
    {
        var u = (_times[at] - start) / length;
        var w = 1 - u;
        return (3 * w * w * u, 3 * w * u * u, _values[at] - w * w * w * v0 - u * u * u * v3);
    }
}
