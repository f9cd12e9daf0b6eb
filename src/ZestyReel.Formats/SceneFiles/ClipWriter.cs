using System.Text.Json;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Writes the lists of clips, and of the places where they are on objects.</summary>
internal static class ClipWriter
{
    public static void WriteClips(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("clips");
        foreach (var clip in scene.Clips.Values)
        {
            json.WriteStartObject();
            json.WriteString("name", clip.Name);
            SceneFileWriter.WriteTime(json, scene.Rate, new Tick(clip.Length), "length", "lengthTick");
            json.WriteStartObject("channels");
            foreach (var (name, curve) in clip.Channels)
            {
                json.WritePropertyName(name);
                SceneFileWriter.WriteCurve(json, scene.Rate, curve, locked: false);
            }
            json.WriteEndObject();
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    public static void WritePlaced(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("placed");
        foreach (var placed in scene.PlacedClips.Values)
        {
            json.WriteStartObject();
            json.WriteString("clip", scene.Clips[placed.Clip].Name);
            json.WriteString("object", scene.Object(placed.Object).Name);
            SceneFileWriter.WriteTime(json, scene.Rate, placed.Start, "frame", "tick");
            SceneFileWriter.WriteTime(json, scene.Rate, placed.End, "end", "endTick");
            if (placed.Offset != 0) SceneFileWriter.WriteTime(json, scene.Rate, new Tick(placed.Offset), "offset", "offsetTick");
            if (placed.Cycle != ClipCycle.Once) json.WriteString("cycle", FileWords.Of(placed.Cycle));
            if (placed.After != ClipAfter.LetGo) json.WriteString("after", FileWords.Of(placed.After));
            if (placed.Rate.Curve is { } curve)
            {
                json.WritePropertyName("rate");
                SceneFileWriter.WriteCurve(json, scene.Rate, curve, locked: false);
            }
            else if (placed.Rate.Still != 1) json.WriteNumber("rate", placed.Rate.Still);
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }
}
