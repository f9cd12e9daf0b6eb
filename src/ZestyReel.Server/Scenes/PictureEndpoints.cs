using Microsoft.AspNetCore.Http.HttpResults;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Pictures;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;
using ZestyReel.Store.Assets;

namespace ZestyReel.Server.Scenes;

/// <summary>A picture that has been taken in.</summary>
/// <param name="Asset">What the edits of its scene call it.</param>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
public sealed record PictureTaken(AssetHash Asset, int Width, int Height);

/// <summary>The pictures that scenes have behind views and cameras: sent first, then named by an edit.</summary>
public static class PictureEndpoints
{
    private static readonly TimeSpan AsGoodAsEver = TimeSpan.FromDays(365);

    /// <summary>Adds them to the API.</summary>
    public static void MapPictures(this IEndpointRouteBuilder app)
    {
        var pictures = app.MapGroup("/api/scenes/{id:long}/pictures").WithTags("Pictures");
        pictures.MapPost("/", Take).WithName("SendScenePicture").WithSummary("Takes a PNG, JPEG or WebP file, sent as the body, for a scene; setBackdrop names it. One that nothing names goes when the server starts again.")
            .Accepts<IFormFile>("image/png", "image/jpeg", "image/webp");
        pictures.MapGet("/{asset}", Give).WithName("GetScenePicture").WithSummary("A picture of a scene, as it was sent.");
    }

    // One after the other: each of many that are sent at once may be large when unpacked.
    private static async Task<PictureTaken> Take(long id, string name, HttpRequest request, SceneSessions sessions, SceneShelf shelf, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var known = Names.Checked(name, "name");
        var bytes = await request.WholeBody(PictureFiles.LargestFile, stop);
        return await work.Long.Run(id, _ =>
        {
            var (width, height) = PictureFiles.Check(bytes, Names.Shown(known));
            if (!shelf.KeepAsset(id, AssetKind.Backdrop, known, bytes)) throw new SceneGone(id);
            return new PictureTaken(AssetHash.Parse(AssetShelf.NameOf(bytes)), width, height);
        }, stop);
    }

    private static Results<FileContentHttpResult, NotFound> Give(long id, string asset, HttpResponse response, SceneShelf shelf)
    {
        if (shelf.Asset(id, AssetHash.Parse(asset)) is not { } bytes) return TypedResults.NotFound();
        // What is named by its bytes never changes.
        response.GetTypedHeaders().CacheControl = new() { Private = true, MaxAge = AsGoodAsEver, Extensions = { new("immutable") } };
        return TypedResults.File(bytes, PictureFiles.TypeOf(bytes));
    }
}
