using System.Net.Mime;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Samples;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Live;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Scenes;

/// <summary>The HTTP interface to scenes.</summary>
public static class SceneEndpoints
{
    /// <summary>Most rows of samples that one request prints.</summary>
    public const long MostRows = 20_000_000;

    private const string SceneFileType = "application/vnd.zesty-scene+json";

    /// <summary>The media type of a package; without it no more is taken than a scene file may have.</summary>
    internal const string PackageType = "application/vnd.zesty-scene+zip";

    /// <summary>Maps what is asked over HTTP of scenes.</summary>
    public static void MapScenes(this WebApplication app)
    {
        app.MapGet("/api/catalogue", () => new CatalogueEntry([.. Enum.GetValues<ObjectKind>().Select(kind => new KindEntry(kind, ChannelCatalogue.Of(kind)))], WarpPoints.Spec, ClipRate.Spec, LayerStrength.Spec, SoundChannels.Specs, [.. ChannelCatalogue.ByUse.Select(use => new UseEntry(use.Use, use.Channels))], [.. Enum.GetValues<DeformerKind>().Select(kind => new DeformerEntry(kind, DeformerChannels.Of(kind)))]))
            .WithName("Catalogue").WithSummary("The kinds of objects and their channels, and what else has curves.");
        app.MapGet("/api/scene-file.schema.json", () => Results.Text(SceneFileSchema.Text, "application/schema+json"))
            .WithName("SceneFileSchema").WithSummary("The JSON Schema of scene files.");

        var scenes = app.MapGroup("/api/scenes").WithTags("Scenes");
        scenes.MapGet("/", (SceneShelf shelf) => shelf.List()).WithName("ListScenes").WithSummary("All scenes, the last changed first.");
        scenes.MapGet("/deleted", (SceneShelf shelf) => shelf.Deleted()).WithName("ListDeletedScenes").WithSummary("Deleted scenes, the last deleted first.");
        scenes.MapPost("/", (NewScene request, SceneShelf shelf) => Made(shelf.Add(Scene.Empty(request.Name)).Id)).WithName("AddScene").WithSummary("Makes an empty scene.");
        scenes.MapPost("/import", SceneImport.Import).WithName("ImportScene").WithSummary("Keeps the scene of a scene file, or of a package with the files that it needs, or refuses it with every fault.")
            .WithMetadata(new RequestSizeLimitAttribute(ScenePackage.LargestFile)).Accepts<object>(SceneFileType, MediaTypeNames.Application.Json, PackageType);
        scenes.MapPost("/import/told", SceneImport.ImportTold).WithName("ImportSceneTold")
            .WithSummary("The same, answered at once in lines of JSON: how far it is, and at last the scene's number or the problem.")
            .WithMetadata(new RequestSizeLimitAttribute(ScenePackage.LargestFile)).Accepts<object>(SceneFileType, MediaTypeNames.Application.Json, PackageType);

        var scene = scenes.MapGroup("/{id:long}");
        scene.MapGet("/", Summary).WithName("GetScene").WithSummary("A scene without its keys.");
        scene.MapGet("/file", Export).WithName("ExportScene").WithSummary("The scene as a scene file; as a package where it needs other files, or its history is wanted.");
        scene.MapGet("/samples.csv", Samples).WithName("SampleScene").WithSummary("Evaluated motion as CSV, as ./zesty sample prints it.");
        scene.MapPost("/duplicate", Duplicate).WithName("DuplicateScene").WithSummary("Keeps a copy, with a history of its own.");
        scene.MapDelete("/", Delete).WithName("DeleteScene").WithSummary("Deletes a scene; it can be restored.");
        scene.MapPost("/restore", Restore).WithName("RestoreScene").WithSummary("Brings a deleted scene back.");
        scene.MapDelete("/for-good", DeleteForGood).WithName("DeleteSceneForGood").WithSummary("Deletes a deleted scene and its history for good.");
        scene.MapGet("/thumbnail", Thumbnail).WithName("GetThumbnail").WithSummary("The scene's picture on the list.");
        scene.MapPut("/thumbnail", KeepThumbnail).WithName("KeepThumbnail").WithSummary("Keeps a picture of the scene at a revision.")
            .Accepts<IFormFile>(MediaTypeNames.Image.Png);
    }

    private static SceneSummary Summary(long id, SceneSessions sessions)
    {
        using var use = sessions.Use(id);
        var (scene, revision, position, _, _) = use.State;
        return new SceneSummary(
            id, scene.Settings.Name, use.Session.MadeAt, scene.Rate.ToString(),
            [scene.Settings.Range.First, scene.Settings.Range.Last], [scene.Settings.Work.First, scene.Settings.Work.Last],
            revision, position, scene.KeyCount(),
            [.. scene.InOrder().Select(o => new ObjectSummary(
                o.Id.Value, o.Name, o.Kind, o.Parent?.Value, [.. o.Channels.Where(c => c.Value.Curve is not null).Select(c => LayeredName.ChannelOf(c.Key)).Distinct().Order()]))]);
    }

    private static async Task<FileStreamHttpResult> Export(long id, SceneSessions sessions, SceneShelf shelf, SceneStore store, Database database, Work work, CancellationToken stop, bool history = false)
    {
        using var use = sessions.Use(id);
        var (scene, isPackage) = (use.State.Scene, history || KeptSceneFile.IsPackage(use.State.Scene));
        var file = isPackage ? ScratchFile.In(database.Folder) : (Stream)new MemoryStream();
        try
        {
            await work.Long.Run(id, token =>
            {
                KeptSceneFile.Write(file, id, scene, shelf, history ? store : null, token);
                return 0;
            }, stop);
            file.Position = 0;
            return TypedResults.File(file, isPackage ? PackageType : SceneFileType, SceneFileName.For(scene.Settings.Name, isPackage));
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
    }

    // Worked out block by block as it is read: nobody who reads slowly holds more than one.
    private static async Task Samples(
        long id, HttpContext context, SceneSessions sessions, Work work, [FromQuery] string[] @object, [FromQuery] string[] channel,
        decimal? from, decimal? to, decimal step = 1, bool world = false, bool points = false)
    {
        using var use = sessions.Use(id);
        var stop = context.RequestAborted;
        var query = new SampleQuery(@object, channel, from, to, step, world, points);
        using var blocks = SampleCsv.Blocks(use.State.Scene, query, MostRows, stop).GetEnumerator();
        context.Response.ContentType = "text/csv; charset=utf-8";
        while (await work.Long.Run(id, _ => blocks.MoveNext(), stop))
        {
            var (bytes, text) = (context.Response.BodyWriter, blocks.Current);
            Encoding.UTF8.GetBytes(text, bytes);
            await bytes.FlushAsync(stop);
        }
    }

    private static async Task<Created<SceneNumber>> Duplicate(long id, SceneSessions sessions, SceneShelf shelf, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var scene = use.State.Scene;
        return await work.Long.Run(id, token => Made(shelf.Add(scene, token).Id), stop);
    }

    private static NoContent Delete(long id, SceneShelf shelf, SceneSessions sessions, Tabs tabs)
    {
        if (!shelf.Delete(id)) throw new SceneGone(id);
        sessions.Forget(id);
        tabs.SendGone(id);
        return TypedResults.NoContent();
    }

    private static NoContent Restore(long id, SceneShelf shelf) => shelf.Restore(id) ? TypedResults.NoContent() : throw new SceneGone(id);

    private static async Task<NoContent> DeleteForGood(long id, SceneShelf shelf, Work work) =>
        await work.Long.Run(id, _ => shelf.DeleteForGood(id)) ? TypedResults.NoContent() : throw new SceneGone(id);

    private static Results<FileContentHttpResult, NotFound> Thumbnail(long id, SceneShelf shelf) =>
        shelf.Thumbnail(id) is { } png ? TypedResults.File(png, MediaTypeNames.Image.Png) : TypedResults.NotFound();

    private static async Task<NoContent> KeepThumbnail(long id, long revision, HttpRequest request, SceneShelf shelf)
    {
        if (request.ContentLength is not > 0 or > PngCheck.LargestFile)
            throw new Refusal("thumbnail", $"a thumbnail is a PNG of at most {PngCheck.LargestFile} bytes, sent with its length");
        var png = new byte[request.ContentLength.Value];
        await request.Body.ReadExactlyAsync(png, request.HttpContext.RequestAborted);
        PngCheck.Check(png, "thumbnail");
        return shelf.KeepThumbnail(id, revision, png) ? TypedResults.NoContent() : throw new SceneGone(id);
    }

    internal static Created<SceneNumber> Made(KeptArrival kept) => TypedResults.Created($"/api/scenes/{kept.Id}", new SceneNumber(kept.Id, kept.HistoryBehind));

    internal static Created<SceneNumber> Made(long id) => TypedResults.Created($"/api/scenes/{id}", new SceneNumber(id));
}
