using SharpGLTF.Schema2;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using GltfMesh = SharpGLTF.Schema2.Mesh;
using Mesh = ZestyReel.Core.Geometry.Mesh;

namespace ZestyReel.Formats.Gltf;

/// <summary>The shapes of a model; equal ones of one look are there once.</summary>
internal sealed class GltfShapes(ModelRoot root, GltfMotion motion)
{
    private readonly Dictionary<string, GltfMesh> _known = [];

    /// <summary>Gives a node a shape.</summary>
    public void Give(Node node, SceneObject thing, ShapeMorphs shape, Material material)
    {
        var rest = shape.Meshes[0];
        if (rest.Indices.Length == 0) return;
        var (positions, normals) = (GltfBuffers.Bytes(rest.Positions), GltfBuffers.Bytes(Array.ConvertAll(rest.Normals, GltfBuffers.Facing)));
        var indices = GltfBuffers.Bytes(rest.Indices, rest.Positions.Length);
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
        mesh.AddTriangles(positions, normals, indices).Material = material;
        return mesh;
    }

    private void AddForm(GltfMesh mesh, int target, Mesh rest, Mesh form)
    {
        var (places, ways) = (new Vector[rest.Positions.Length], new Vector[rest.Positions.Length]);
        for (var i = 0; i < places.Length; i++) (places[i], ways[i]) = (form.Positions[i] - rest.Positions[i], GltfBuffers.Facing(form.Normals[i]) - GltfBuffers.Facing(rest.Normals[i]));
        mesh.Primitives[0].SetMorphTargetAccessors(target, new Dictionary<string, Accessor> { ["POSITION"] = root.Vectors(GltfBuffers.Bytes(places)), ["NORMAL"] = root.Vectors(GltfBuffers.Bytes(ways)) });
    }
}
