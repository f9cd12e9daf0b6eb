using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Overlay;
using NetTopologySuite.Operation.OverlayNG;
using SkiaSharp;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>What a glyph covers, in units of its font, its curves as lines.</summary>
internal static class GlyphArea
{
    // A grid that everything lies on, so that what is cut meets again: 64 places for each unit of a font.
    private static readonly GeometryFactory Grid = new(new PrecisionModel(64));

    /// <summary>The area of a glyph; null where nothing is to be seen.</summary>
    /// <param name="fineness">Into how many parts each curve is cut.</param>
    public static NetTopologySuite.Geometries.Geometry? Of(TextFont font, ushort glyph, int fineness)
    {
        using var outline = TextFace.Of(font).Outline(glyph);
        if (outline is null) return null;
        NetTopologySuite.Geometries.Geometry area = Grid.CreatePolygon();
        foreach (var contour in Contours(outline, fineness))
        {
            if (contour.Count < 4) continue;
            var part = Grid.CreatePolygon([.. contour]).Buffer(0);
            // No part lies over another: what is within is a hole, and what is within that is not.
            area = OverlayNG.Overlay(area, part, SpatialFunction.SymDifference, Grid.PrecisionModel);
        }
        return area.IsEmpty ? null : area;
    }

    private static IEnumerable<List<Coordinate>> Contours(SKPath path, int fineness)
    {
        var (contours, contour) = (new List<List<Coordinate>>(), new List<Coordinate>());
        var points = new SKPoint[4];
        using var steps = path.CreateRawIterator();
        void Add(double x, double y)
        {
            var at = new Coordinate(Grid.PrecisionModel.MakePrecise(x), Grid.PrecisionModel.MakePrecise(-y));
            if (contour.Count == 0 || !contour[^1].Equals2D(at)) contour.Add(at);
        }
        void End()
        {
            if (contour.Count > 0 && !contour[^1].Equals2D(contour[0])) contour.Add(contour[0].Copy());
            if (contour.Count > 0) contours.Add(contour);
            contour = [];
        }
        for (var verb = steps.Next(points); verb != SKPathVerb.Done; verb = steps.Next(points))
            switch (verb)
            {
                case SKPathVerb.Move:
                    End();
                    Add(points[0].X, points[0].Y);
                    break;
                case SKPathVerb.Line:
                    Add(points[1].X, points[1].Y);
                    break;
                case SKPathVerb.Quad or SKPathVerb.Conic or SKPathVerb.Cubic:
                    for (var i = 1; i <= fineness; i++)
                    {
                        var (x, y) = At(verb, points, steps.ConicWeight(), (double)i / fineness);
                        Add(x, y);
                    }
                    break;
                case SKPathVerb.Close:
                    End();
                    break;
            }
        End();
        return contours;
    }

    // A curve by the Bernstein form, of a conic with the weight of its middle.
    private static (double X, double Y) At(SKPathVerb verb, SKPoint[] p, double weight, double t)
    {
        var s = 1 - t;
        double[] by = verb switch
        {
            SKPathVerb.Quad => [s * s, 2 * s * t, t * t],
            SKPathVerb.Conic => [s * s, 2 * s * t * weight, t * t],
            _ => [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t],
        };
        var (x, y, all) = (0.0, 0.0, 0.0);
        for (var i = 0; i < by.Length; i++) (x, y, all) = (x + by[i] * p[i].X, y + by[i] * p[i].Y, all + by[i]);
        return (x / all, y / all);
    }
}
