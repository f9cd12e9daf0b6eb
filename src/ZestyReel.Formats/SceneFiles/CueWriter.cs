using System.Text.Json;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Writes the list of cues.</summary>
internal static class CueWriter
{
    public static void Write(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("cues");
        foreach (var cue in scene.Cues.Values)
        {
            json.WriteStartObject();
            json.WriteString("name", cue.Name);
            if (!cue.On) json.WriteBoolean("on", false);
            json.WriteStartObject("when");
            WriteWhen(json, scene, cue.When);
            json.WriteEndObject();
            if (cue.From != scene.Rate.StartOf(scene.Settings.Range.First)) SceneFileWriter.WriteTime(json, scene.Rate, cue.From, "after", "afterTick");
            if (cue.Offset.Value != 0) SceneFileWriter.WriteTime(json, scene.Rate, Tick.Zero + cue.Offset, "offset", "offsetTick");
            json.WriteStartArray("starts");
            foreach (var target in cue.Starts) json.WriteStringValue(TargetNames.Of(scene, target));
            json.WriteEndArray();
            SceneFileWriter.WriteTime(json, scene.Rate, cue.Anchor, "anchor", "anchorTick");
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static void WriteWhen(Utf8JsonWriter json, Scene scene, CueWhen when)
    {
        if (when.Bookmark is { } bookmark)
        {
            var mark = scene.Bookmarks[bookmark];
            json.WriteString("bookmark", mark.Name);
            // Several can have one name: then it is told which of them.
            if (scene.Bookmarks.Values.Where(each => each.Name == mark.Name).ToList() is { Count: > 1 } alike) json.WriteNumber("which", alike.IndexOf(mark) + 1);
            return;
        }
        var name = scene.Object(when.Object!.Value).Name;
        if (when is { Channel: Follow.Travel, Going: CueGoing.Either })
        {
            json.WriteString("travel", name);
            json.WriteNumber("reaches", when.Value + 0.0);
            return;
        }
        json.WriteString("object", name);
        if (when.Channel is { } channel)
        {
            json.WriteString("channel", channel);
            json.WriteNumber("reaches", when.Value + 0.0);
            if (when.Going != CueGoing.Either) json.WriteString("going", FileWords.Of(when.Going));
            return;
        }
        json.WriteString("near", scene.Object(when.Other!.Value).Name);
        json.WriteNumber(when.Event == CueEvent.Near ? "within" : "leaves", when.Value + 0.0);
    }
}
