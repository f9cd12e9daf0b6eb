using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Background pictures, as they are written in a scene file; their files lie beside it.</summary>
internal static class BackdropFields
{
    private static readonly JsonEncodedText File = JsonEncodedText.Encode("file");

    public static List<Backdrop> Read(Node node, Dictionary<string, SceneObject> byName)
    {
        var backdrops = new List<Backdrop>();
        foreach (var item in node.Items())
        {
            if (item.Fields(["pictures"], ["view", "camera", "on", "fit", "opacity", "offset", "at", "width"]) is not { } fields) continue;
            double Number(string field, double rest) => fields.TryGetValue(field, out var value) ? value.Number() ?? rest : rest;
            var view = fields.TryGetValue("view", out var viewNode) ? viewNode.Word<BackdropView>() : null;
            var camera = fields.TryGetValue("camera", out var cameraNode) ? Camera(cameraNode, byName) : null;
            if (fields.ContainsKey("view") == fields.ContainsKey("camera"))
            {
                item.Fault("a background picture stands behind one \"view\" or one \"camera\"");
                continue;
            }
            var on = !fields.TryGetValue("on", out var onNode) || onNode.Truth() is not false;
            var fit = fields.TryGetValue("fit", out var fitNode) ? fitNode.Word<BackdropFit>() ?? default : default;
            var offset = fields.TryGetValue("offset", out var offsetNode) ? offsetNode.Whole() ?? 0 : 0;
            var (x, y) = fields.TryGetValue("at", out var at) ? Pair(at) : (0, 0);
            var pictures = fields.TryGetValue("pictures", out var list) ? Pictures(list) : [];
            var made = new Backdrop(new(backdrops.Count + 1), view, camera, pictures, on, fit, Number("opacity", 1), offset, x, y, Number("width", Backdrop.UsualWidth));
            if (pictures.IsEmpty || view is null && camera is null) continue;
            if (backdrops.Any(other => other.IsBehind(view, camera))) item.Fault("there is a picture behind this already");
            item.Guarded(() =>
            {
                BackdropRules.Check(made);
                return made;
            });
            backdrops.Add(made);
        }
        return backdrops;
    }

    public static void Write(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("backdrops");
        foreach (var backdrop in scene.Backdrops.Values)
        {
            json.WriteStartObject();
            if (backdrop.View is { } view) json.WriteString("view", FileWords.Of(view));
            if (backdrop.Camera is { } camera) json.WriteString("camera", scene.Object(camera).Name);
            if (!backdrop.On) json.WriteBoolean("on", false);
            if (backdrop.Fit != BackdropFit.Whole) json.WriteString("fit", FileWords.Of(backdrop.Fit));
            if (backdrop.Opacity != 1) json.WriteNumber("opacity", backdrop.Opacity + 0.0);
            if (backdrop.Offset != 0) json.WriteNumber("offset", backdrop.Offset);
            if (backdrop.X != 0 || backdrop.Y != 0)
            {
                json.WritePropertyName("at");
                json.WriteRawValue(string.Create(CultureInfo.InvariantCulture, $"[{backdrop.X + 0.0:R}, {backdrop.Y + 0.0:R}]"));
            }
            if (backdrop.Width != Backdrop.UsualWidth) json.WriteNumber("width", backdrop.Width);
            json.WriteStartArray("pictures");
            foreach (var picture in backdrop.Pictures)
            {
                json.WriteStartObject();
                json.WriteString(File, picture.Name);
                json.WriteString("asset", picture.Asset.ToString());
                if (picture.Number != 0) json.WriteNumber("number", picture.Number);
                json.WriteEndObject();
            }
            json.WriteEndArray();
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static ObjectId? Camera(Node node, Dictionary<string, SceneObject> byName)
    {
        if (node.Text() is not { } name) return null;
        if (!byName.TryGetValue(name, out var thing)) node.Fault($"there is no object called \"{Names.Shown(name)}\"");
        else if (thing.Kind != ObjectKind.Camera) node.Fault($"{name} is no camera");
        else return thing.Id;
        return null;
    }

    private static (double, double) Pair(Node node)
    {
        var parts = node.Items();
        if (parts.Count == 2) return (parts[0].Number() ?? 0, parts[1].Number() ?? 0);
        if (node.Element.ValueKind == JsonValueKind.Array) node.Fault("the middle of a picture is a list of two numbers");
        return (0, 0);
    }

    private static ImmutableArray<BackdropPicture> Pictures(Node list)
    {
        var items = list.Items();
        if (items.Count is 0 or > BackdropRules.MostPictures)
        {
            if (list.Element.ValueKind == JsonValueKind.Array) list.Fault($"there are 1 to {BackdropRules.MostPictures} pictures");
            return [];
        }
        var pictures = ImmutableArray.CreateBuilder<BackdropPicture>();
        foreach (var item in items)
        {
            if (item.Fields(["file", "asset"], ["number"]) is not { } fields) continue;
            var name = fields.TryGetValue("file", out var file) && file.Text() is { } text ? file.Guarded(() => Names.Checked(text, "")) : null;
            var asset = fields.TryGetValue("asset", out var hash) && hash.Text() is { } digits ? hash.Guarded(() => (AssetHash?)AssetHash.Parse(digits, "")) : null;
            var number = fields.TryGetValue("number", out var whole) ? whole.Whole() ?? 0 : 0;
            if (number is < 0 or > BackdropRules.HighestNumber) whole.Fault($"the number of a picture is 0 to {BackdropRules.HighestNumber}");
            else if (name is not null && asset is { } known) pictures.Add(new(name, known, (int)number));
        }
        return pictures.Count == items.Count ? pictures.ToImmutable() : [];
    }
}
