using System.Collections.Immutable;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Makes up edits of every kind there is, from the records themselves: most of them can be read, and some can be made.</summary>
internal sealed class RandomEdits(Random random)
{
    private const long Frame = 29_400_000;

    private static readonly Type[] Kinds = [.. typeof(Edit).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(Edit)) && !type.IsAbstract && !type.IsAssignableTo(typeof(IMadeHere)))];
    private static readonly string[] Channels = ["position.x", "position.y", "rotation.z", "scale.x", "visible", "look.opacity", "camera.fov", "warp", "rate", "nothing"];

    public JsonObject Next()
    {
        var kind = Kinds[random.Next(Kinds.Length)];
        var edit = Record(kind, 0);
        edit["edit"] = JsonNamingPolicy.CamelCase.ConvertName(kind.Name);
        return edit;
    }

    private JsonObject Record(Type type, int depth)
    {
        var record = new JsonObject();
        foreach (var part in type.GetConstructors().OrderByDescending(made => made.GetParameters().Length).FirstOrDefault()?.GetParameters() ?? [])
        {
            if (part.HasDefaultValue && random.Next(3) == 0) continue;
            record[JsonNamingPolicy.CamelCase.ConvertName(part.Name!)] = Value(part, depth);
        }
        return record;
    }

    private JsonNode? Value(ParameterInfo part, int depth) => part.Name is "Channel" or "Name" && part.ParameterType == typeof(string)
        ? (part.Name == "Channel" ? Channels[random.Next(Channels.Length)] : $"Thing {random.Next(6)}")
        : Value(part.ParameterType, depth);

    private JsonNode? Value(Type type, int depth)
    {
        if (Nullable.GetUnderlyingType(type) is { } inner) return random.Next(4) == 0 ? null : Value(inner, depth);
        if (type == typeof(ObjectId)) return random.Next(12) switch { 0 => -1, 1 => -(1 << 24) - 1, 2 => random.Next(), var n => n - 2 };
        if (type == typeof(WarpId) || type == typeof(ClipId) || type == typeof(PlacedClipId) || type == typeof(BookmarkId) || type == typeof(NamedSelectionId)) return random.Next(1, 4);
        if (type == typeof(Tick)) return random.Next(60) * Frame;
        if (type == typeof(FrameRate)) return new[] { "24", "25", "30000/1001", "60", "1" }[random.Next(5)];
        if (type == typeof(bool)) return random.Next(2) == 0;
        if (type == typeof(string)) return new[] { "linear(0, 0.2 10%, 1)", "cubic-bezier(0.2, 0, 0.1, 1)", "Pier", "" }[random.Next(4)];
        if (type == typeof(int) || type == typeof(long)) return random.Next(20) == 0 ? random.Next() : random.Next(-5, 130);
        if (type == typeof(double) || type == typeof(decimal)) return random.Next(20) switch { 0 => 1e9 * random.NextDouble(), 1 => 0, 2 => -1, _ => Math.Round(random.NextDouble() * 100 - 20, random.Next(4)) };
        if (type.IsEnum) return JsonNamingPolicy.CamelCase.ConvertName(Enum.GetNames(type)[random.Next(Enum.GetNames(type).Length)]);
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ImmutableArray<>))
            return new JsonArray([.. Enumerable.Range(0, depth > 3 ? 0 : random.Next(1, 4)).Select(_ => Value(type.GetGenericArguments()[0], depth + 1))]);
        return depth > 4 ? null : Record(type, depth + 1);
    }
}
