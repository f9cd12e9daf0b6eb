using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Gltf;

namespace ZestyReel.Formats.Meshes;

/// <summary>The file of a mesh beside a scene: binary glTF with one mesh and nothing else. The same triangles always give the same bytes.</summary>
public static class MeshFile
{
    /// <summary>Most vertices of a mesh.</summary>
    public const int MostVertices = 1_000_000;

    /// <summary>Most triangles of a mesh.</summary>
    public const int MostTriangles = 2_000_000;

    /// <summary>The largest file taken, in bytes: places, ways to face and vertex numbers of the largest mesh, and a little more.</summary>
    public const int Largest = MostVertices * 24 + MostTriangles * 12 + 10_000;

    /// <summary>Writes a mesh.</summary>
    /// <exception cref="Refusal">It is empty or too large.</exception>
    public static byte[] Write(ShapeMesh mesh)
    {
        Check(mesh.Rings.Length, mesh.Indices.Length / 3, "mesh");
        var root = ModelRoot.CreateModel();
        root.Asset.Generator = "Zesty Reel";
        var scene = root.UseScene(0);
        root.DefaultScene = scene;
        var made = root.CreateMesh("mesh");
        made.AddTriangles(GltfBuffers.Bytes(mesh.Rings), GltfBuffers.Bytes(Array.ConvertAll(mesh.Normals, GltfBuffers.Facing)), GltfBuffers.Bytes(mesh.Indices, mesh.Rings.Length));
        scene.CreateNode("mesh").Mesh = made;
        using var into = new MemoryStream();
        root.WriteGLB(into);
        return into.ToArray();
    }

    /// <summary>Reads one.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="name">What people call it.</param>
    /// <exception cref="Refusal">It is no such file, or too large.</exception>
    public static ShapeMesh Read(byte[] bytes, string name) => GltfReader.Read(new(name, bytes), _ => null, root =>
    {
        var parts = root.LogicalMeshes.Count == 1 ? GltfMeshes.Parts(root.LogicalMeshes[0], 1) : [];
        return parts.Count == 1 ? parts[0].Shape : throw new Refusal("file", $"{Names.Shown(name)} is no file of one mesh");
    });

    /// <summary>Reads meshes of files that lie somewhere; one that is lost or damaged is none.</summary>
    /// <param name="bytes">The bytes of a file; null where it is not there.</param>
    public static Func<AssetHash, ShapeMesh?> In(Func<AssetHash, byte[]?> bytes) => asset =>
    {
        try
        {
            return bytes(asset) is { } file ? Read(file, "mesh") : null;
        }
        catch (Refusal)
        {
            return null;
        }
    };

    /// <exception cref="Refusal">There are none, or too many.</exception>
    internal static void Check(long vertices, long triangles, string name)
    {
        if (vertices > MostVertices || triangles > MostTriangles)
            throw new Refusal("file", $"{Names.Shown(name)} has {vertices:N0} vertices and {triangles:N0} triangles; {MostVertices:N0} and {MostTriangles:N0} are the most of a mesh");
        if (triangles == 0) throw new Refusal("file", $"{Names.Shown(name)} has no triangles");
    }
}
