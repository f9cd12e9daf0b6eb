using System.Collections.Concurrent;
using NetTopologySuite.Operation.Distance;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// A glyph as a solid whose size and depth are 1, about the plane of its letters: a face in front and one behind, bevels
/// that fall from them by as much as they go outwards, and walls. Hard where it turns by more than 30°.
/// </summary>
/// <param name="Positions">Where each vertex is, its bevel left out: in sizes, z in depths.</param>
/// <param name="Bevels">How far along z the bevel moves each vertex, in sizes.</param>
/// <param name="Normals">Which way the surface faces, whatever the size and depth.</param>
/// <param name="Indices">Three vertices for each triangle.</param>
internal sealed record GlyphMesh(Vector[] Positions, double[] Bevels, Vector[] Normals, int[] Indices)
{
    private const int MostKept = 2000;

    private static readonly GlyphMesh Nothing = new([], [], [], []);

    private static readonly ConcurrentDictionary<(TextFont, ushort, TextCut), GlyphMesh> Known = [];

    /// <summary>A glyph that is cut so; made once.</summary>
    public static GlyphMesh Of(TextFont font, ushort glyph, TextCut cut)
    {
        if (Known.TryGetValue((font, glyph, cut), out var known)) return known;
        if (Known.Count >= MostKept) Known.Clear();
        return Known.GetOrAdd((font, glyph, cut), Make(font, glyph, cut));
    }

    /// <summary>Whether there is anything to be seen of a glyph.</summary>
    public static bool IsSeen(TextFont font, ushort glyph) => Of(font, glyph, new(new(), 1, 0)).Positions.Length > 0;

    private static GlyphMesh Make(TextFont font, ushort glyph, TextCut cut)
    {
        if (GlyphArea.Of(font, glyph, cut.Fineness) is not { } area) return Nothing;
        double units = TextFace.Of(font).Units;
        var bevel = cut.Bevel / 1000.0;
        var faces = new FaceCutter(area, bevel * units, Part(cut.Along.X), Part(cut.Along.Y));
        double Part(int parts) => parts > 1 ? units / parts : 0;
        var edge = new IndexedFacetDistance(area.Boundary);
        var drops = faces.Corners.Select(at => bevel == 0 ? 0 : Math.Max(0, bevel - edge.Distance(area.Factory.CreatePoint(at)) / units)).Select(drop => drop < 1e-4 ? 0 : drop).ToArray();

        var (places, bevels, triangles) = (new List<Vector>(), new List<double>(), new List<(int A, int B, int C)>());
        int Layer(double z)
        {
            for (var i = 0; i < drops.Length; i++)
            {
                places.Add(new(faces.Corners[i].X / units, faces.Corners[i].Y / units, z));
                bevels.Add(-2 * z * drops[i]);
            }
            return places.Count - drops.Length;
        }
        var (front, back) = (Layer(0.5), Layer(-0.5));
        foreach (var (a, b, c) in faces.Triangles)
        {
            triangles.Add((front + a, front + b, front + c));
            triangles.Add((back + a, back + c, back + b));
        }
        AddWalls(faces, cut.Along.Z, drops, places, bevels, triangles, front, back);
        return Creases.Split(places, bevels, triangles);
    }

    /// <summary>Between front and back, where a triangle has nothing beside it.</summary>
    private static void AddWalls(
        FaceCutter faces, int parts, double[] drops, List<Vector> places, List<double> bevels, List<(int A, int B, int C)> triangles, int front, int back)
    {
        var sides = faces.Triangles.SelectMany(t => new[] { (t.A, t.B), (t.B, t.C), (t.C, t.A) }).ToHashSet();
        var between = new Dictionary<int, int[]>();
        int[] Rungs(int corner)
        {
            if (between.TryGetValue(corner, out var known)) return known;
            var rungs = new int[parts + 1];
            (rungs[0], rungs[parts]) = (front + corner, back + corner);
            for (var k = 1; k < parts; k++)
            {
                rungs[k] = places.Count;
                var z = 0.5 - (double)k / parts;
                places.Add(places[front + corner] with { Z = z });
                bevels.Add(-2 * z * drops[corner]);
            }
            return between[corner] = rungs;
        }
        foreach (var (a, b) in sides.Where(side => !sides.Contains((side.Item2, side.Item1))).ToList())
        {
            var (left, right) = (Rungs(a), Rungs(b));
            for (var k = 0; k < parts; k++)
            {
                triangles.Add((left[k + 1], right[k + 1], right[k]));
                triangles.Add((left[k + 1], right[k], left[k]));
            }
        }
    }
}
