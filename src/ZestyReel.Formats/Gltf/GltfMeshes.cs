using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Meshes;
using GltfMesh = SharpGLTF.Schema2.Mesh;

namespace ZestyReel.Formats.Gltf;

/// <summary>Triangles of one mesh of a model that look alike.</summary>
/// <param name="Shape">The triangles.</param>
/// <param name="Material">How they look; null where nothing is said.</param>
internal sealed record GltfPart(ShapeMesh Shape, Material? Material);

/// <summary>The triangles of meshes of a model.</summary>
internal static class GltfMeshes
{
    /// <summary>The parts of a mesh, one for each look; points and lines are left out.</summary>
    /// <param name="mesh">The mesh.</param>
    /// <param name="unit">Scene lengths for one length of the file.</param>
    /// <exception cref="Refusal">It is too large, or points at vertices that it has not.</exception>
    public static List<GltfPart> Parts(GltfMesh mesh, double unit)
    {
        var parts = new List<GltfPart>();
        foreach (var same in mesh.Primitives.Where(HasTriangles).GroupBy(primitive => primitive.Material?.LogicalIndex ?? -1))
        {
            var primitives = same.ToList();
            MeshFile.Check(primitives.Sum(each => (long)each.GetVertexAccessor("POSITION").Count), primitives.Sum(Triangles), mesh.Name ?? "a mesh");
            var joined = new Joined(unit);
            foreach (var primitive in primitives) joined.Add(primitive);
            if (joined.Shape() is { } shape) parts.Add(new(shape, primitives[0].Material));
        }
        return parts;
    }

    /// <summary>Whether a part of a mesh has triangles, and not points or lines.</summary>
    public static bool HasTriangles(MeshPrimitive primitive) =>
        primitive.DrawPrimitiveType is PrimitiveType.TRIANGLES or PrimitiveType.TRIANGLE_STRIP or PrimitiveType.TRIANGLE_FAN && primitive.GetVertexAccessor("POSITION") is not null;

    private static long Triangles(MeshPrimitive primitive)
    {
        var corners = (long)(primitive.IndexAccessor?.Count ?? primitive.GetVertexAccessor("POSITION").Count);
        return primitive.DrawPrimitiveType == PrimitiveType.TRIANGLES ? corners / 3 : Math.Max(0, corners - 2);
    }

    private sealed class Joined(double unit)
    {
        private readonly List<Vector> _positions = [], _normals = [];
        private readonly List<int> _indices = [];

        public void Add(MeshPrimitive primitive)
        {
            var places = primitive.GetVertexAccessor("POSITION").Vectors();
            if (Array.Exists(places, at => !(double.IsFinite(at.X) && double.IsFinite(at.Y) && double.IsFinite(at.Z)))) throw new Refusal("file", "a vertex of a mesh is nowhere");
            if (unit != 1) places = Array.ConvertAll(places, at => at * unit);
            var corners = primitive.Corners();
            if (Array.Exists(corners, at => (uint)at >= places.Length)) throw new Refusal("file", "a triangle of a mesh has a corner at a vertex that is not there");
            if (primitive.GetVertexAccessor("NORMAL") is { } facing && facing.Count == places.Length) AddSmooth(places, Array.ConvertAll(facing.Vectors(), way => way.Unit()), corners);
            else FlatFaces.Add(Enumerable.Range(0, corners.Length / 3).Select(i => (places[corners[i * 3]], places[corners[i * 3 + 1]], places[corners[i * 3 + 2]])), _positions, _normals, _indices);
        }

        public ShapeMesh? Shape() => _indices.Count == 0 ? null : new([.. _positions], null, [.. _normals], [.. _indices], AreNormalsTrue: true);

        private void AddSmooth(Vector[] places, Vector[] normals, int[] corners)
        {
            var first = _positions.Count;
            _positions.AddRange(places);
            _normals.AddRange(normals);
            _indices.EnsureCapacity(_indices.Count + corners.Length);
            for (var i = 0; i < corners.Length; i += 3)
            {
                // A triangle between two vertices has nothing to be seen of.
                var (a, b, c) = (corners[i], corners[i + 1], corners[i + 2]);
                if (a == b || b == c || c == a) continue;
                _indices.Add(first + a);
                _indices.Add(first + b);
                _indices.Add(first + c);
            }
        }
    }
}
