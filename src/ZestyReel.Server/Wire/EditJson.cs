using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using ZestyReel.Core;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>How the core's records look as JSON: camel case, unknown fields refused, an edit told by its <c>edit</c> field.</summary>
public static class EditJson
{
    public static readonly JsonSerializerOptions Options = Configured(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    public static JsonSerializerOptions Configured(JsonSerializerOptions options)
    {
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.AllowOutOfOrderMetadataProperties = true;
        options.AllowDuplicateProperties = false;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.Converters.Add(new NumberConverter<ObjectId>(n => new ObjectId(checked((int)n)), id => id.Value));
        options.Converters.Add(new NumberConverter<WarpId>(n => new WarpId(checked((int)n)), id => id.Value));
        options.Converters.Add(new NumberConverter<BookmarkId>(n => new BookmarkId(checked((int)n)), id => id.Value));
        options.Converters.Add(new NumberConverter<NamedChoiceId>(n => new NamedChoiceId(checked((int)n)), id => id.Value));
        options.Converters.Add(new NumberConverter<ClipId>(n => new ClipId(checked((int)n)), id => id.Value));
        options.Converters.Add(new NumberConverter<PlacedClipId>(n => new PlacedClipId(checked((int)n)), id => id.Value));
        options.Converters.Add(new NumberConverter<Tick>(n => new Tick(n), tick => tick.Value));
        options.Converters.Add(new RateConverter());
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { NameEdits } };
        return options;
    }

    /// <summary>Reads an edit.</summary>
    /// <exception cref="Refusal">The text is not an edit.</exception>
    public static Edit Read(string json) => ReadAs<Edit>(json);

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    /// <summary>Reads one of the core's records.</summary>
    /// <exception cref="Refusal">The text is not one.</exception>
    public static T ReadAs<T>(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(json, Options) ?? throw new Refusal("edit", "there is nothing to read");
        }
        catch (Exception wrong) when (wrong is JsonException or NotSupportedException or OverflowException)
        {
            throw new Refusal("edit", $"the edit cannot be read: {wrong.Message}");
        }
    }

    private static void NameEdits(JsonTypeInfo info)
    {
        if (info.Type != typeof(Edit)) return;
        info.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = "edit" };
        foreach (var type in typeof(Edit).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(Edit))).OrderBy(t => t.Name))
            info.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(type, JsonNamingPolicy.CamelCase.ConvertName(type.Name)));
    }

    private sealed class NumberConverter<T>(Func<long, T> read, Func<T, long> write) : JsonConverter<T> where T : struct
    {
        public override T Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) => read(reader.GetInt64());

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteNumberValue(write(value));
    }

    private sealed class RateConverter : JsonConverter<FrameRate>
    {
        public override FrameRate Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            FrameRate.Parse(reader.GetString() ?? "");

        public override void Write(Utf8JsonWriter writer, FrameRate value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.ToString());
    }
}
