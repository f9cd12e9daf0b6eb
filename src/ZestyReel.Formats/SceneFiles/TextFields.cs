using System.Text.Json;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>What a text says, as it is written in a scene file: a list of lines, a font and an alignment.</summary>
internal static class TextFields
{
    /// <summary>What an object says; what has faults is left out.</summary>
    public static SceneObject Read(SceneObject thing, Node item, Dictionary<string, Node> fields)
    {
        if (thing.Kind != ObjectKind.Text)
        {
            foreach (var name in (string[])["text", "font", "align"])
                if (fields.TryGetValue(name, out var odd)) odd.Fault($"a {FileWords.Of(thing.Kind)} has no text");
            return thing;
        }
        var usual = thing with { Text = TextBody.Usual };
        if (!fields.TryGetValue("text", out var lines))
        {
            item.Fault("a text needs something to say: \"text\", a list of its lines");
            return usual;
        }
        var font = fields.TryGetValue("font", out var fontNode) ? fontNode.Word<TextFont>() : null;
        var align = fields.TryGetValue("align", out var alignNode) ? alignNode.Word<TextAlign>() : null;
        var items = lines.Items();
        if (items.Count > TextRules.MostLines)
        {
            lines.Fault($"a text has {TextRules.MostLines} lines at the most");
            return usual;
        }
        var said = string.Join('\n', items.Select(line => line.Text() ?? ""));
        return lines.Guarded(() =>
        {
            var text = new TextBody(said, font ?? TextFont.Figtree, align ?? TextAlign.Centre);
            var whole = thing with { Text = text };
            TextRules.Check(whole);
            return whole;
        }) ?? usual;
    }

    public static void Write(Utf8JsonWriter json, SceneObject thing)
    {
        if (thing.Text is not { } text) return;
        json.WriteStartArray("text");
        foreach (var line in text.Lines.Split('\n')) json.WriteStringValue(line);
        json.WriteEndArray();
        if (text.Font != TextFont.Figtree) json.WriteString("font", FileWords.Of(text.Font));
        if (text.Align != TextAlign.Centre) json.WriteString("align", FileWords.Of(text.Align));
    }
}
