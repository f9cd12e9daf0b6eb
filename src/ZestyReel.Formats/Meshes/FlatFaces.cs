using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Meshes;

/// <summary>Triangles that are flat each for itself, where a file does not say how they face.</summary>
internal static class FlatFaces
{
    /// <summary>Adds triangles with corners of their own; those without any extent are left out.</summary>
    public static void Add(IEnumerable<(Vector A, Vector B, Vector C)> triangles, List<Vector> positions, List<Vector> normals, List<int> indices)
    {
        foreach (var (a, b, c) in triangles)
        {
            var normal = (b - a).Cross(c - a).Unit();
            if (normal == Vector.Zero) continue;
            var first = positions.Count;
            positions.AddRange([a, b, c]);
            normals.AddRange([normal, normal, normal]);
            indices.AddRange([first, first + 1, first + 2]);
        }
    }
}
