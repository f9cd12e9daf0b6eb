using System.Runtime.InteropServices;
using SharpGLTF.Memory;
using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Gltf;

/// <summary>Triangles in the buffers of a model.</summary>
internal static class GltfBuffers
{
    private const int BytesOfAVector = 3 * sizeof(float);

    /// <summary>Places and ways, three floats each.</summary>
    public static byte[] Bytes(Vector[] vectors)
    {
        var floats = new float[vectors.Length * 3];
        for (var i = 0; i < vectors.Length; i++) (floats[i * 3], floats[i * 3 + 1], floats[i * 3 + 2]) = ((float)vectors[i].X, (float)vectors[i].Y, (float)vectors[i].Z);
        return Array.TrueForAll(floats, float.IsFinite) ? MemoryMarshal.AsBytes(floats.AsSpan()).ToArray() : throw new Refusal("objects", "a shape reaches further than a glTF file can say");
    }

    /// <summary>Vertex numbers, as short as they can be.</summary>
    public static byte[] Bytes(int[] indices, int vertices) => IsShort(vertices)
        ? MemoryMarshal.AsBytes(Array.ConvertAll(indices, index => (ushort)index).AsSpan()).ToArray()
        : MemoryMarshal.AsBytes(indices.AsSpan()).ToArray();

    /// <summary>A surface of no extent faces nowhere; the standard wants it to face somewhere.</summary>
    public static Vector Facing(Vector normal) => normal.Unit() is var unit && unit == Vector.Zero ? new(0, 1, 0) : unit;

    /// <summary>Adds triangles to a mesh, as <see cref="Bytes(Vector[])"/> and <see cref="Bytes(int[], int)"/> give them.</summary>
    public static MeshPrimitive AddTriangles(this SharpGLTF.Schema2.Mesh mesh, byte[] positions, byte[] normals, byte[] indices)
    {
        var root = mesh.LogicalParent;
        var primitive = mesh.CreatePrimitive();
        primitive.DrawPrimitiveType = PrimitiveType.TRIANGLES;
        primitive.SetVertexAccessor("POSITION", root.Vectors(positions));
        primitive.SetVertexAccessor("NORMAL", root.Vectors(normals));
        var order = root.CreateAccessor();
        var isShort = IsShort(positions.Length / BytesOfAVector);
        order.SetIndexData(root.UseBufferView(indices, 0, null, 0, BufferMode.ELEMENT_ARRAY_BUFFER), 0, indices.Length / (isShort ? sizeof(ushort) : sizeof(int)), isShort ? IndexEncodingType.UNSIGNED_SHORT : IndexEncodingType.UNSIGNED_INT);
        primitive.SetIndexAccessor(order);
        return primitive;
    }

    /// <summary>An accessor of places or ways.</summary>
    public static Accessor Vectors(this ModelRoot root, byte[] vectors)
    {
        var accessor = root.CreateAccessor();
        accessor.SetVertexData(root.UseBufferView(vectors, 0, null, 0, BufferMode.ARRAY_BUFFER), 0, vectors.Length / BytesOfAVector, new AttributeFormat(DimensionType.VEC3, EncodingType.FLOAT));
        return accessor;
    }

    /// <summary>The places or ways of an accessor.</summary>
    /// <exception cref="ArgumentException">It reaches beyond its bytes.</exception>
    public static Vector[] Vectors(this Accessor accessor)
    {
        if (Plain(accessor, DimensionType.VEC3, EncodingType.FLOAT) is not { } bytes) return [.. accessor.AsVector3Array().Select(at => new Vector(at.X, at.Y, at.Z))];
        // By far the most are these, and one by one through the package they take ten times as long.
        var all = new Vector[accessor.Count];
        var stride = Math.Max(accessor.SourceBufferView.ByteStride, BytesOfAVector);
        for (var i = 0; i < all.Length; i++)
        {
            var at = MemoryMarshal.Cast<byte, float>(bytes.AsSpan(i * stride, BytesOfAVector));
            all[i] = new(at[0], at[1], at[2]);
        }
        return all;
    }

    /// <summary>The corners of the triangles of a primitive, three for each.</summary>
    /// <exception cref="ArgumentException">They reach beyond their bytes.</exception>
    public static int[] Corners(this MeshPrimitive primitive)
    {
        if (primitive.DrawPrimitiveType != PrimitiveType.TRIANGLES || primitive.IndexAccessor is not { } indices) return [.. primitive.GetTriangleIndices().SelectMany(each => new[] { each.A, each.B, each.C })];
        var count = indices.Count - indices.Count % 3;
        if (Plain(indices, DimensionType.SCALAR, EncodingType.UNSIGNED_INT) is { } wide) return [.. MemoryMarshal.Cast<byte, int>(wide.AsSpan(0, count * sizeof(int)))];
        if (Plain(indices, DimensionType.SCALAR, EncodingType.UNSIGNED_SHORT) is { } narrow) return Array.ConvertAll(MemoryMarshal.Cast<byte, ushort>(narrow.AsSpan(0, count * sizeof(ushort))).ToArray(), each => (int)each);
        return [.. primitive.GetIndices().Take(count).Select(each => (int)each)];
    }

    /// <summary>The bytes of an accessor of just such numbers from its first on; null of any other.</summary>
    private static ArraySegment<byte>? Plain(Accessor accessor, DimensionType dimensions, EncodingType encoding) =>
        accessor.Dimensions == dimensions && accessor.Encoding == encoding && !accessor.IsSparse && accessor.TryGetBufferView(out var view) ? view.Content[accessor.ByteOffset..] : (ArraySegment<byte>?)null;

    // The largest short number means something else in the standard.
    private static bool IsShort(int vertices) => vertices < ushort.MaxValue;
}
