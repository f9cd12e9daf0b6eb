using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Svg;

/// <summary>The plane that a drawing is laid into.</summary>
public enum SvgPlane
{
    /// <summary>The floor: right is +x, down is +z, depth is +y.</summary>
    Floor,

    /// <summary>Upright: right is +x, up is +y, depth is +z.</summary>
    Upright,
}

/// <summary>How outlines are spread in depth.</summary>
public enum SvgDepth
{
    /// <summary>All lie in one plane.</summary>
    None,

    /// <summary>Each a step further than the one before, in the order in which they are drawn.</summary>
    Step,

    /// <summary>Each anywhere between no depth and the whole.</summary>
    Random,
}

/// <summary>Where a drawing is put in the world.</summary>
/// <param name="Plane">The plane.</param>
/// <param name="Width">How wide all of it is, in scene lengths.</param>
/// <param name="Centre">Where its middle is; of the first where they are spread in depth.</param>
/// <param name="Depth">How it is spread in depth.</param>
/// <param name="Amount">The step, or the whole depth, in scene lengths.</param>
/// <param name="Seed">Decides about chance: the same gives the same.</param>
public sealed record SvgPlacement(SvgPlane Plane, double Width, Vector Centre, SvgDepth Depth = SvgDepth.None, double Amount = 0, int Seed = 1)
{
    /// <exception cref="Refusal">It makes no sense.</exception>
    public void Check()
    {
        if (!Enum.IsDefined(Plane)) throw new Refusal("plane", "there is no such plane");
        if (!Enum.IsDefined(Depth)) throw new Refusal("depth", "there is no such depth");
        if (!(Width is > 0 and <= 1e6)) throw new Refusal("width", "the width is above 0 and at most a million");
        if (!(Math.Abs(Amount) <= 1e6)) throw new Refusal("amount", "the depth is at most a million");
        if (!(Math.Abs(Centre.X) <= 1e6 && Math.Abs(Centre.Y) <= 1e6 && Math.Abs(Centre.Z) <= 1e6)) throw new Refusal("centre", "the middle lies within a million of the origin");
    }
}

/// <summary>Makes paths of the outlines of a drawing.</summary>
public static class SvgPlacing
{
    private const int LookedAt = 16;

    /// <summary>The edit that adds all outlines as paths, and what is left out of them.</summary>
    /// <exception cref="Refusal">There is nothing to add, or the placement makes no sense.</exception>
    public static (AddPaths Edit, ImmutableArray<SvgLeftOut> LeftOut) Placed(SvgDrawing drawing, SvgPlacement placement)
    {
        placement.Check();
        var tooLong = drawing.Outlines.Where(each => each.Outline.Count >= PathShape.MostPoints).ToList();
        var outlines = drawing.Outlines.RemoveAll(tooLong.Contains);
        ImmutableArray<SvgLeftOut> leftOut = [.. drawing.LeftOut, .. tooLong.Select(each => new SvgLeftOut(each.Name, $"it has more than the {PathShape.MostPoints} points of a path"))];
        if (outlines.IsEmpty) throw new Refusal("file", leftOut.IsEmpty ? "there is no outline in it" : $"there is no outline in it that can be taken; {leftOut[0].Name}: {leftOut[0].Why}");
        var (least, most) = Bounds(outlines);
        double width = most.X - least.X, height = most.Y - least.Y;
        var scale = placement.Width / (width > 0 ? width : height);
        var (middleX, middleY) = ((least.X + most.X) / 2, (least.Y + most.Y) / 2);
        var random = new Random(placement.Seed);
        return (new AddPaths([.. outlines.Select((each, i) =>
        {
            var depth = placement.Depth switch { SvgDepth.Step => placement.Amount * i, SvgDepth.Random => placement.Amount * random.NextDouble(), _ => 0 };
            Vector Flat(double x, double y) => placement.Plane == SvgPlane.Floor ? new(x, 0, y) : new(x, -y, 0);
            Vector At((double X, double Y) point) => Flat((point.X - middleX) * scale, (point.Y - middleY) * scale)
                + placement.Centre + (placement.Plane == SvgPlane.Floor ? new Vector(0, depth, 0) : new Vector(0, 0, depth));
            return new DrawnPath(NameOf(each.Name), Points([.. each.Outline.Points.Select(At)], each.Outline.IsClosed), each.Outline.IsClosed);
        })]), leftOut);
    }

    /// <summary>The points of a path, with the handles that its curves have: corners where both sides are straight and run evenly.</summary>
    private static ImmutableArray<PathPoint> Points(Vector[] curve, bool closed)
    {
        var count = (curve.Length - 1) / 3 + (closed ? 0 : 1);
        var points = ImmutableArray.CreateBuilder<PathPoint>(count);
        for (var i = 0; i < count; i++)
        {
            var at = curve[3 * i];
            // Where it is closed its end is its start.
            int? before = i > 0 ? 3 * i : closed ? curve.Length - 1 : null, after = 3 * i + 1 < curve.Length ? 3 * i : null;
            var (arriving, leaving) = (before is { } b ? curve[b - 1] - at : Vector.Zero, after is { } a ? curve[a + 1] - at : Vector.Zero);
            var isStraight = (before is not { } p || IsThird(arriving, curve[p - 3] - at)) && (after is not { } n || IsThird(leaving, curve[n + 3] - at));
            points.Add(isStraight ? new(at, PathPointKind.Corner) : new(at, PathPointKind.Free, arriving, leaving));
        }
        // A closed outline of a single point and curve has an end of its own, so that it is a path.
        if (points.Count == 1) points.Add(new(curve[^1], PathPointKind.Free, curve[^2] - curve[^1], Vector.Zero));
        return points.DrainToImmutable();
    }

    private static bool IsThird(Vector handle, Vector way) => (handle - way / 3).Length() <= 1e-12 * Math.Max(1, way.Length());

    private static ((double X, double Y) Least, (double X, double Y) Most) Bounds(ImmutableArray<SvgNamed> outlines)
    {
        var (left, top, right, bottom) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        foreach (var (_, outline) in outlines)
            for (var c = 0; c < outline.Count; c++)
                for (var i = 0; i <= LookedAt; i++)
                {
                    var (t, s) = (i / (double)LookedAt, 1 - i / (double)LookedAt);
                    var p = outline.Points;
                    double Of(Func<(double X, double Y), double> part) =>
                        s * s * s * part(p[3 * c]) + 3 * s * s * t * part(p[3 * c + 1]) + 3 * s * t * t * part(p[3 * c + 2]) + t * t * t * part(p[3 * c + 3]);
                    var (x, y) = (Of(point => point.X), Of(point => point.Y));
                    (left, top, right, bottom) = (Math.Min(left, x), Math.Min(top, y), Math.Max(right, x), Math.Max(bottom, y));
                }
        return ((left, top), (right, bottom));
    }

    /// <summary>A name without what names cannot have.</summary>
    private static string NameOf(string id)
    {
        var name = string.Concat(id.Where(letter => letter is not ('/' or '<' or '>') && !char.IsControl(letter) && !char.IsSurrogate(letter))).Trim();
        return name.Length == 0 ? "Outline" : name.Length > 70 ? name[..70].TrimEnd() : name;
    }
}
