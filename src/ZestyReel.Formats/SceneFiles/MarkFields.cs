using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>The marks of the timing check, read and written.</summary>
internal static class MarkFields
{
    private const string Contact = "contact", Meant = "meant";

    public static List<Mark> Read(Node node, KeyReader keys, Dictionary<string, SceneObject> byName)
    {
        var marks = new List<Mark>();
        foreach (var item in node.Items())
        {
            if (item.Fields(["mark"], ["finding", "object", "about", "channel", "frame", "tick", "end", "endTick"]) is not { } fields) continue;
            var kind = fields["mark"].Text();
            if (kind is not (null or Contact or Meant)) fields["mark"].Fault($"a mark is {Contact} or {Meant}");
            if (kind == Meant != fields.ContainsKey("finding") && kind is not null) item.Fault(kind == Meant ? "say which finding is meant" : "a contact has no finding");
            var finding = fields.TryGetValue("finding", out var findingNode) ? findingNode.Word<FindingKind>() : null;
            ObjectId? thing = null;
            if (fields.TryGetValue("object", out var objectNode) && objectNode.Text() is { } name)
            {
                if (byName.TryGetValue(name, out var there)) thing = there.Id;
                else objectNode.Fault($"there is no object called {Names.Shown(name)}");
            }
            var about = fields.TryGetValue("about", out var aboutNode) ? Named(aboutNode) : "";
            var channel = fields.TryGetValue("channel", out var channelNode) ? Named(channelNode) : "";
            if (keys.Time(item, fields, "frame", "tick") is not { } start || keys.Time(item, fields, "end", "endTick") is not { } end) continue;
            var mark = new Mark(new MarkId(marks.Count + 1), kind == Meant ? finding : null, thing, about, channel, start, end);
            item.Guarded(() =>
            {
                MarkRules.Check(mark);
                return mark;
            });
            marks.Add(mark);
        }
        return marks;
    }

    public static void Write(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("marks");
        foreach (var mark in scene.Marks.Values)
        {
            json.WriteStartObject();
            json.WriteString("mark", mark.IsContact ? Contact : Meant);
            if (mark.Finding is { } finding) json.WriteString("finding", FileWords.Of(finding));
            if (mark.Object is { } thing) json.WriteString("object", scene.Object(thing).Name);
            else json.WriteString("about", mark.Subject);
            if (mark.Channel.Length > 0) json.WriteString("channel", mark.Channel);
            SceneFileWriter.WriteTime(json, scene.Rate, mark.Start, "frame", "tick");
            SceneFileWriter.WriteTime(json, scene.Rate, mark.End, "end", "endTick");
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static string Named(Node node) => node.Text() is { } text ? node.Guarded(() => Names.Checked(text, "")) ?? "" : "";
}
