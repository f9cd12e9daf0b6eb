using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>The way of a path: points, and a cubic Bézier curve from each to the next.</summary>
/// <param name="Points">The points, in the order in which it goes through them.</param>
/// <param name="Closed">Whether it goes on from the last to the first.</param>
/// <param name="Spread">What equal travel means.</param>
public sealed record PathShape(ImmutableArray<PathPoint> Points, bool Closed = false, PathSpread Spread = PathSpread.Even)
{
    /// <summary>Fewest and most points of a path.</summary>
    public const int FewestPoints = 2, MostPoints = 10_000;

    /// <summary>How many curves it is made of.</summary>
    public int SegmentCount => Closed ? Points.Length : Points.Length - 1;

    /// <summary>
    /// The curve from a point to the next. A corner's handle is a third of the straight way to its neighbour, so that
    /// between two corners the way is a line run evenly. A smooth point's handles are a sixth of the way from the point
    /// before to the one after, so that smooth points alone make a uniform Catmull–Rom spline; at an open end a third of
    /// the way to its only neighbour.
    /// </summary>
    public PathSegment Segment(int index)
    {
        var (a, b) = (Points[index], Points[(index + 1) % Points.Length]);
        return new(a.At, a.At + Out(index), b.At + In((index + 1) % Points.Length), b.At);
    }

    /// <summary>The handle towards the point before, from the point; zero at the start of an open path unless the point is free.</summary>
    public Vector In(int index) => Handle(index, index - 1, index + 1, Points[index].In);

    /// <summary>The handle towards the point after, from the point; zero at the end of an open path unless the point is free.</summary>
    public Vector Out(int index) => Handle(index, index + 1, index - 1, Points[index].Out);

    private Vector Handle(int index, int towards, int away, Vector own)
    {
        var point = Points[index];
        if (point.Kind == PathPointKind.Free) return own;
        if (Neighbour(towards) is not { } near) return Vector.Zero;
        return point.Kind == PathPointKind.Smooth && Neighbour(away) is { } far ? (near - far) / 6 : (near - point.At) / 3;
    }

    private Vector? Neighbour(int index) =>
        Closed ? Points[(index + Points.Length) % Points.Length].At
        : index >= 0 && index < Points.Length ? Points[index].At
        : null;

    /// <summary>Same points, in the same order, and the same way through them.</summary>
    public bool Equals(PathShape? other) =>
        other is not null && Closed == other.Closed && Spread == other.Spread && Points.AsSpan().SequenceEqual(other.Points.AsSpan());

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Closed, Spread, Points.Length, Points.IsEmpty ? default : Points[0]);
}
