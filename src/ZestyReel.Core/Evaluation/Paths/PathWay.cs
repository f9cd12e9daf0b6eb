using System.Runtime.CompilerServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>A path measured: how long it is, and where a share of its length lies.</summary>
/// <remarks>
/// A curve is measured as <see cref="ArcLength"/> says. A piece is halved until its halves together measure what it measures itself, to 1e-9 of the
/// way along its handles; so cusps are met as well. Lengths are told in the path's own space.
/// </remarks>
public sealed class PathWay
{
    private const double Tolerance = 1e-9;
    private const int Deepest = 30;

    private static readonly ConditionalWeakTable<PathShape, PathWay> Known = [];

    /// <summary>Places at even distances at which directions are kept.</summary>
    private const int Looks = 512;

    private readonly PathSegment[] _segments;
    private readonly double[] _reaches;
    private readonly Lazy<PathKnots> _knots;
    private readonly Lazy<Vector[]> _ways;
    private readonly List<Piece> _pieces = [];

    private PathWay(PathShape shape)
    {
        Shape = shape;
        _ways = new(() => [.. Enumerable.Range(0, Looks + 1).Select(i => BesideLength(Length * i / Looks, 1).Way)]);
        _segments = [.. Enumerable.Range(0, shape.SegmentCount).Select(shape.Segment)];
        _reaches = new double[_segments.Length];
        _knots = new(() => PathKnots.Of(_segments, _pieces, Length));
        for (var i = 0; i < _segments.Length; i++)
        {
            var s = _segments[i];
            _reaches[i] = (s.B - s.A).Length() + (s.C - s.B).Length() + (s.D - s.C).Length();
            Measure(i, 0, 1, ArcLength.Of(s, 0, 1), _reaches[i] * Tolerance, 0);
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
    public ref readonly PathSegment Segment(int index) => ref _segments[index];

    /// <summary>The length of the way along the handles of the curve of a number; the curve is no longer.</summary>
    public double Reach(int index) => _reaches[index];

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
        return piece.Before + ArcLength.Of(_segments[segment], piece.From, u);
    }

    /// <summary>The place at a length from its start.</summary>
    public (int Segment, double U) AtLength(double length) => _knots.Value.AtLength(length);

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
        var (first, second) = (ArcLength.Of(_segments[segment], from, middle), ArcLength.Of(_segments[segment], middle, to));
        if (depth >= Deepest || Math.Abs(first + second - whole) <= tolerance)
        {
            _pieces.Add(new(segment, from, to, Length, whole));
            Length += whole;
            return;
        }
        Measure(segment, from, middle, first, tolerance / 2, depth + 1);
        Measure(segment, middle, to, second, tolerance / 2, depth + 1);
    }

    /// <summary>A part of a curve that is measured well at once.</summary>
    internal readonly record struct Piece(int Segment, double From, double To, double Before, double Length);
}
