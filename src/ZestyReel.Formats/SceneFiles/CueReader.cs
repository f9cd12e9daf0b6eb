using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the list of cues.</summary>
internal sealed class CueReader(KeyReader keys, Dictionary<string, SceneObject> byName, List<Bookmark> bookmarks, Tick first)
{
    /// <param name="list">The list.</param>
    public List<Cue> Read(Node list)
    {
        var cues = new List<Cue>();
        var names = new HashSet<string>();
        foreach (var item in list.Items())
        {
            if (item.Fields(["name", "when", "starts"], ["on", "after", "afterTick", "offset", "offsetTick", "anchor", "anchorTick"]) is not { } fields) continue;
            var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text ? nameNode.Guarded(() => Names.Checked(text, "")) : null;
            if (name is not null && !names.Add(name)) nameNode.Fault($"there is a cue called {name} already");
            var on = !fields.TryGetValue("on", out var onNode) || (onNode.Truth() ?? true);
            var when = fields.TryGetValue("when", out var whenNode) ? ReadWhen(whenNode) : null;
            var from = Has("after") ? keys.Time(item, fields, "after", "afterTick") : first;
            var offset = Has("offset") ? keys.Time(item, fields, "offset", "offsetTick") : Tick.Zero;
            var anchor = keys.Time(item, fields, "anchor", "anchorTick");
            var starts = fields.TryGetValue("starts", out var startsNode) ? TargetNames.Read(startsNode, byName) : [];
            if (startsNode.Faults is not null && starts.IsEmpty && startsNode.Element.GetArrayLengthOrZero() == 0) startsNode.Fault("a cue starts something at least");
            if (name is not null && when is not null && from is { } after && offset is { } later && anchor is { } at)
                cues.Add(new(new(cues.Count + 1), name, on, when, after, later - Tick.Zero, starts, at));

            bool Has(string field) => fields.ContainsKey(field) || fields.ContainsKey($"{field}Tick");
        }
        return cues;
    }

    private CueWhen? ReadWhen(Node node)
    {
        if (node.Fields([], ["travel", "object", "channel", "reaches", "going", "near", "within", "leaves", "bookmark", "which"]) is not { } fields) return null;
        // Each kind has the fields that it has, and no others.
        CueWhen? Only(CueWhen? when, params ReadOnlySpan<string> known)
        {
            foreach (var (field, value) in fields)
                if (!known.Contains(field)) value.Fault("this does not go with what else the cue waits for");
            return when;
        }
        if (fields.TryGetValue("bookmark", out var mark)) return Only(ReadBookmark(mark, fields.TryGetValue("which", out var which) ? which : null), "bookmark", "which");
        if (fields.TryGetValue("travel", out var travel))
        {
            var boat = Object(travel);
            if (boat is { Follow: null }) travel.Fault($"{boat.Name} follows no path");
            return Only(boat is { } follows && Number("reaches") is { } part ? new(CueEvent.Reaches, follows.Id, Follow.Travel, part) : null, "travel", "reaches");
        }
        if (!fields.TryGetValue("object", out var objectNode))
        {
            node.Fault("a cue waits for a travel, an object or a bookmark; give one of them");
            return null;
        }
        var thing = Object(objectNode);
        if (fields.TryGetValue("near", out var nearNode))
        {
            var other = Object(nearNode);
            var leaves = fields.ContainsKey("leaves");
            var distance = Number(leaves ? "leaves" : "within");
            return Only(thing is not null && other is not null && distance is { } apart ? new(leaves ? CueEvent.Leaves : CueEvent.Near, thing.Id, Value: apart, Other: other.Id) : null, "object", "near", leaves ? "leaves" : "within");
        }
        if (!fields.TryGetValue("channel", out var channelNode) || channelNode.Text() is not { } written)
        {
            if (!fields.ContainsKey("channel")) node.Fault("say which channel reaches a value, or near to what the object comes");
            return null;
        }
        var channel = channelNode.ChannelOf(written);
        if (thing is not null && thing.Find(channel) is null) channelNode.Fault($"{thing.Name} has no channel \"{Names.Shown(written)}\"");
        var going = fields.TryGetValue("going", out var goingNode) ? goingNode.Word<CueGoing>() : null;
        return Only(thing is not null && Number("reaches") is { } value ? new(CueEvent.Reaches, thing.Id, channel, value, going ?? CueGoing.Either) : null, "object", "channel", "reaches", "going");

        double? Number(string field)
        {
            if (fields.TryGetValue(field, out var number)) return number.Number() + 0.0;
            node.Fault($"{field} is missing");
            return null;
        }
    }

    private CueWhen? ReadBookmark(Node node, Node? which)
    {
        if (node.Text() is not { } name) return null;
        var alike = bookmarks.Where(mark => mark.Name == name).ToList();
        var place = which is { } given ? given.Whole() : 1;
        if (alike.Count == 0) node.Fault($"there is no bookmark called \"{Names.Shown(name)}\"");
        else if (place is < 1 || place > alike.Count) which!.Value.Fault($"there are {alike.Count} bookmarks of that name");
        else if (place is { } at) return new(CueEvent.Bookmark, Bookmark: alike[(int)at - 1].Id);
        return null;
    }

    private SceneObject? Object(Node node)
    {
        if (node.Text() is not { } name) return null;
        if (byName.TryGetValue(name, out var thing)) return thing;
        node.Fault($"there is no object called \"{Names.Shown(name)}\"");
        return null;
    }
}
