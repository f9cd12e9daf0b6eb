using System.Text.Json;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Writes how an object sways, lags and bounces.</summary>
internal static class LooseWriter
{
    public static void Write(Utf8JsonWriter json, Scene scene, SceneObject thing)
    {
        if (thing.Sway is { } sway)
        {
            Start(json, "sway", sway.On);
            WriteNames(json, "channels", sway.Channels);
            if (sway.Seed != 1) json.WriteNumber("seed", sway.Seed);
            json.WriteEndObject();
        }
        if (thing.Lag is { } lag)
        {
            Start(json, "lag", lag.On);
            if (lag.World) json.WriteBoolean("world", true);
            else WriteNames(json, "channels", lag.Channels);
            json.WriteEndObject();
        }
        if (thing.Bounce is not { } bounce) return;
        Start(json, "bounce", bounce.On);
        if (!bounce.Against.IsEmpty) WriteNames(json, "against", bounce.Against.Select(id => scene.Object(id).Name));
        json.WriteEndObject();
    }

    private static void Start(Utf8JsonWriter json, string name, bool isOn)
    {
        json.WriteStartObject(name);
        if (!isOn) json.WriteBoolean("on", false);
    }

    private static void WriteNames(Utf8JsonWriter json, string name, IEnumerable<string> names)
    {
        json.WriteStartArray(name);
        foreach (var each in names) json.WriteStringValue(each);
        json.WriteEndArray();
    }
}
