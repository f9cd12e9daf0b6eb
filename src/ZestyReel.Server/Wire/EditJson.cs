using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>How the core's records look as JSON: camel case, unknown fields refused, an edit told by its <c>edit</c> field.</summary>
public static class EditJson
{
    /// <summary>How edits are written and read.</summary>
    public static readonly JsonSerializerOptions Options = Configured(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    /// <summary>Options that write and read edits, words and units as everywhere here.</summary>
    public static JsonSerializerOptions Configured(JsonSerializerOptions options)
    {
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.AllowOutOfOrderMetadataProperties = true;
        options.AllowDuplicateProperties = false;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.Converters.Add(new NumberConverter<ObjectId>(n => new ObjectId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<WarpId>(n => new WarpId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<BookmarkId>(n => new BookmarkId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<NamedSelectionId>(n => new NamedSelectionId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<ClipId>(n => new ClipId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<PlacedClipId>(n => new PlacedClipId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<LayerId>(n => new LayerId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<CueId>(n => new CueId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<BackdropId>(n => new BackdropId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<MarkId>(n => new MarkId(n), id => id.Value));
        options.Converters.Add(new NumberConverter<SoundId>(n => new SoundId(n), id => id.Value));
        options.Converters.Add(new AssetConverter());
        options.Converters.Add(new TickConverter());
        options.Converters.Add(new RateConverter());
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { NameEdits, RefuseNulls } };
        return options;
    }

    /// <summary>Reads an edit.</summary>
    /// <exception cref="Refusal">The text is not an edit.</exception>
    public static Edit Read(string json) => ReadAs<Edit>(json);

    /// <summary>A value as JSON.</summary>
    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    /// <summary>Reads one of the core's records.</summary>
    /// <exception cref="Refusal">The text is not one.</exception>
    public static T ReadAs<T>(string json)
    {
        try
        {
            var read = JsonSerializer.Deserialize<T>(json, Options) ?? throw new Refusal("edit", "there is nothing to read");
            if (HasParts(typeof(T)) && HasHole((System.Collections.IEnumerable)read)) throw new JsonException("the list has an empty place (null) in it");
            return read;
        }
        catch (Exception wrong) when (wrong is JsonException or NotSupportedException or InvalidOperationException)
        {
            throw new Refusal("edit", $"the edit cannot be read: {wrong.Message}");
        }
    }

    private static void NameEdits(JsonTypeInfo info)
    {
        if (info.Type != typeof(Edit)) return;
        info.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = "edit" };
        foreach (var type in typeof(Edit).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(Edit)) && !t.IsAssignableTo(typeof(IMadeHere))).OrderBy(t => t.Name))
            info.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(type, JsonNamingPolicy.CamelCase.ConvertName(type.Name)));
    }

    /// <summary>A list has no holes: what the records leave to the reader, as a list's type says nothing of its parts being there.</summary>
    private static void RefuseNulls(JsonTypeInfo info)
    {
        if (info.Kind != JsonTypeInfoKind.Object || info.Type.Assembly != typeof(Edit).Assembly) return;
        var lists = info.Type.GetProperties().Where(property => HasParts(property.PropertyType)).ToList();
        if (lists.Count == 0) return;
        info.OnDeserialized = value =>
        {
            foreach (var list in lists)
                if (list.GetValue(value) is System.Collections.IEnumerable parts && HasHole(parts))
                    throw new JsonException($"{JsonNamingPolicy.CamelCase.ConvertName(list.Name)} has an empty place (null) in it");
        };
    }

    private static bool HasParts(Type type)
    {
        var list = Nullable.GetUnderlyingType(type) ?? type;
        return list.IsGenericType && list.GetGenericTypeDefinition() == typeof(ImmutableArray<>) && !list.GetGenericArguments()[0].IsValueType;
    }

    private static bool HasHole(System.Collections.IEnumerable parts)
    {
        // A list that was never given has no parts to look at.
        if (parts.GetType().GetProperty("IsDefault")?.GetValue(parts) is true) return false;
        foreach (var part in parts)
            if (part is null) return true;
        return false;
    }

    private sealed class NumberConverter<T>(Func<int, T> read, Func<T, long> write) : JsonConverter<T> where T : struct
    {
        public override T Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Number && reader.TryGetInt32(out var number) ? read(number) : throw new JsonException("a whole number within reach is needed");

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteNumberValue(write(value));
    }

    private sealed class AssetConverter : JsonConverter<AssetHash>
    {
        public override AssetHash Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) => AssetHash.Parse(reader.TokenType == JsonTokenType.String ? reader.GetString() : null);

        public override void Write(Utf8JsonWriter writer, AssetHash value, JsonSerializerOptions options) => writer.WriteStringValue(value.ToString());
    }

    private sealed class TickConverter : JsonConverter<Tick>
    {
        public override Tick Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.Number && reader.TryGetInt64(out var number) && new Tick(number) is { IsWithinReach: true } tick
                ? tick
                : throw new JsonException("a whole number of ticks within reach is needed");

        public override void Write(Utf8JsonWriter writer, Tick value, JsonSerializerOptions options) => writer.WriteNumberValue(value.Value);
    }

    private sealed class RateConverter : JsonConverter<FrameRate>
    {
        public override FrameRate Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            reader.TokenType == JsonTokenType.String ? FrameRate.Typed(reader.GetString()!) : throw new JsonException("a frame rate is a text such as \"24\" or \"30000/1001\"");

        public override void Write(Utf8JsonWriter writer, FrameRate value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.ToString());
    }
}
