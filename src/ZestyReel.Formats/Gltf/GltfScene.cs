using System.Numerics;
using SharpGLTF.Schema2;
using SharpGLTF.Transforms;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using GltfRoot = SharpGLTF.Schema2.ModelRoot;

namespace ZestyReel.Formats.Gltf;

/// <summary>Makes a glTF model of what goes out: a node for each object, below its parent's; what follows a path stands in the scene itself.</summary>
internal sealed class GltfScene
{
    // In how many parts the way from one moment to the next is looked at.
    private const int Finer = 4;

    private const double Penumbra = 0.4;

    private readonly OutgoingScene _going;
    private readonly GltfRoot _root = GltfRoot.CreateModel();
    private readonly FrameTimes _fine, _coarse;
    private readonly WorldSampler _fineWorlds, _coarseWorlds;
    private readonly GltfMotion _motion;
    private readonly GltfShapes _shapes;
    private readonly GltfLooks _looks;
    private readonly Dictionary<ObjectId, Node> _nodes = [];

    public GltfScene(OutgoingScene going, CancellationToken stop)
    {
        _going = going;
        _coarse = going.Times(stop);
        _fine = new(going.Scene, going.Moments.Finer(Finer)) { Stop = stop };
        (_fineWorlds, _coarseWorlds) = (new(going.Scene, _fine), new(going.Scene, _coarse));
        _root.Asset.Generator = "Zesty Reel";
        _motion = new(_root, going, Finer);
        _shapes = new(_root, _motion);
        _looks = new(_root, _motion, _coarse);
    }

    /// <summary>Makes it.</summary>
    public GltfRoot Made(Action<double> told)
    {
        var scene = _root.UseScene(0);
        _root.DefaultScene = scene;
        scene.Name = _going.Scene.Settings.Name;
        Node? whole = null;
        if (_going.Choice.Unit != 1)
        {
            whole = scene.CreateNode("Unit");
            whole.LocalTransform = new AffineTransform(new Vector3((float)_going.Choice.Unit), System.Numerics.Quaternion.Identity, Vector3.Zero);
        }
        var goes = _going.Objects.Select(thing => thing.Id).ToHashSet();
        // What only carries something that goes comes along as a bare node.
        var all = _going.WithWhatCarries();
        var made = 0;
        foreach (var thing in all)
        {
            _coarse.Stop.ThrowIfCancellationRequested();
            var node = thing.Parent is { } parent && !NodeTracks.IsInWorld(thing) ? _nodes[parent].CreateNode(thing.Name)
                : whole is not null ? whole.CreateNode(thing.Name) : scene.CreateNode(thing.Name);
            _nodes[thing.Id] = node;
            Place(thing, node);
            _looks.Show(thing, node, NodeTracks.IsInWorld(thing));
            if (goes.Contains(thing.Id)) Fill(thing, node);
            told((double)++made / all.Count);
        }
        return _root;
    }

    private void Place(SceneObject thing, Node node)
    {
        var tracks = NodeTracks.Of(thing, _fine, _fineWorlds);
        var breaks = _motion.KeysOf(thing);
        var (position, rotation, scale) = (_motion.Fit(tracks.Position, breaks, GltfMotion.Length), _motion.Fit(tracks.Rotation, breaks, GltfMotion.Turn), _motion.Fit(tracks.Scale, breaks, GltfMotion.Length));
        node.LocalTransform = new AffineTransform(GltfMotion.Three(scale.Values[0]), GltfMotion.Turned(rotation.Values[0]), GltfMotion.Three(position.Values[0]));
        _motion.Translate(node, position);
        _motion.Rotate(node, rotation);
        _motion.Scale(node, scale);
    }

    private void Fill(SceneObject thing, Node node)
    {
        switch (thing.Kind)
        {
            case ObjectKind.Camera:
                Camera(thing, node);
                break;
            case ObjectKind.Light:
                Light(thing, node);
                break;
            default:
                if (_going.HasShapes && DeformerRules.HasShape(thing.Kind))
                    _shapes.Give(node, thing, ShapeMorphs.Of(thing, _coarse, _coarseWorlds), _looks.MaterialOf(thing));
                break;
        }
    }

    private void Camera(SceneObject thing, Node node)
    {
        var fov = Stages.Values(thing, "camera.fov", _coarse);
        var camera = _root.CreateCamera(thing.Name);
        camera.SetPerspectiveMode(null, Radians(fov[0]), 0.1f, 10_000);
        node.Camera = camera;
        _motion.Point($"/cameras/{camera.LogicalIndex}/perspective/yfov", [fov], values => Radians(values[0]));
    }

    private void Light(SceneObject thing, Node node)
    {
        double[] Of(string name) => Stages.Values(thing, name, _coarse);
        var kind = (int)Math.Round(Of("light.kind")[0]);
        var (intensity, range, cone) = (Of("light.intensity"), Of("light.range"), Of("light.cone"));
        double[][] colour = [Of("look.red"), Of("look.green"), Of("look.blue")];
        var light = _root.CreatePunctualLight(thing.Name, kind switch { 0 => PunctualLightType.Point, 1 => PunctualLightType.Spot, _ => PunctualLightType.Directional });
        light.Color = new((float)colour[0][0], (float)colour[1][0], (float)colour[2][0]);
        light.Intensity = (float)intensity[0];
        var path = $"/extensions/KHR_lights_punctual/lights/{light.LogicalIndex}";
        _motion.Point($"{path}/color", colour, GltfMotion.Three);
        _motion.Point($"{path}/intensity", [intensity], values => (float)values[0]);
        // A range of 0 is no end, there as here.
        if (kind < 2 && Array.TrueForAll(range, length => length > 0))
        {
            light.Range = (float)range[0];
            _motion.Point($"{path}/range", [range], values => (float)values[0]);
        }
        if (kind == 1)
        {
            var outer = Radians(cone[0] / 2);
            light.SetSpotCone((float)(outer * (1 - Penumbra)), outer);
            _motion.Point($"{path}/spot/outerConeAngle", [cone], values => Radians(values[0] / 2));
            _motion.Point($"{path}/spot/innerConeAngle", [cone], values => (float)(Radians(values[0] / 2) * (1 - Penumbra)));
        }
        node.PunctualLight = light;
    }

    private static float Radians(double degrees) => (float)(degrees * Math.PI / 180);
}
