using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>Boxes and planes: sides that are grids.</summary>
internal static class BoxMesh
{
    private static readonly Vector X = new(1, 0, 0), Y = new(0, 1, 0), Z = new(0, 0, 1);

    /// <summary>A box: each of its sides has corners of its own, since it is hard at its edges.</summary>
    public static ShapeMesh Of(Segments cut)
    {
        var sides = new Sides();
        sides.Add(X, -Z, Y, cut.Z, cut.Y, 0.5);
        sides.Add(-X, Z, Y, cut.Z, cut.Y, 0.5);
        sides.Add(Y, X, -Z, cut.X, cut.Z, 0.5);
        sides.Add(-Y, X, Z, cut.X, cut.Z, 0.5);
        sides.Add(Z, X, Y, cut.X, cut.Y, 0.5);
        sides.Add(-Z, -X, Y, cut.X, cut.Y, 0.5);
        return sides.Mesh();
    }

    /// <summary>A plane: flat, facing up.</summary>
    public static ShapeMesh Top(Segments cut)
    {
        var sides = new Sides();
        sides.Add(Y, X, -Z, cut.X, cut.Z, 0);
        return sides.Mesh();
    }

    private sealed class Sides
    {
        private readonly List<Vector> _positions = [], _normals = [];
        private readonly List<int> _indices = [];

        /// <summary>A grid that faces one way, <paramref name="out"/> from the middle; right × up = faces.</summary>
        public void Add(Vector faces, Vector right, Vector up, int across, int high, double @out)
        {
            var first = _positions.Count;
            for (var j = 0; j <= high; j++)
                for (var i = 0; i <= across; i++)
                {
                    _positions.Add(faces * @out + right * ((double)i / across - 0.5) + up * ((double)j / high - 0.5));
                    _normals.Add(faces);
                }
            for (var j = 0; j < high; j++)
                for (var i = 0; i < across; i++)
                {
                    var a = first + j * (across + 1) + i;
                    var (b, c, d) = (a + 1, a + across + 1, a + across + 2);
                    _indices.AddRange([a, b, d, a, d, c]);
                }
        }

        public ShapeMesh Mesh() => new([.. _positions], null, [.. _normals], [.. _indices]);
    }
}
