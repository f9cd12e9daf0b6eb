using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Where a length along a path lies: knots whose lengths are known, and a cubic from each to the next.</summary>
/// <remarks>
/// The pieces of a path are halved until the cubic (Hermite's, of the parameter by the length, whose slope is one over the
/// speed) is within 1e-10 of the path's length. Where a path stands still in a cusp no cubic is: there Newton's method says
/// where. So a place is found in a time that does not grow with how exact it is.
/// </remarks>
internal sealed class PathKnots
{
    private const double Tolerance = 1e-10;
    private const int Deepest = 9;

    private readonly PathSegment[] _segments;
    private readonly double _length;
    private readonly List<Knot> _making = [];
    private readonly Knot[] _knots;
    private readonly double[] _lengths;

    // The way in as many even parts as there are knots: the last knot before each.
    private readonly int[] _firsts;
    private readonly double _perLength;

    private PathKnots(PathSegment[] segments, IEnumerable<PathWay.Piece> pieces, double length)
    {
        (_segments, _length) = (segments, length);
        foreach (var piece in pieces)
        {
            // A piece starts a knot of its own, as the curve before may end with another speed.
            var (from, to) = (At(piece.Segment, piece.From, piece.Before), At(piece.Segment, piece.To, piece.Before + piece.Length));
            _making.Add(from);
            Knotted(from, to, 0);
        }
        (_knots, _lengths) = ([.. _making], [.. _making.Select(knot => knot.Length)]);
        _making.Clear();
        (_firsts, _perLength) = (new int[_knots.Length], _knots.Length / length);
        for (int part = 0, at = 0; part < _firsts.Length; part++)
        {
            while (at + 1 < _lengths.Length && _lengths[at + 1] < length * part / _firsts.Length) at++;
            _firsts[part] = at;
        }
    }

    /// <summary>The knots of a path of some curves, measured piece by piece.</summary>
    public static PathKnots Of(PathSegment[] segments, IEnumerable<PathWay.Piece> pieces, double length) => new(segments, pieces, length);

    /// <summary>The place at a length from its start.</summary>
    public (int Segment, double U) AtLength(double length)
    {
        var at = Before(length);
        if (at < 0) return (_knots[0].Segment, _knots[0].U);
        ref readonly var knot = ref _knots[at];
        ref readonly var next = ref _knots[at + 1];
        var (wanted, whole) = (length - knot.Length, next.Length - knot.Length);
        if (whole <= 0 || wanted <= 0) return (knot.Segment, knot.U);
        if (wanted >= whole) return (knot.Segment, next.U);
        return (knot.Segment, next.IsReached ? Between(knot, next, wanted / whole, whole) : Sought(knot, next, wanted));
    }

    /// <summary>The last knot before a length; −1 for none. So where two curves meet it is the end of the earlier one.</summary>
    private int Before(double length)
    {
        var share = length * _perLength;
        var part = share > 0 ? (int)Math.Min(share, _firsts.Length - 1) : 0;
        // The parts are even, the knots are not: one part can have many. Rounding may lead to the part beside.
        var at = _firsts[part];
        while (at > 0 && _lengths[at] >= length) at--;
        var next = part + 1 < _firsts.Length ? _firsts[part + 1] : _lengths.Length - 1;
        while (next - at > 8)
        {
            var middle = (at + next) / 2;
            if (_lengths[middle] < length) at = middle;
            else next = middle;
        }
        while (at + 1 < _lengths.Length && _lengths[at + 1] < length) at++;
        return at < _lengths.Length - 1 && _lengths[at] < length ? at : at - 1;
    }

    /// <summary>By Newton's method; bounds close in where that leads astray.</summary>
    private double Sought(in Knot knot, in Knot next, double wanted)
    {
        var curve = _segments[knot.Segment];
        var (low, high, u) = (knot.U, next.U, double.NaN);
        for (var i = 0; i < 60; i++)
        {
            if (!(u > low && u < high)) u = (low + high) / 2;
            var off = ArcLength.OfSmall(curve, knot.U, u) - wanted;
            if (Math.Abs(off) <= 1e-12 * _length) break;
            if (off > 0) high = u;
            else low = u;
            var speed = curve.Velocity(u).Length();
            u = speed > 0 ? u - off / speed : double.NaN;
        }
        return u;
    }

    /// <summary>The parameter at a part of the way between two knots, by the cubic with their slopes; not a number where one of them stands still.</summary>
    private static double Between(in Knot a, in Knot b, double part, double whole)
    {
        var (rest, rise) = (1 - part, b.U - a.U);
        return a.U + rise * part * part * (3 - 2 * part) + whole * (part * rest * rest * a.Slowness - part * part * rest * b.Slowness);
    }

    /// <summary>Adds the knots after one up to another.</summary>
    private void Knotted(in Knot from, in Knot to, int depth)
    {
        var reached = IsReached(from, to);
        if (reached || depth >= Deepest)
        {
            _making.Add(to with { IsReached = reached });
            return;
        }
        var u = (from.U + to.U) / 2;
        var first = Math.Min(ArcLength.OfSmall(_segments[from.Segment], from.U, u), to.Length - from.Length);
        var middle = At(from.Segment, u, from.Length + first);
        Knotted(from, middle, depth + 1);
        Knotted(middle, to, depth + 1);
    }

    private bool IsReached(in Knot from, in Knot to)
    {
        var whole = to.Length - from.Length;
        foreach (var part in (ReadOnlySpan<double>)[0.25, 0.5, 0.75])
        {
            var u = Between(from, to, part, whole);
            if (!(u >= from.U && u <= to.U) || !(Math.Abs(ArcLength.OfSmall(_segments[from.Segment], from.U, u) - part * whole) <= Tolerance * _length)) return false;
        }
        return true;
    }

    private Knot At(int segment, double u, double length) => new(segment, u, 1 / _segments[segment].Velocity(u).Length(), length, false);

    /// <summary>A place on a curve.</summary>
    /// <param name="Segment">Which curve.</param>
    /// <param name="U">The parameter on it.</param>
    /// <param name="Slowness">One over how fast the curve runs there by its parameter.</param>
    /// <param name="Length">How far it is from the start.</param>
    /// <param name="IsReached">Whether the cubic from the knot before is near enough.</param>
    private readonly record struct Knot(int Segment, double U, double Slowness, double Length, bool IsReached);
}
