using System.Text.Json;
using ZestyReel.Core.Edits;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Scenes;

/// <summary>An edit, and the revision of the scene that it was made on.</summary>
public sealed record EditRequest(long Revision, Edit Edit, ByRequest? By = null)
{
    /// <summary>
    /// Reads the body as the live line reads edits. Read as other bodies are, it would have the server look at every kind of edit
    /// before it answers anything, which is a third of its start.
    /// </summary>
    /// <exception cref="BadHttpRequestException">It is no JSON, or no such request.</exception>
    public static async ValueTask<EditRequest> BindAsync(HttpContext context)
    {
        if (!context.Request.HasJsonContentType())
            throw new BadHttpRequestException("An edit is sent with the content type application/json.", StatusCodes.Status415UnsupportedMediaType);
        try
        {
            return await JsonSerializer.DeserializeAsync<EditRequest>(context.Request.Body, EditJson.Options, context.RequestAborted)
                ?? throw new BadHttpRequestException("The body is null; an edit is needed.");
        }
        catch (JsonException wrong)
        {
            throw new BadHttpRequestException("The body is no edit.", wrong);
        }
    }
}
