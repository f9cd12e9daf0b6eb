using ZestyReel.Core;
using System.Collections.Immutable;
using System.Text.Json;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the list of objects.</summary>
internal static class ObjectReader
{
    /// <param name="node">The list.</param>
    /// <param name="keys">Reads their keys.</param>
    /// <param name="told">Told before each of them which share of them has been read; may call it off.</param>
    public static List<SceneObject> Read(Node node, KeyReader keys, Action<double> told)
    {
        var items = node.Items();
        if (items.Count > Scene.MostObjects) node.Fault($"{items.Count} objects are more than the {Scene.MostObjects} a scene can have");
        var objects = new List<SceneObject>();
        var parents = new List<(SceneObject Child, Node Parent)>();
        var followers = new List<(SceneObject Thing, Node Path)>();
        var aimers = new List<(SceneObject Thing, Node Target)>();
        var bouncers = new List<(SceneObject Thing, List<Node> Against)>();
        var byName = new Dictionary<string, SceneObject>();
        foreach (var (at, item) in items.Index())
        {
            told((double)at / items.Count);
            if (item.Fields(["name", "kind"], ["parent", "rotationOrder", "rotation", "roll", "text", "font", "align", "mesh", "points", "closed", "spread", "follow", "aim", "sway", "lag", "bounce", "deformers", "fade", "channels"]) is not { } fields) continue;
            var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text
                ? nameNode.Guarded(() => Names.Checked(text, ""))
                : null;
            var kind = fields.TryGetValue("kind", out var kindNode) ? kindNode.Word<ObjectKind>() : null;
            if (name is null || kind is null) continue;
            var order = fields.TryGetValue("rotationOrder", out var orderNode) ? orderNode.Word<RotationOrder>() : null;
            var rotation = fields.TryGetValue("rotation", out var rotationNode) ? rotationNode.Word<RotationInterpolation>() : null;
            var read = new SceneObject(
                new ObjectId(objects.Count + 1), name, kind.Value, null, objects.Count, order ?? RotationOrder.Xyz,
                ImmutableSortedDictionary<string, Channel>.Empty, rotation ?? RotationInterpolation.EachAxis,
                fields.TryGetValue("roll", out var roll) ? ReadRoll(roll) : null, PathReader.Read(item, fields, kind.Value));
            var following = fields.TryGetValue("follow", out var followNode) ? PathReader.ReadFollow(followNode) : null;
            // What it has to know which channels it has; which path it is, comes when all are read.
            if (following is { } known) read = read with { Follow = known.Follow };
            var aiming = fields.TryGetValue("aim", out var aimNode) ? PathReader.ReadAim(aimNode) : null;
            if (aiming is { } aim) read = read with { Aim = aim.Aim };
            read = TextFields.Read(read, item, fields);
            read = MeshFields.Read(read, item, fields);
            // Deformers before loose motion, which may sway their channels.
            read = GeometryReader.Read(read, fields);
            (read, var against) = LooseReader.Read(read, fields);
            if (fields.TryGetValue("channels", out var channels)) read = ReadChannels(channels, read, keys);
            if (!byName.TryAdd(name, read)) nameNode.Fault($"there is an object called {name} already; names are unique");
            if (fields.TryGetValue("parent", out var parent) && parent.Element.ValueKind != JsonValueKind.Null) parents.Add((read, parent));
            if (following is { } found) followers.Add((read, found.Path));
            if (aiming is { } aimed) aimers.Add((read, aimed.Target));
            if (against.Count > 0) bouncers.Add((read, against));
            objects.Add(read);
        }
        foreach (var (child, parent) in parents)
        {
            if (parent.Text() is not { } text) continue;
            if (!byName.TryGetValue(text, out var found)) parent.Fault($"there is no object called \"{Names.Shown(text)}\"");
            else objects[child.Id.Value - 1] = objects[child.Id.Value - 1] with { Parent = found.Id };
        }
        FindLoops(objects, parents);
        foreach (var (follower, path) in followers)
        {
            if (path.Text() is not { } text) continue;
            if (!byName.TryGetValue(text, out var found)) path.Fault($"there is no object called \"{Names.Shown(text)}\"");
            else if (found.Kind != ObjectKind.Path) path.Fault($"{text} is no path");
            else objects[follower.Id.Value - 1] = objects[follower.Id.Value - 1] with { Follow = follower.Follow! with { Path = found.Id } };
        }
        foreach (var (aimer, target) in aimers)
        {
            if (target.Text() is not { } text) continue;
            if (!byName.TryGetValue(text, out var found)) target.Fault($"there is no object called \"{Names.Shown(text)}\"");
            else objects[aimer.Id.Value - 1] = objects[aimer.Id.Value - 1] with { Aim = aimer.Aim! with { At = found.Id } };
        }
        foreach (var (bouncer, names) in bouncers)
        {
            var against = ImmutableArray.CreateBuilder<ObjectId>();
            foreach (var name in names)
            {
                if (name.Text() is not { } text) continue;
                if (!byName.TryGetValue(text, out var found)) name.Fault($"there is no object called \"{Names.Shown(text)}\"");
                else against.Add(found.Id);
            }
            objects[bouncer.Id.Value - 1] = objects[bouncer.Id.Value - 1] with { Bounce = bouncer.Bounce! with { Against = against.ToImmutable() } };
        }
        return objects;
    }

    private static void FindLoops(List<SceneObject> objects, List<(SceneObject Child, Node Parent)> parents)
    {
        // 0 not looked at, 1 on the way up, 2 known to end at the top.
        var state = new byte[objects.Count + 1];
        foreach (var (child, parent) in parents)
        {
            var way = new List<int>();
            int? at = child.Id.Value;
            while (at is { } id && state[id] == 0)
            {
                state[id] = 1;
                way.Add(id);
                at = objects[id - 1].Parent?.Value;
            }
            if (at is { } end && state[end] == 1)
                parent.Fault($"{objects[end - 1].Name} would be its own ancestor; the parents make a loop");
            foreach (var id in way) state[id] = 2;
        }
    }

    private static SceneObject ReadChannels(Node node, SceneObject thing, KeyReader keys)
    {
        foreach (var (name, value) in node.Channels())
        {
            if (LayeredName.Is(name) || thing.Find(name) is not { } spec)
            {
                value.Fault(thing.Lacking(name) ?? $"a {FileWords.Of(thing.Kind)} has no such channel");
                continue;
            }
            if (ReadChannel(value, spec, keys) is { } channel) thing = thing.WithChannel(name, channel);
        }
        return thing;
    }

    internal static Channel? ReadChannel(Node node, ChannelSpec spec, KeyReader keys)
    {
        if (node.Fields([], ["value", "keys", "before", "after", "locked"]) is not { } fields) return null;
        var locked = fields.TryGetValue("locked", out var lockedNode) && (lockedNode.Truth() ?? false);
        var hasKeys = fields.TryGetValue("keys", out var keysNode);
        if (fields.TryGetValue("value", out var still))
        {
            if (hasKeys) still.Fault("a channel has either keys or a still value, not both");
            return Value(still, spec) is { } value ? new Channel(value, Locked: locked) : null;
        }
        if (!hasKeys)
        {
            node.Fault("a channel needs keys or a value");
            return null;
        }
        var read = keys.ChannelKeys(keysNode, spec.HoldsOnly, item => Value(item, spec));
        return ReadCurve(fields, keysNode, read) is { } curve ? new Channel(spec.Default, curve, locked) : null;
    }

    /// <summary>A channel that is a number where it is still, and can neither be locked nor hold only: the rate of a clip, the strength of a layer.</summary>
    internal static Channel? ReadPlain(Node node, ChannelSpec spec, KeyReader keys)
    {
        if (node.Element.ValueKind == JsonValueKind.Number) return Value(node, spec) is { } still ? new Channel(still) : null;
        if (node.Fields(["keys"], ["before", "after"]) is not { } fields || !fields.TryGetValue("keys", out var keysNode)) return null;
        return ReadCurve(fields, keysNode, keys.ChannelKeys(keysNode, spec.HoldsOnly, item => Value(item, spec))) is { } curve ? new Channel(spec.Default, curve) : null;
    }

    internal static Curve? ReadCurve(Dictionary<string, Node> fields, Node keysNode, ImmutableArray<Key> read)
    {
        var before = fields.TryGetValue("before", out var beforeNode) ? beforeNode.Word<Extrapolation>() : null;
        var after = fields.TryGetValue("after", out var afterNode) ? afterNode.Word<Extrapolation>() : null;
        // Keys with faults of their own have been left out; what remains need not make a curve.
        if (read.Length != keysNode.Element.GetArrayLengthOrZero()) return null;
        return keysNode.Guarded(() => new Curve(read, before ?? Extrapolation.Hold, after ?? Extrapolation.Hold));
    }

    private static Roll? ReadRoll(Node node)
    {
        if (node.Fields(["axle", "radius"], []) is not { } fields) return null;
        var axle = fields.TryGetValue("axle", out var axleNode) ? axleNode.Word<Axis>() : null;
        var radius = fields.TryGetValue("radius", out var radiusNode) ? radiusNode.Number() : null;
        if (radius is <= 0) radiusNode.Fault("the radius of a wheel is above 0");
        return axle is { } about && radius is > 0 and var r ? new Roll(about, r) : null;
    }

    private static double? Value(Node node, ChannelSpec spec)
    {
        if (spec.Unit == ChannelUnit.OnOff && node.Element.ValueKind is JsonValueKind.True or JsonValueKind.False)
            return node.Element.GetBoolean() ? 1 : 0;
        return node.Number() is { } number ? node.Guarded<double?>(() => spec.Checked(number, "")) : null;
    }

    internal static int GetArrayLengthOrZero(this JsonElement element) =>
        element.ValueKind == JsonValueKind.Array ? element.GetArrayLength() : 0;
}
