using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>Tells the OpenAPI document how the core's unit types look as JSON.</summary>
internal static class UnitSchemas
{
    private static readonly Type[] Numbers = [typeof(ObjectId), typeof(WarpId), typeof(BookmarkId), typeof(NamedSelectionId), typeof(ClipId), typeof(PlacedClipId), typeof(CueId), typeof(LayerId), typeof(BackdropId), typeof(SoundId), typeof(MarkId)];

    /// <summary>Does the same for those that the document names once and refers to.</summary>
    public static Task Transform(OpenApiDocument document, OpenApiDocumentTransformerContext context, CancellationToken cancel)
    {
        foreach (var unit in Numbers.Append(typeof(AssetHash)))
            if (document.Components?.Schemas?.TryGetValue(unit.Name, out var named) == true && named is OpenApiSchema schema) schema.Type = unit == typeof(AssetHash) ? JsonSchemaType.String : JsonSchemaType.Integer;
        // What is worked out from the rest is never left out.
        if (document.Components?.Schemas?.TryGetValue(nameof(ChannelSpec), out var known) == true && known is OpenApiSchema spec
            && spec.Properties?.TryGetValue("fullName", out var property) == true && property is OpenApiSchema fullName)
        {
            fullName.Type = JsonSchemaType.String;
            (spec.Required ??= new HashSet<string>()).Add("fullName");
        }
        return Task.CompletedTask;
    }

    public static Task Transform(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancel)
    {
        var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        if (Numbers.Contains(type)) schema.Type = JsonSchemaType.Integer;
        else if (type == typeof(AssetHash))
        {
            schema.Type = JsonSchemaType.String;
            schema.Description = "The SHA-256 of a file, as 64 hexadecimal digits in lower case.";
        }
        else if (type == typeof(Tick))
        {
            schema.Type = JsonSchemaType.Integer;
            schema.Description = "Ticks of 1/705,600,000 s.";
        }
        else if (type == typeof(FrameRate))
        {
            schema.Type = JsonSchemaType.String;
            schema.Description = "Frames per second, such as 24 or 30000/1001.";
        }
        return Task.CompletedTask;
    }
}
