using NetTopologySuite.Algorithm.Locate;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Buffer;
using NetTopologySuite.Operation.OverlayNG;
using NetTopologySuite.Operation.Polygonize;
using NetTopologySuite.Triangulate.Polygon;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// Cuts what a glyph covers into triangles: along its outline, along where its bevel ends, and along a grid, so that it can
/// be bent. What lies beside each other shares its corners: there are no gaps, however it is bent.
/// </summary>
internal sealed class FaceCutter
{
    private readonly Dictionary<(double, double), int> _known = [];

    /// <summary>Of an area that is not empty.</summary>
    /// <param name="area">In units of a font.</param>
    /// <param name="bevel">How far from the outline the bevel ends.</param>
    /// <param name="across">From one upright line of the grid to the next; 0 where there are none.</param>
    /// <param name="high">The same of level lines.</param>
    public FaceCutter(NetTopologySuite.Geometries.Geometry area, double bevel, double across, double high)
    {
        var lines = new List<NetTopologySuite.Geometries.Geometry> { area.Boundary };
        if (bevel > 0 && area.Buffer(-bevel, new BufferParameters(8, EndCapStyle.Flat, JoinStyle.Mitre, 5)) is { IsEmpty: false } inner) lines.Add(inner.Boundary);
        lines.AddRange(GridLines(area, across, high));
        var noded = UnaryUnionNG.Union(area.Factory.BuildGeometry(lines.SelectMany(Flat)), area.Factory.PrecisionModel);
        var polygonizer = new Polygonizer();
        polygonizer.Add(noded);
        var inside = new IndexedPointInAreaLocator(area);
        foreach (var part in polygonizer.GetPolygons().Cast<Polygon>())
            if (inside.Locate(part.InteriorPoint.Coordinate) == Location.Interior) Add(part);
    }

    /// <summary>Every corner once.</summary>
    public List<Coordinate> Corners { get; } = [];

    /// <summary>Three corners for each triangle, against the clock.</summary>
    public List<(int A, int B, int C)> Triangles { get; } = [];

    private static IEnumerable<NetTopologySuite.Geometries.Geometry> GridLines(NetTopologySuite.Geometries.Geometry area, double across, double high)
    {
        var around = area.EnvelopeInternal;
        NetTopologySuite.Geometries.Geometry Line(double x0, double y0, double x1, double y1) => area.Factory.CreateLineString([new(x0, y0), new(x1, y1)]);
        if (across > 0)
            for (var k = Math.Ceiling(around.MinX / across); k * across < around.MaxX; k++) yield return Line(k * across, around.MinY - 1, k * across, around.MaxY + 1);
        if (high > 0)
            for (var k = Math.Ceiling(around.MinY / high); k * high < around.MaxY; k++) yield return Line(around.MinX - 1, k * high, around.MaxX + 1, k * high);
    }

    private static IEnumerable<NetTopologySuite.Geometries.Geometry> Flat(NetTopologySuite.Geometries.Geometry lines) =>
        Enumerable.Range(0, lines.NumGeometries).Select(lines.GetGeometryN);

    private void Add(Polygon part)
    {
        var first = Triangles.Count;
        foreach (var triangle in Flat(new ConstrainedDelaunayTriangulator(part).GetResult()))
        {
            var ring = triangle.Coordinates;
            var (a, b, c) = (Corner(ring[0]), Corner(ring[1]), Corner(ring[2]));
            var turn = Turn(Corners[a], Corners[b], Corners[c]);
            if (turn != 0) Triangles.Add(turn > 0 ? (a, b, c) : (a, c, b));
        }
        // The triangulation leaves out corners that lie on a straight side: what is beside it has them.
        var used = Triangles.Skip(first).SelectMany(each => new[] { each.A, each.B, each.C }).ToHashSet();
        foreach (var at in part.Coordinates.Select(Corner).Distinct())
            if (used.Add(at)) Split(at, first);
    }

    private void Split(int at, int first)
    {
        for (var i = first; i < Triangles.Count; i++)
        {
            var (a, b, c) = Triangles[i];
            foreach (var (from, to, other) in new[] { (a, b, c), (b, c, a), (c, a, b) })
            {
                if (!IsOn(Corners[at], Corners[from], Corners[to])) continue;
                Triangles[i] = (from, at, other);
                Triangles.Add((at, to, other));
                return;
            }
        }
    }

    private int Corner(Coordinate at)
    {
        if (_known.TryGetValue((at.X, at.Y), out var known)) return known;
        _known[(at.X, at.Y)] = Corners.Count;
        Corners.Add(at);
        return Corners.Count - 1;
    }

    private static double Turn(Coordinate a, Coordinate b, Coordinate c) => (b.X - a.X) * (c.Y - a.Y) - (b.Y - a.Y) * (c.X - a.X);

    private static bool IsOn(Coordinate at, Coordinate from, Coordinate to)
    {
        var (x, y) = (to.X - from.X, to.Y - from.Y);
        var along = (at.X - from.X) * x + (at.Y - from.Y) * y;
        return along > 0 && along < x * x + y * y && Math.Abs(Turn(from, to, at)) <= 0.02 * Math.Sqrt(x * x + y * y);
    }
}
