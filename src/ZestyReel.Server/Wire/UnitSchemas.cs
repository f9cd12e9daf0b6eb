using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>Tells the OpenAPI document how the core's unit types look as JSON.</summary>
internal static class UnitSchemas
{
    public static Task Transform(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancel)
    {
        var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        if (type == typeof(ObjectId) || type == typeof(BookmarkId) || type == typeof(NamedChoiceId)) schema.Type = JsonSchemaType.Integer;
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
