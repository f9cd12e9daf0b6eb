using System.Globalization;
using System.Text.Json;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Writes what bends an object, one deformer to a line, and how it fades.</summary>
internal static class GeometryWriter
{
    public static void Write(Utf8JsonWriter json, SceneObject thing)
    {
        if (thing.Deformers is { } stack)
        {
            json.WriteStartArray("deformers");
            foreach (var deformer in stack) WriteDeformer(json, deformer);
            json.WriteEndArray();
        }
        if (thing.Fade is not { } fade) return;
        json.WriteStartObject("fade");
        json.WritePropertyName("direction");
        json.WriteRawValue(string.Create(CultureInfo.InvariantCulture, $"[{fade.Azimuth + 0.0:R}, {fade.Height + 0.0:R}]"));
        if (fade.Invert) json.WriteBoolean("invert", true);
        json.WriteEndObject();
    }

    private static void WriteDeformer(Utf8JsonWriter json, Deformer deformer)
    {
        json.WriteStartObject();
        json.WriteString("name", deformer.Name);
        json.WriteString("kind", FileWords.Of(deformer.Kind));
        if (!deformer.On) json.WriteBoolean("on", false);
        if (deformer.Axis != Axis.Y) json.WriteString("axis", FileWords.Of(deformer.Axis));
        if (!deformer.Within) json.WriteBoolean("within", false);
        if (deformer.OneWay) json.WriteBoolean("oneWay", true);
        json.WriteEndObject();
    }
}
