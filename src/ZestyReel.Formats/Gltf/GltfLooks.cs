using System.Numerics;
using SharpGLTF.Schema2;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Gltf;

/// <summary>How things look in a model: colour, opacity, and whether they are seen at all.</summary>
internal sealed class GltfLooks(ModelRoot root, GltfMotion motion, FrameTimes times)
{
    private const float Rough = 0.9f;

    private readonly Dictionary<(Vector4, bool, bool), Material> _known = [];

    /// <summary>The material of an object with a shape. The opacity of the groups above it is in it.</summary>
    public Material MaterialOf(SceneObject thing)
    {
        double[] Of(string name) => Stages.Values(thing, name, times);
        double[][] colour = [Of("look.red"), Of("look.green"), Of("look.blue"), Seen.OpacityAt(thing, times)];
        var first = Four(Array.ConvertAll(colour, row => row[0]));
        var (isClear, isFlat) = (Array.Exists(colour[3], opacity => opacity < 1), thing.Kind == ObjectKind.Plane);
        var moves = Array.Exists(colour, row => Array.Exists(row, value => value != row[0]));
        if (!moves && _known.TryGetValue((first, isClear, isFlat), out var known)) return known;
        var material = root.CreateMaterial(thing.Name);
        material.InitializePBRMetallicRoughness();
        var channel = material.FindChannel("BaseColor")!.Value;
        channel.Color = first;
        var metal = material.FindChannel("MetallicRoughness")!.Value;
        metal.SetFactor("MetallicFactor", 0);
        metal.SetFactor("RoughnessFactor", Rough);
        material.Alpha = isClear ? AlphaMode.BLEND : AlphaMode.OPAQUE;
        material.DoubleSided = isFlat;
        if (moves) motion.Point($"/materials/{material.LogicalIndex}/pbrMetallicRoughness/baseColorFactor", colour, Four);
        else _known[(first, isClear, isFlat)] = material;
        return material;
    }

    /// <summary>Hides a node where its object is hidden.</summary>
    /// <param name="thing">The object.</param>
    /// <param name="node">Its node.</param>
    /// <param name="standsAlone">It does not stand below its parent's node, and so has to be hidden with that by itself.</param>
    public void Show(SceneObject thing, Node node, bool standsAlone)
    {
        var seen = standsAlone ? Seen.At(thing, times) : Array.ConvertAll(Stages.Values(thing, "visible", times), each => each >= 0.5);
        if (Array.Exists(seen, each => !each)) node.SetVisibility(seen[0]);
        motion.Show(node, seen);
    }

    private static Vector4 Four(double[] values) => new((float)values[0], (float)values[1], (float)values[2], (float)values[3]);
}
