using System.Numerics;
using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.Gltf;

/// <summary>Gives objects the keys of a model's animation.</summary>
/// <param name="objects">The objects.</param>
/// <param name="nodes">Which of them each node has become, by its place in the file.</param>
/// <param name="looks">Which objects have which look.</param>
/// <param name="notes">What is told.</param>
/// <param name="choice">How.</param>
internal sealed class GltfMoves(IncomingObjects objects, Dictionary<int, ObjectId> nodes, List<(ObjectId Object, Material Material)> looks, IncomingNotes notes, IncomingChoice choice)
{
    private const string Lights = "/extensions/KHR_lights_punctual/lights/", Seen = "/extensions/KHR_node_visibility/visible", Colour = "/pbrMetallicRoughness/baseColorFactor";

    private const int MostKeys = 3_000_000;

    private const double DegreesPerRadian = 180 / Math.PI;

    private readonly List<(GltfTrack Track, Action<GltfCurves, GltfTrack> Give)> _tracks = [];

    /// <summary>Takes the keys.</summary>
    /// <returns>The frames that its seconds are counted in, and how many seconds it lasts.</returns>
    /// <exception cref="Refusal">A number of it cannot be.</exception>
    public (FrameRate Rate, double Seconds) Take(Animation? animation, CancellationToken stop)
    {
        var (counted, keys) = (0, 0L);
        foreach (var channel in animation?.Channels ?? [])
        {
            stop.ThrowIfCancellationRequested();
            if (channel.TargetPointerPath is { } pointer && channel.TargetNodePath == PropertyPath.pointer) Point(channel, pointer);
            else if (channel.TargetNode is { } node && nodes.TryGetValue(node.LogicalIndex, out var id)) Move(channel, id);
            // Many channels may name the same keys.
            for (; counted < _tracks.Count; counted++) keys += _tracks[counted].Track.Seconds.Length;
            if (keys > MostKeys) throw new Refusal("file", $"its animation has more than {MostKeys:N0} keys");
        }
        var rate = choice.Rate ?? KeyTimes.RateOf([.. _tracks.SelectMany(each => each.Track.Seconds).Distinct()]);
        var curves = new GltfCurves(new(rate));
        foreach (var (track, give) in _tracks)
        {
            stop.ThrowIfCancellationRequested();
            give(curves, track);
        }
        return (rate, animation is null ? 0 : Math.Max(animation.Duration, 0));
    }

    private void Move(AnimationChannel channel, ObjectId id)
    {
        switch (channel.TargetNodePath)
        {
            case PropertyPath.translation:
                _tracks.Add((Read(channel.GetTranslationSampler()).Times(choice.Unit), (curves, track) => Three(curves, id, "position", track)));
                break;
            case PropertyPath.scale:
                _tracks.Add((Read(channel.GetScaleSampler()), (curves, track) => Three(curves, id, "scale", track)));
                break;
            case PropertyPath.rotation:
                _tracks.Add((GltfTrack.Read(channel.GetRotationSampler(), q => [q.X, q.Y, q.Z, q.W]), (curves, track) => objects[id] = curves.Turn(objects[id], track)));
                break;
            default:
                // Morph targets are told with the shape that has them.
                break;
        }
    }

    /// <summary>What an animation says of a place in the file, where we have a channel for it.</summary>
    private void Point(AnimationChannel channel, string pointer)
    {
        if (Number(pointer, "/nodes/", Seen) is { } node)
            One(nodes.TryGetValue(node, out var id) ? [id] : [], "visible", GltfTrack.Read(channel.GetSamplerOrNull<bool>(), seen => [seen ? 1 : 0]));
        else if (Number(pointer, "/materials/", Colour) is { } material)
            Paint(looks.Where(each => each.Material.LogicalIndex == material).Select(each => each.Object), GltfTrack.Read(channel.GetSamplerOrNull<Vector4>(), colour => [colour.X, colour.Y, colour.Z, colour.W]));
        else if (Number(pointer, "/cameras/", "/perspective/yfov") is { } camera)
            One(With(channel, ObjectKind.Camera, each => each.Camera?.LogicalIndex == camera), "camera.fov", Read(channel.GetSamplerOrNull<float>()).Times(DegreesPerRadian));
        else if (!pointer.StartsWith(Lights, StringComparison.Ordinal) || !Light(channel, pointer)) notes.Add("Motion of what has no channel here", null, "stays behind");
    }

    private bool Light(AnimationChannel channel, string pointer)
    {
        foreach (var (part, name, factor) in ((string, string, double)[])[("/intensity", "light.intensity", 1), ("/range", "light.range", choice.Unit), ("/spot/outerConeAngle", "light.cone", 2 * DegreesPerRadian)])
        {
            if (Number(pointer, Lights, part) is not { } light) continue;
            One(Lit(channel, light), name, Read(channel.GetSamplerOrNull<float>()).Times(factor));
            return true;
        }
        if (Number(pointer, Lights, "/color") is { } coloured)
        {
            Paint(Lit(channel, coloured), Read(channel.GetSamplerOrNull<Vector3>()));
            return true;
        }
        // It goes with the outer one.
        return Number(pointer, Lights, "/spot/innerConeAngle") is not null;
    }

    private List<ObjectId> Lit(AnimationChannel channel, int light) => With(channel, ObjectKind.Light, each => each.PunctualLight?.LogicalIndex == light);

    /// <summary>The objects of a kind that have become of what some nodes have.</summary>
    private List<ObjectId> With(AnimationChannel channel, ObjectKind kind, Func<Node, bool> has) =>
        [.. channel.LogicalParent.LogicalParent.LogicalNodes.Where(node => nodes.ContainsKey(node.LogicalIndex) && has(node)).Select(node => nodes[node.LogicalIndex])
            .Select(id => objects[id].Kind == kind ? id : objects.ChildOf(id, kind)).OfType<ObjectId>()];

    private void One(IReadOnlyList<ObjectId> ids, string name, GltfTrack read) => _tracks.Add((read, (curves, track) =>
    {
        foreach (var id in ids) objects[id] = curves.With(objects[id], name, track, 0);
    }));

    private void Paint(IEnumerable<ObjectId> ids, GltfTrack read) => _tracks.Add((read, (curves, track) =>
    {
        foreach (var id in ids)
            foreach (var (column, name) in ((string[])["look.red", "look.green", "look.blue", "look.opacity"]).Take(track.Values[0].Length).Index())
                objects[id] = curves.With(objects[id], name, track, column);
    }));

    private void Three(GltfCurves curves, ObjectId id, string group, GltfTrack track)
    {
        foreach (var (column, axis) in "xyz".Index()) objects[id] = curves.With(objects[id], $"{group}.{axis}", track, column);
    }

    private static GltfTrack Read(IAnimationSampler<float>? sampler) => GltfTrack.Read(sampler, value => [value]);

    private static GltfTrack Read(IAnimationSampler<Vector3>? sampler) => GltfTrack.Read(sampler, value => [value.X, value.Y, value.Z]);

    private static int? Number(string pointer, string before, string after) =>
        pointer.StartsWith(before, StringComparison.Ordinal) && pointer.EndsWith(after, StringComparison.Ordinal) && pointer.Length > before.Length + after.Length
        && int.TryParse(pointer.AsSpan(before.Length, pointer.Length - before.Length - after.Length), System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var number) ? number : null;
}
