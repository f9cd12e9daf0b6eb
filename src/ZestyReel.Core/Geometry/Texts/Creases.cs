using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>Which way a surface of triangles faces at its corners: smooth, but for where it turns sharply.</summary>
internal static class Creases
{
    private static readonly double Smooth = Math.Cos(30 * Math.PI / 180);

    /// <summary>The triangles with normals; a corner where it is hard becomes several vertices. Depth and size are taken as 1.</summary>
    public static GlyphMesh Split(List<Vector> places, List<double> bevels, List<(int A, int B, int C)> triangles)
    {
        Vector At(int corner) => places[corner] with { Z = places[corner].Z + bevels[corner] };
        var faces = triangles.Select(t => (At(t.B) - At(t.A)).Cross(At(t.C) - At(t.A)).Unit()).ToArray();
        var around = new List<(int Triangle, double Angle)>[places.Count];
        foreach (var (i, (a, b, c)) in triangles.Index())
            foreach (var (corner, next, last) in ((int, int, int)[])[(a, b, c), (b, c, a), (c, a, b)])
                (around[corner] ??= []).Add((i, Angle(At(next) - At(corner), At(last) - At(corner))));

        var known = new Dictionary<(int Corner, long X, long Y, long Z), int>();
        var (positions, lifts, normals, indices) = (new List<Vector>(), new List<double>(), new List<Vector>(), new List<int>(triangles.Count * 3));
        foreach (var (i, (a, b, c)) in triangles.Index())
            foreach (var corner in (int[])[a, b, c])
            {
                var sum = Vector.Zero;
                foreach (var (other, angle) in around[corner]) if (faces[other].Dot(faces[i]) >= Smooth) sum += faces[other] * angle;
                var normal = sum.Unit();
                var key = (corner, Rounded(normal.X), Rounded(normal.Y), Rounded(normal.Z));
                if (!known.TryGetValue(key, out var vertex))
                {
                    known[key] = vertex = positions.Count;
                    positions.Add(places[corner]);
                    lifts.Add(bevels[corner]);
                    normals.Add(normal);
                }
                indices.Add(vertex);
            }
        return new([.. positions], [.. lifts], [.. normals], [.. indices]);
    }

    private static double Angle(Vector a, Vector b) => Math.Atan2(a.Cross(b).Length(), a.Dot(b));

    private static long Rounded(double part) => (long)Math.Round(part * 1e6);
}
