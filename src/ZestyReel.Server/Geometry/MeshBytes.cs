using System.Runtime.InteropServices;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Geometry;

/// <summary>
/// A shape's mesh as the stage reads it, little-endian: how many vertices, triangles and (0 or 1) tubes there are as 32-bit
/// whole numbers; x, y and z of each vertex, of each tube and of each normal as 32-bit floats; and three 32-bit vertex numbers
/// for each triangle.
/// </summary>
internal static class MeshBytes
{
    public static byte[] Of(ShapeMesh mesh)
    {
        var bytes = new MemoryStream();
        bytes.Write(MemoryMarshal.AsBytes((ReadOnlySpan<int>)[mesh.Rings.Length, mesh.Indices.Length / 3, mesh.Spreads is null ? 0 : 1]));
        foreach (var vectors in (Vector[]?[])[mesh.Rings, mesh.Spreads, mesh.Normals])
            foreach (var v in vectors ?? []) bytes.Write(MemoryMarshal.AsBytes((ReadOnlySpan<float>)[(float)v.X, (float)v.Y, (float)v.Z]));
        bytes.Write(MemoryMarshal.AsBytes(mesh.Indices.AsSpan()));
        return bytes.ToArray();
    }
}
