using System.Runtime.InteropServices;
using SharpGLTF.Memory;
using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using GltfMesh = SharpGLTF.Schema2.Mesh;
using Mesh = ZestyReel.Core.Geometry.Mesh;

namespace ZestyReel.Formats.Gltf;

/// <summary>The shapes of a model; equal ones of one look are there once.</summary>
internal sealed class GltfShapes(ModelRoot root, GltfMotion motion)
{
    /// <summary>How far a vertex of a shape that changes may be off, as a part of its largest extent.</summary>
    public const double Tolerance = 1e-3;

    private const int BytesOfAVector = 3 * sizeof(float);

    private readonly Dictionary<string, GltfMesh> _known = [];

    /// <summary>Gives a node a shape.</summary>
    public void Give(Node node, SceneObject thing, ShapeMorphs shape, Material material)
    {
        var rest = shape.Meshes[0];
        if (rest.Indices.Length == 0) return;
        var (positions, normals) = (Bytes(rest.Positions), Bytes(Array.ConvertAll(rest.Normals, Facing)));
        var indices = Indices(rest);
        if (shape.Meshes.Count > 1)
        {
            var changing = Made(thing.Name, positions, normals, indices, material);
            for (var i = 1; i < shape.Meshes.Count; i++) AddForm(changing, i - 1, rest, shape.Meshes[i]);
            changing.SetMorphWeights(new float[shape.Meshes.Count - 1]);
            node.Mesh = changing;
            motion.Morph(node, shape.At);
            return;
        }
        var key = $"{material.LogicalIndex} {Convert.ToHexString(System.Security.Cryptography.SHA256.HashData([.. positions, .. normals, .. indices]))}";
        if (!_known.TryGetValue(key, out var mesh)) _known[key] = mesh = Made(thing.Name, positions, normals, indices, material);
        node.Mesh = mesh;
    }

    private GltfMesh Made(string name, byte[] positions, byte[] normals, byte[] indices, Material material)
    {
        var mesh = root.CreateMesh(name);
        var primitive = mesh.CreatePrimitive();
        primitive.DrawPrimitiveType = PrimitiveType.TRIANGLES;
        primitive.SetVertexAccessor("POSITION", Accessor(positions));
        primitive.SetVertexAccessor("NORMAL", Accessor(normals));
        var order = root.CreateAccessor();
        var isShort = IsShort(positions.Length / BytesOfAVector);
        order.SetIndexData(root.UseBufferView(indices, 0, null, 0, BufferMode.ELEMENT_ARRAY_BUFFER), 0, indices.Length / (isShort ? sizeof(ushort) : sizeof(int)), isShort ? IndexEncodingType.UNSIGNED_SHORT : IndexEncodingType.UNSIGNED_INT);
        primitive.SetIndexAccessor(order);
        primitive.Material = material;
        return mesh;
    }

    private void AddForm(GltfMesh mesh, int target, Mesh rest, Mesh form)
    {
        var (places, ways) = (new Vector[rest.Positions.Length], new Vector[rest.Positions.Length]);
        for (var i = 0; i < places.Length; i++) (places[i], ways[i]) = (form.Positions[i] - rest.Positions[i], Facing(form.Normals[i]) - Facing(rest.Normals[i]));
        mesh.Primitives[0].SetMorphTargetAccessors(target, new Dictionary<string, Accessor> { ["POSITION"] = Accessor(Bytes(places)), ["NORMAL"] = Accessor(Bytes(ways)) });
    }

    private Accessor Accessor(byte[] vectors)
    {
        var accessor = root.CreateAccessor();
        accessor.SetVertexData(root.UseBufferView(vectors, 0, null, 0, BufferMode.ARRAY_BUFFER), 0, vectors.Length / BytesOfAVector, new AttributeFormat(DimensionType.VEC3, EncodingType.FLOAT));
        return accessor;
    }

    // The largest short number means something else in the standard.
    private static bool IsShort(int vertices) => vertices < ushort.MaxValue;

    private static byte[] Indices(Mesh mesh) => IsShort(mesh.Positions.Length)
        ? MemoryMarshal.AsBytes(Array.ConvertAll(mesh.Indices, index => (ushort)index).AsSpan()).ToArray()
        : MemoryMarshal.AsBytes(mesh.Indices.AsSpan()).ToArray();

    // A surface of no extent faces nowhere; the standard wants it to face somewhere.
    private static Vector Facing(Vector normal) => normal.Unit() is var unit && unit == Vector.Zero ? new(0, 1, 0) : unit;

    private static byte[] Bytes(Vector[] vectors)
    {
        var floats = new float[vectors.Length * 3];
        for (var i = 0; i < vectors.Length; i++) (floats[i * 3], floats[i * 3 + 1], floats[i * 3 + 2]) = ((float)vectors[i].X, (float)vectors[i].Y, (float)vectors[i].Z);
        return Array.TrueForAll(floats, float.IsFinite) ? MemoryMarshal.AsBytes(floats.AsSpan()).ToArray() : throw new Refusal("objects", "a shape reaches further than a glTF file can say");
    }
}
