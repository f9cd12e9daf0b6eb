using ZestyReel.Core;
using System.Collections.Immutable;
using System.Text.Json;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the lists of clips, and of the places where they are on objects.</summary>
internal static class ClipReader
{
    public static List<Clip> Read(Node node, KeyReader keys)
    {
        var clips = new List<Clip>();
        var names = new HashSet<string>();
        foreach (var item in node.Items())
        {
            if (item.Fields(["name", "channels"], ["length", "lengthTick"]) is not { } fields) continue;
            var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text
                ? nameNode.Guarded(() => Names.Checked(text, ""))
                : null;
            if (name is not null && !names.Add(name)) nameNode.Fault($"there is a clip called {name} already");
            var length = keys.Time(item, fields, "length", "lengthTick");
            if (length is { Value: <= 0 }) item.Fault("the length of a clip is above 0");
            if (!fields.TryGetValue("channels", out var channels) || name is null || length is not { Value: > 0 } whole) continue;
            clips.Add(new Clip(new ClipId(clips.Count + 1), name, whole.Value, ReadChannels(channels, keys, whole)));
        }
        return clips;
    }

    private static ImmutableSortedDictionary<string, Curve> ReadChannels(Node node, KeyReader keys, Tick length)
    {
        var curves = ImmutableSortedDictionary.CreateBuilder<string, Curve>();
        foreach (var (name, value) in node.Channels())
        {
            // Clips know no kind: a channel is one that any kind has.
            if (ChannelCatalogue.OfAnyKind(name) is not { } spec) value.Fault("there is no such channel");
            else if (spec.HoldsOnly) value.Fault("this channel only jumps, and nothing can be added to it");
            else if (value.Fields(["keys"], []) is { } fields && fields.TryGetValue("keys", out var keysNode))
            {
                var read = keys.ChannelKeys(keysNode, holdsOnly: false, number => number.Number());
                if (read.Length != keysNode.Element.GetArrayLengthOrZero()) continue;
                if (read.Any(key => key.Time < Tick.Zero || key.Time > length)) keysNode.Fault("a key lies outside the clip, which goes from frame 0 to its length");
                else if (keysNode.Guarded(() => new Curve(read)) is { } curve) curves[name] = curve;
            }
        }
        if (node.Element.ValueKind == JsonValueKind.Object && !node.Channels().Any()) node.Fault("a clip has at least one channel");
        return curves.ToImmutable();
    }

    public static List<PlacedClip> ReadPlaced(Node node, KeyReader keys, Dictionary<string, SceneObject> byName, List<Clip> clips)
    {
        var placed = new List<PlacedClip>();
        foreach (var item in node.Items())
        {
            if (item.Fields(["clip", "object"], ["frame", "tick", "end", "endTick", "offset", "offsetTick", "cycle", "after", "rate"]) is not { } fields) continue;
            var clip = Named(fields, "clip", name => clips.FirstOrDefault(one => one.Name == name));
            var thing = Named(fields, "object", byName.GetValueOrDefault);
            var (start, end) = (keys.Time(item, fields, "frame", "tick"), keys.Time(item, fields, "end", "endTick"));
            var offset = fields.ContainsKey("offset") || fields.ContainsKey("offsetTick") ? keys.Time(item, fields, "offset", "offsetTick") : Tick.Zero;
            var cycle = fields.TryGetValue("cycle", out var cycleNode) ? cycleNode.Word<ClipCycle>() : ClipCycle.Once;
            var after = fields.TryGetValue("after", out var afterNode) ? afterNode.Word<ClipAfter>() : ClipAfter.LetGo;
            var rate = fields.TryGetValue("rate", out var rateNode) ? ObjectReader.ReadPlain(rateNode, ClipRate.Spec, keys) : PlacedClip.AsRecorded;
            if (start is null || end is null || offset is null || clip is null || thing is null || rate is null) continue;
            if (end <= start) item.Fault("a placed clip ends after it starts");
            else if (!clip.Channels.Keys.Any(channel => thing.Find(channel) is not null))
                item.Fault($"{thing.Name} has none of the channels of {clip.Name}");
            else placed.Add(new PlacedClip(
                new PlacedClipId(placed.Count + 1), clip.Id, thing.Id, start.Value, end.Value, offset.Value.Value,
                cycle ?? ClipCycle.Once, after ?? ClipAfter.LetGo, rate));
        }
        return placed;
    }

    private static T? Named<T>(Dictionary<string, Node> fields, string field, Func<string, T?> find) where T : class
    {
        if (!fields.TryGetValue(field, out var node) || node.Text() is not { } name) return null;
        var found = find(name);
        if (found is null) node.Fault($"there is no {field} called \"{Names.Shown(name)}\"");
        return found;
    }
}
