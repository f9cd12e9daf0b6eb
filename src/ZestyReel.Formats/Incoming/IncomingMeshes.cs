using System.Security.Cryptography;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Meshes;

namespace ZestyReel.Formats.Incoming;

/// <summary>The meshes of a file that comes in, as files of their own; equal ones are there once.</summary>
internal sealed class IncomingMeshes
{
    private const long Most = 400_000_000, MostVertices = 10_000_000;

    private readonly Dictionary<AssetHash, byte[]> _files = [];
    private readonly Dictionary<AssetHash, int> _triangles = [];
    private long _bytes, _vertices;

    /// <summary>The files.</summary>
    public IReadOnlyDictionary<AssetHash, byte[]> Files => _files;

    /// <summary>How many triangles each has.</summary>
    public IReadOnlyDictionary<AssetHash, int> Triangles => _triangles;

    /// <summary>Takes a mesh in.</summary>
    /// <exception cref="Refusal">It is too large, or all together are.</exception>
    public MeshBody Take(ShapeMesh shape, string name)
    {
        // Many meshes of a file may be the same vertices.
        if ((_vertices += shape.Rings.Length) > MostVertices) throw new Refusal("file", $"its meshes have more than {MostVertices:N0} vertices together");
        var bytes = MeshFile.Write(shape);
        var hash = AssetHash.Parse(Convert.ToHexStringLower(SHA256.HashData(bytes)));
        if (_files.TryAdd(hash, bytes) && (_bytes += bytes.Length) > Most) throw new Refusal("file", $"its meshes are larger than {Most / 1_000_000} MB");
        _triangles[hash] = shape.Indices.Length / 3;
        return new(hash, name);
    }
}
