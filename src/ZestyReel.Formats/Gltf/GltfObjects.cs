using System.Numerics;
using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;
using GltfMesh = SharpGLTF.Schema2.Mesh;

namespace ZestyReel.Formats.Gltf;

/// <summary>Makes objects of a glTF model: one for each node, and one more below it for each thing more than one that the node has.</summary>
internal sealed class GltfObjects
{
    private readonly ModelRoot _root;
    private readonly IncomingChoice _choice;
    private readonly CancellationToken _stop;
    private readonly IncomingMeshes _meshes = new();
    private readonly IncomingNotes _notes = new();
    private readonly IncomingObjects _objects = new();
    private readonly Dictionary<int, List<(MeshBody Body, Material? Material)>> _parts = [];
    private readonly Dictionary<int, ObjectId> _nodes = [];
    private readonly List<(ObjectId Object, Material Material)> _looks = [];

    public GltfObjects(ModelRoot root, IncomingChoice choice, CancellationToken stop) => (_root, _choice, _stop) = (root, choice, stop);

    /// <summary>Makes them.</summary>
    /// <param name="name">What the scene is called.</param>
    /// <exception cref="Refusal">There is nothing, or what cannot be.</exception>
    public IncomingScene Made(string name)
    {
        var scene = _root.DefaultScene ?? _root.LogicalScenes.FirstOrDefault() ?? throw new Refusal("file", "there is no scene in it");
        var waiting = new Stack<(Node Node, ObjectId? Parent)>(scene.VisualChildren.Reverse().Select(node => (node, (ObjectId?)null)));
        while (waiting.TryPop(out var next))
        {
            _stop.ThrowIfCancellationRequested();
            if (_nodes.ContainsKey(next.Node.LogicalIndex)) throw new Refusal("file", "a node hangs below itself, or below two others");
            var id = Add(next.Node, next.Parent);
            foreach (var child in next.Node.VisualChildren.Reverse()) waiting.Push((child, id));
        }
        if (_objects.Count == 0) throw new Refusal("file", "its scene has no node");
        var animation = _choice.Animation < _root.LogicalAnimations.Count ? _root.LogicalAnimations[_choice.Animation]
            : _root.LogicalAnimations.Count == 0 ? null : throw new Refusal("animation", "there is no such animation");
        var motion = new GltfMoves(_objects, _nodes, _looks, _notes, _choice);
        var (rate, seconds) = motion.Take(animation, _stop);
        Tell();
        return new(_objects.Scene(Names.Made(name, "Scene"), rate, seconds), _meshes.Files, _notes.All, [.. _root.LogicalAnimations.Select((each, i) => Names.Made(each.Name, $"Animation {i + 1}"))]) { Triangles = _meshes.Triangles };
    }

    private ObjectId Add(Node node, ObjectId? parent)
    {
        var parts = node.Mesh is { } mesh ? PartsOf(mesh) : [];
        var kind = parts.Count == 1 ? ObjectKind.Mesh : parts.Count > 1 ? ObjectKind.Group
            : node.Camera is not null ? ObjectKind.Camera : node.PunctualLight is not null ? ObjectKind.Light : node.IsSkinJoint ? ObjectKind.Joint : ObjectKind.Group;
        var name = node.Name ?? node.Mesh?.Name ?? node.Camera?.Name ?? node.PunctualLight?.Name;
        var id = _objects.Add(kind, name, parent, parts.Count == 1 ? parts[0].Body : null);
        _nodes[node.LogicalIndex] = id;
        Place(node, id);
        if (parts.Count == 1) Look(id, parts[0].Material);
        else
            foreach (var (body, material) in parts) Look(_objects.Add(ObjectKind.Mesh, material?.Name ?? name, id, body), material);
        if (node.Camera is { } camera) Fill(camera, kind == ObjectKind.Camera ? id : _objects.Add(ObjectKind.Camera, camera.Name, id));
        if (node.PunctualLight is { } light) Fill(light, kind == ObjectKind.Light ? id : _objects.Add(ObjectKind.Light, light.Name, id));
        if (node.Mesh is { } shape) Note(shape, node, _objects[id].Name);
        return id;
    }

    private List<(MeshBody Body, Material? Material)> PartsOf(GltfMesh mesh)
    {
        if (_parts.TryGetValue(mesh.LogicalIndex, out var known)) return known;
        var name = Names.Made(mesh.Name, "Mesh");
        return _parts[mesh.LogicalIndex] = [.. GltfMeshes.Parts(mesh, _choice.Unit).Select(part => (_meshes.Take(part.Shape, name), part.Material))];
    }

    private void Place(Node node, ObjectId id)
    {
        var local = node.LocalTransform;
        var whole = local.GetDecomposed();
        if (local.IsMatrix && Far(local.Matrix, new SharpGLTF.Transforms.AffineTransform(whole.Scale, whole.Rotation, whole.Translation).Matrix)) _notes.Add("Sheared places", _objects[id].Name, "come in without their shear");
        _objects.Set(id, "position", (GltfTrack.Plain(whole.Translation.X) * _choice.Unit, GltfTrack.Plain(whole.Translation.Y) * _choice.Unit, GltfTrack.Plain(whole.Translation.Z) * _choice.Unit));
        _objects.Set(id, "rotation", GltfCurves.Degrees([whole.Rotation.X, whole.Rotation.Y, whole.Rotation.Z, whole.Rotation.W], default));
        _objects.Set(id, "scale", (GltfTrack.Plain(whole.Scale.X), GltfTrack.Plain(whole.Scale.Y), GltfTrack.Plain(whole.Scale.Z)));
        if (node.GetVisibility() is false) _objects.Set(id, "visible", 0);
    }

    private static bool Far(Matrix4x4 a, Matrix4x4 b)
    {
        var size = Math.Max(1e-6f, new[] { a.M11, a.M12, a.M13, a.M21, a.M22, a.M23, a.M31, a.M32, a.M33 }.Max(Math.Abs));
        for (var row = 0; row < 3; row++)
            for (var column = 0; column < 3; column++)
                if (!(Math.Abs(a[row, column] - b[row, column]) <= 1e-4f * size)) return true;
        return false;
    }

    private void Look(ObjectId id, Material? material)
    {
        if (material is null) return;
        _looks.Add((id, material));
        if (material.FindChannel("BaseColor") is not { } colour) return;
        var (red, green, blue, alpha) = (colour.Color.X, colour.Color.Y, colour.Color.Z, colour.Color.W);
        _objects.Set(id, "look.red", GltfTrack.Plain(red));
        _objects.Set(id, "look.green", GltfTrack.Plain(green));
        _objects.Set(id, "look.blue", GltfTrack.Plain(blue));
        if (material.Alpha != AlphaMode.OPAQUE) _objects.Set(id, "look.opacity", GltfTrack.Plain(alpha));
    }

    private void Fill(Camera camera, ObjectId id)
    {
        if (camera.Settings is CameraPerspective lens) _objects.Set(id, "camera.fov", Math.Round(GltfTrack.Plain(lens.VerticalFOV) * 180 / Math.PI, 4));
        else _notes.Add("Cameras without perspective", _objects[id].Name, "come in with it");
    }

    private void Fill(PunctualLight light, ObjectId id)
    {
        _objects.Set(id, "light.kind", light.LightType switch { PunctualLightType.Point => 0, PunctualLightType.Spot => 1, _ => 2 });
        _objects.Set(id, "light.intensity", GltfTrack.Plain(light.Intensity));
        // No range is no end, there as here.
        if (light.LightType != PunctualLightType.Directional) _objects.Set(id, "light.range", float.IsFinite(light.Range) && light.Range > 0 ? GltfTrack.Plain(light.Range) * _choice.Unit : 0);
        if (light.LightType == PunctualLightType.Spot) _objects.Set(id, "light.cone", Math.Round(GltfTrack.Plain(light.OuterConeAngle) * 360 / Math.PI, 4));
        _objects.Set(id, "look.red", GltfTrack.Plain(light.Color.X));
        _objects.Set(id, "look.green", GltfTrack.Plain(light.Color.Y));
        _objects.Set(id, "look.blue", GltfTrack.Plain(light.Color.Z));
    }

    private void Note(GltfMesh mesh, Node node, string name)
    {
        if (mesh.Primitives.Any(primitive => !GltfMeshes.HasTriangles(primitive))) _notes.Add("Points and lines", name, "stay behind; triangles come in");
        if (mesh.Primitives.Any(primitive => primitive.MorphTargetsCount > 0)) _notes.Add("Forms that a shape passes through", name, "stay behind; the shape comes in as it is at rest");
        if (mesh.Primitives.Any(primitive => primitive.VertexAccessors.ContainsKey("COLOR_0"))) _notes.Add("Colours of vertices", name, "stay behind; the colour of the whole comes in");
        if (node.Skin is not null) _notes.Add("Skins", name, "stay behind: the shape comes in as it is at rest, and its joints as joints");
        if (node.GetGpuInstancing() is not null) _notes.Add("Repeated shapes", name, "come in once");
    }

    private void Tell()
    {
        if (_root.LogicalTextures.Count > 0) _notes.Add("Pictures on surfaces", null, "stay behind; colour and opacity come in");
        if (_root.LogicalScenes.Count > 1) _notes.Add("Other scenes of the file", null, "stay behind");
        if (_root.LogicalAnimations.Count > 1) _notes.Add("Other animations", null, "stay behind; one comes in at a time");
        string[] known = ["KHR_lights_punctual", "KHR_animation_pointer", "KHR_node_visibility", "KHR_mesh_quantization", "KHR_materials_unlit"];
        foreach (var extension in _root.ExtensionsUsed.Except(known).Order(StringComparer.Ordinal)) _notes.Add($"What {Names.Shown(extension)} adds", null, "stays behind");
    }
}
