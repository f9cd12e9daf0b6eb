using System.Runtime.CompilerServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>A path measured: how long it is, and where a share of its length lies.</summary>
/// <remarks>
/// The length of a curve is the integral of the length of its derivative, summed by Gauss–Legendre quadrature with 16
/// nodes (NIST DLMF 3.5.v). A piece is halved until its halves together measure what it measures itself, to 1e-9 of the
/// way along its handles; so cusps are met as well. Lengths are told in the path's own space.
/// </remarks>
public sealed class PathWay
{
    private const double Tolerance = 1e-9;
    private const int Deepest = 30;

    // Half of the nodes and weights on −1 to 1; the others are the same mirrored.
    private static readonly (double Node, double Weight)[] Gauss =
    [
        (0.0950125098376374402, 0.1894506104550684963), (0.2816035507792589132, 0.1826034150449235889),
        (0.4580167776572273863, 0.1691565193950025382), (0.6178762444026437484, 0.1495959888165767321),
        (0.7554044083550030339, 0.1246289712555338720), (0.8656312023878317439, 0.0951585116824927848),
        (0.9445750230732325761, 0.0622535239386478929), (0.9894009349916499326, 0.0271524594117540949),
    ];

    private static readonly ConditionalWeakTable<PathShape, PathWay> Known = [];

    /// <summary>Places at even distances at which directions are kept.</summary>
    private const int Looks = 512;

    /// <summary>Knots to a piece, between which a place at a length is looked for.</summary>
    private const int KnotsPerPiece = 8;

    // The same rule with 8 nodes, which is as exact between two knots.
    private static readonly (double Node, double Weight)[] ShortGauss =
    [
        (0.1834346424956498049, 0.3626837833783619830), (0.5255324099163289858, 0.3137066458778872873),
        (0.7966664774136267396, 0.2223810344533744706), (0.9602898564975362317, 0.1012285362903762591),
    ];

    private readonly PathSegment[] _segments;
    private readonly Lazy<(Knot[] Knots, double[] Lengths)> _knots;
    private readonly Lazy<Vector[]> _ways;
    private readonly List<Piece> _pieces = [];

    private PathWay(PathShape shape)
    {
        Shape = shape;
        _ways = new(() => [.. Enumerable.Range(0, Looks + 1).Select(i => BesideLength(Length * i / Looks, 1).Way)]);
        _knots = new(Knotted);
        _segments = [.. Enumerable.Range(0, shape.SegmentCount).Select(shape.Segment)];
        for (var i = 0; i < _segments.Length; i++)
        {
            var s = _segments[i];
            var reach = (s.B - s.A).Length() + (s.C - s.B).Length() + (s.D - s.C).Length();
            Measure(i, 0, 1, Measured(s, 0, 1), reach * Tolerance, 0);
        }
    }

    /// <summary>The path that is measured.</summary>
    public PathShape Shape { get; }

    /// <summary>How long it is.</summary>
    public double Length { get; private set; }

    /// <summary>The directions of the path, of length 1, at even distances from its start to its end; worked out when first asked for.</summary>
    public ReadOnlySpan<Vector> Ways => _ways.Value;

    /// <summary>A path measured; the same path is measured once.</summary>
    public static PathWay Of(PathShape shape) => Known.GetValue(shape, made => new PathWay(made));

    /// <summary>The curve of a number.</summary>
    public PathSegment Segment(int index) => _segments[index];

    /// <summary>Where some travel leads: a curve and the parameter on it. On a closed path travel goes round; on an open one it ends at the ends.</summary>
    public (int Segment, double U) Place(double travel)
    {
        var share = Shape.Closed ? travel - Math.Floor(travel) : Math.Clamp(travel, 0, 1);
        if (Shape.Spread == PathSpread.Even) return AtLength(share * Length);
        var run = share * _segments.Length;
        var index = Math.Min((int)run, _segments.Length - 1);
        return (index, run - index);
    }

    /// <summary>The travel that leads to a point of the path, the first where it goes round.</summary>
    public double TravelOf(int point)
    {
        if (point >= _segments.Length) return 1;
        if (point == 0) return 0;
        return Shape.Spread == PathSpread.Points ? (double)point / _segments.Length : Length > 0 ? LengthTo(point, 0) / Length : 0;
    }

    /// <summary>Where some travel leads, in the path's own space.</summary>
    public Vector At(double travel)
    {
        var (segment, u) = Place(travel);
        return _segments[segment].At(u);
    }

    /// <summary>The length of the way from its start to a place.</summary>
    public double LengthTo(int segment, double u)
    {
        var piece = _pieces[FirstPiece(each => each.Segment < segment || each.Segment == segment && each.To < u)];
        return piece.Before + Measured(_segments[segment], piece.From, u);
    }

    /// <summary>The place at a length from its start.</summary>
    public (int Segment, double U) AtLength(double length)
    {
        var (knots, lengths) = _knots.Value;
        var found = Array.BinarySearch(lengths, length);
        if (found >= 0)
        {
            // Where two curves meet it is the end of the earlier one.
            while (found > 0 && lengths[found - 1] == length) found--;
            return (knots[found].Segment, knots[found].U);
        }
        var at = Math.Clamp(~found - 1, 0, knots.Length - 2);
        // Between two pieces there is no way: the earlier one ends where the later one begins.
        if (knots[at].Segment != knots[at + 1].Segment || knots[at].U >= knots[at + 1].U) at = Math.Max(0, at - 1);
        var (knot, next) = (knots[at], knots[at + 1]);
        var wanted = length - lengths[at];
        var whole = lengths[at + 1] - lengths[at];
        if (whole <= 0 || wanted <= 0) return (knot.Segment, knot.U);
        if (wanted >= whole) return (knot.Segment, next.U);
        var curve = _segments[knot.Segment];
        // A cubic from knot to knot says where about it is, and Newton's method where; bounds close in where that leads astray.
        var (low, high) = (knot.U, next.U);
        var u = Between(knot, next, wanted / whole, whole);
        for (var i = 0; i < 60; i++)
        {
            if (!(u > low && u < high)) u = (low + high) / 2;
            var off = Measured(ShortGauss, curve, knot.U, u) - wanted;
            if (Math.Abs(off) <= 1e-12 * Length) break;
            if (off > 0) high = u;
            else low = u;
            var speed = curve.Velocity(u).Length();
            u = speed > 0 ? u - off / speed : double.NaN;
        }
        return (knot.Segment, u);
    }

    /// <summary>The parameter at a part of the way between two knots, by the cubic with their slopes; not a number where one of them stands still.</summary>
    private static double Between(in Knot a, in Knot b, double part, double whole)
    {
        var (rest, rise) = (1 - part, b.U - a.U);
        return a.U + rise * part * part * (3 - 2 * part) + whole * (part * rest * rest / a.Speed - part * part * rest / b.Speed);
    }

    private (Knot[], double[]) Knotted()
    {
        var (knots, lengths) = (new List<Knot>(), new List<double>());
        void Add(int segment, double u, double length)
        {
            knots.Add(new(segment, u, _segments[segment].Velocity(u).Length()));
            lengths.Add(length);
        }
        foreach (var piece in _pieces)
        {
            // A piece starts a knot of its own, as the curve before may end with another speed.
            Add(piece.Segment, piece.From, piece.Before);
            var (sum, step) = (0.0, (piece.To - piece.From) / KnotsPerPiece);
            for (var i = 1; i <= KnotsPerPiece; i++)
            {
                var to = i == KnotsPerPiece ? piece.To : piece.From + i * step;
                sum += Measured(_segments[piece.Segment], piece.From + (i - 1) * step, to);
                Add(piece.Segment, to, i == KnotsPerPiece ? piece.Before + piece.Length : piece.Before + Math.Min(sum, piece.Length));
            }
        }
        return ([.. knots], [.. lengths]);
    }

    /// <summary>The place at a length from its start, and the direction of the path just before or after it: of length 1, or zero where it has none.</summary>
    /// <param name="length">From its start.</param>
    /// <param name="side">−1 before, 1 after.</param>
    public (Vector At, Vector Way) BesideLength(double length, int side)
    {
        const double near = 1e-9;
        var (segment, u) = AtLength(Math.Clamp(length, 0, Length));
        // At the joint of two curves each side has a direction of its own.
        if (side > 0 && u > 1 - near && (segment < _segments.Length - 1 || Shape.Closed)) (segment, u) = ((segment + 1) % _segments.Length, 0);
        else if (side < 0 && u < near && (segment > 0 || Shape.Closed)) (segment, u) = ((segment + _segments.Length - 1) % _segments.Length, 1);
        var curve = _segments[segment];
        var way = curve.Velocity(u);
        if (way.Length() <= near * Length) way = curve.Velocity(Math.Clamp(u + side * 1e-4, 0, 1)) is var inside && inside != Vector.Zero ? inside : curve.D - curve.A;
        return (curve.At(u), way.Unit());
    }

    private int FirstPiece(Func<Piece, bool> isBefore)
    {
        var (low, high) = (0, _pieces.Count - 1);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (isBefore(_pieces[middle])) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    private void Measure(int segment, double from, double to, double whole, double tolerance, int depth)
    {
        var middle = (from + to) / 2;
        var (first, second) = (Measured(_segments[segment], from, middle), Measured(_segments[segment], middle, to));
        if (depth >= Deepest || Math.Abs(first + second - whole) <= tolerance)
        {
            _pieces.Add(new(segment, from, to, Length, whole));
            Length += whole;
            return;
        }
        Measure(segment, from, middle, first, tolerance / 2, depth + 1);
        Measure(segment, middle, to, second, tolerance / 2, depth + 1);
    }

    private static double Measured(in PathSegment curve, double from, double to) => Measured(Gauss, curve, from, to);

    private static double Measured((double Node, double Weight)[] rule, in PathSegment curve, double from, double to)
    {
        var (middle, half) = ((from + to) / 2, (to - from) / 2);
        var sum = 0.0;
        foreach (var (node, weight) in rule)
            sum += weight * (curve.Velocity(middle - half * node).Length() + curve.Velocity(middle + half * node).Length());
        return sum * half;
    }

    /// <summary>A place on a curve, and how fast the curve runs there by its parameter.</summary>
    private readonly record struct Knot(int Segment, double U, double Speed);

    /// <summary>A part of a curve that is measured well at once.</summary>
    private readonly record struct Piece(int Segment, double From, double To, double Before, double Length);
}
