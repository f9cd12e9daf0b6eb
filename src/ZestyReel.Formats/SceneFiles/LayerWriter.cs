using System.Text.Json;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Writes the list of layers, from the lowest up.</summary>
internal static class LayerWriter
{
    public static void Write(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("layers");
        foreach (var layer in scene.LayersUpwards())
        {
            json.WriteStartObject();
            json.WriteString("name", layer.Name);
            if (layer.Mode != LayerMode.Add) json.WriteString("mode", FileWords.Of(layer.Mode));
            if (!layer.On) json.WriteBoolean("on", false);
            if (layer.Solo) json.WriteBoolean("solo", true);
            if (layer.Locked) json.WriteBoolean("locked", true);
            if (layer.Peel != LayerPeel.Bergamot) json.WriteString("peel", FileWords.Of(layer.Peel));
            if (layer.Strength.Curve is { } strength)
            {
                json.WritePropertyName("strength");
                SceneFileWriter.WriteCurve(json, scene.Rate, strength, locked: false);
            }
            else if (layer.Strength.Still != 1) json.WriteNumber("strength", layer.Strength.Still + 0.0);
            WriteChannels(json, scene, layer);
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static void WriteChannels(Utf8JsonWriter json, Scene scene, Layer layer)
    {
        var isFirst = true;
        foreach (var thing in scene.InOrder())
            foreach (var spec in thing.Specs)
            {
                if (thing.Channels.GetValueOrDefault(LayeredName.Of(layer.Id, spec.Name))?.Curve is not { } curve) continue;
                if (isFirst) json.WriteStartObject("channels");
                isFirst = false;
                json.WritePropertyName(TargetNames.Of(scene, new(thing.Id, spec.Name)));
                SceneFileWriter.WriteCurve(json, scene.Rate, curve, locked: false);
            }
        if (!isFirst) json.WriteEndObject();
    }
}
