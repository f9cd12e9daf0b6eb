using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Sounds, as they are written in a scene file, from the highest lane down; their files lie beside it.</summary>
internal static class SoundFields
{
    private const string Endless = "endless";

    public static List<Sound> Read(Node node, KeyReader keys)
    {
        var sounds = new List<Sound>();
        var names = new HashSet<string>();
        foreach (var item in node.Items())
        {
            string[] optional = ["frame", "tick", "from", "to", "fadeIn", "fadeOut", "times", "solo", "warped", .. SoundChannels.Specs.Select(spec => spec.Name)];
            if (item.Fields(["name", "file", "asset", "rate", "samples"], optional) is not { } fields) continue;
            long Whole(string field, long rest) => fields.TryGetValue(field, out var value) ? value.Whole() ?? rest : rest;
            bool Truth(string field) => fields.TryGetValue(field, out var value) && value.Truth() is true;
            string? Name(string field) => fields.TryGetValue(field, out var value) && value.Text() is { } text ? value.Guarded(() => Names.Checked(text, "")) : null;
            Channel Of(ChannelSpec spec) => fields.TryGetValue(spec.Name, out var value) ? ObjectReader.ReadPlain(value, spec, keys) ?? new(spec.Default) : new(spec.Default);
            var (name, file) = (Name("name"), Name("file"));
            if (name is not null && !names.Add(name)) fields["name"].Fault($"there is a sound called {name} already");
            var asset = fields.TryGetValue("asset", out var hash) && hash.Text() is { } digits ? hash.Guarded(() => (AssetHash?)AssetHash.Parse(digits, "")) : null;
            var (rate, samples) = (Whole("rate", 0), Whole("samples", 0));
            var start = keys.Time(item, fields, "frame", "tick");
            var times = fields.TryGetValue("times", out var timesNode) ? Times(timesNode) : 1;
            if (name is null || file is null || asset is not { } known || start is not { } at || times is not { } often) continue;
            var made = new Sound(
                new(sounds.Count + 1), name, sounds.Count, new(known, file, (int)Math.Clamp(rate, 0, int.MaxValue), samples), at, Whole("from", 0), Whole("to", samples),
                Whole("fadeIn", 0), Whole("fadeOut", 0), often, Truth("solo"), Truth("warped"), Of(SoundChannels.Specs[0]), Of(SoundChannels.Specs[1]));
            item.Guarded(() =>
            {
                SoundRules.Check(made);
                return made;
            });
            sounds.Add(made);
        }
        return sounds;
    }

    public static void Write(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("sounds");
        foreach (var sound in scene.SoundsDownwards())
        {
            json.WriteStartObject();
            json.WriteString("name", sound.Name);
            json.WriteString("file", sound.File.Name);
            json.WriteString("asset", sound.File.Asset.ToString());
            json.WriteNumber("rate", sound.File.Rate);
            json.WriteNumber("samples", sound.File.Samples);
            SceneFileWriter.WriteTime(json, scene.Rate, sound.Start, "frame", "tick");
            if (sound.From != 0) json.WriteNumber("from", sound.From);
            if (sound.To != sound.File.Samples) json.WriteNumber("to", sound.To);
            if (sound.FadeIn != 0) json.WriteNumber("fadeIn", sound.FadeIn);
            if (sound.FadeOut != 0) json.WriteNumber("fadeOut", sound.FadeOut);
            if (sound.Times == Sound.Endless) json.WriteString("times", Endless);
            else if (sound.Times != 1) json.WriteNumber("times", sound.Times);
            if (sound.Solo) json.WriteBoolean("solo", true);
            if (sound.Warped) json.WriteBoolean("warped", true);
            foreach (var spec in SoundChannels.Specs)
            {
                var channel = sound.Channel(spec.Name);
                if (channel.Curve is { } curve)
                {
                    json.WritePropertyName(spec.Name);
                    SceneFileWriter.WriteCurve(json, scene.Rate, curve, locked: false);
                }
                else if (channel.Still != spec.Default) json.WriteNumber(spec.Name, channel.Still + 0.0);
            }
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static int? Times(Node node)
    {
        if (node.Element.ValueKind == JsonValueKind.String)
        {
            if (node.Element.ValueEquals(Endless)) return Sound.Endless;
            node.Fault($"a sound is heard a number of times, or \"{Endless}\"");
            return null;
        }
        if (node.Whole() is not { } times) return null;
        if (times is >= 1 and <= SoundRules.MostTimes) return (int)times;
        node.Fault($"a sound is heard 1 to {SoundRules.MostTimes} times, or \"{Endless}\"");
        return null;
    }
}
