using System.Globalization;
using System.Text.Json;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Writes the way of a path, one point to a line, and how an object follows one.</summary>
internal static class PathWriter
{
    public static void Write(Utf8JsonWriter json, Scene scene, SceneObject thing)
    {
        if (thing.Path is { } path)
        {
            if (path.Closed) json.WriteBoolean("closed", true);
            if (path.Spread != PathSpread.Even) json.WriteString("spread", FileWords.Of(path.Spread));
            json.WriteStartArray("points");
            foreach (var point in path.Points)
                json.WriteRawValue(point.Kind == PathPointKind.Free
                    ? $"{{ \"at\": {Of(point.At)}, \"kind\": \"free\", \"in\": {Of(point.In)}, \"out\": {Of(point.Out)} }}"
                    : $"{{ \"at\": {Of(point.At)}, \"kind\": \"{FileWords.Of(point.Kind)}\" }}");
            json.WriteEndArray();
        }
        if (thing.Aim is { } aim) WriteAim(json, scene, aim);
        if (thing.Follow is not { } follow) return;
        json.WriteStartObject("follow");
        json.WriteString("path", scene.Object(follow.Path).Name);
        if (follow.Facing is { } facing) json.WriteString("facing", AxisWords.Of(facing));
        if (follow.Up != SignedAxis.PlusY) json.WriteString("up", AxisWords.Of(follow.Up));
        if (follow.Bank != 0) json.WriteNumber("bank", follow.Bank);
        json.WriteEndObject();
    }

    private static void WriteAim(Utf8JsonWriter json, Scene scene, Aim aim)
    {
        json.WriteStartObject("aim");
        json.WriteString("at", scene.Object(aim.At).Name);
        if (aim.Axis != SignedAxis.MinusZ) json.WriteString("axis", AxisWords.Of(aim.Axis));
        if (aim.Up != SignedAxis.PlusY) json.WriteString("up", AxisWords.Of(aim.Up));
        json.WriteEndObject();
    }

    private static string Of(Vector v) => string.Create(CultureInfo.InvariantCulture, $"[{v.X + 0.0:R}, {v.Y + 0.0:R}, {v.Z + 0.0:R}]");
}
