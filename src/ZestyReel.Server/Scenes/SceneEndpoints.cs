using System.Net.Mime;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
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
    private const string SceneFileType = "application/vnd.zesty-scene+json";
    private const int LargestThumbnail = 400_000;

    public static void MapScenes(this WebApplication app)
    {
        app.MapGet("/api/catalogue", () => Enum.GetValues<ObjectKind>().Select(kind => new KindEntry(kind, ChannelCatalogue.Of(kind))))
            .WithName("Catalogue").WithSummary("The kinds of objects and their channels.");
        app.MapGet("/api/scene-file.schema.json", () => Results.Text(SceneFileSchema.Text, "application/schema+json"))
            .WithName("SceneFileSchema").WithSummary("The JSON Schema of scene files.");

        var scenes = app.MapGroup("/api/scenes").WithTags("Scenes");
        scenes.MapGet("/", (SceneStore store) => store.List()).WithName("ListScenes").WithSummary("All scenes, the last changed first.");
        scenes.MapPost("/", Add).WithName("AddScene").WithSummary("Makes an empty scene.");
        scenes.MapPost("/import", Import).WithName("ImportScene").WithSummary("Keeps the scene of a scene file, or refuses it with every fault.")
            .Accepts<object>(SceneFileType, MediaTypeNames.Application.Json);

        var scene = scenes.MapGroup("/{id:long}");
        scene.MapGet("/", Summary).WithName("GetScene").WithSummary("A scene without its keys.");
        scene.MapGet("/file", Export).WithName("ExportScene").WithSummary("The scene as a scene file.");
        scene.MapGet("/samples.csv", Samples).WithName("SampleScene").WithSummary("Evaluated motion as CSV, as ./zesty sample prints it.");
        scene.MapPost("/duplicate", Duplicate).WithName("DuplicateScene").WithSummary("Keeps a copy, with a history of its own.");
        scene.MapDelete("/", Delete).WithName("DeleteScene").WithSummary("Deletes a scene; it can be restored.");
        scene.MapPost("/restore", Restore).WithName("RestoreScene").WithSummary("Brings a deleted scene back.");
        scene.MapPost("/edits", (long id, EditRequest request, SceneSessions sessions) => Result(sessions.Get(id).Apply(request.Edit, request.Revision)))
            .WithName("EditScene").WithSummary("Makes an edit: all of it, or none.");
        scene.MapPost("/undo", (long id, StepRequest request, SceneSessions sessions) => Result(sessions.Get(id).Undo(request.Revision)))
            .WithName("Undo").WithSummary("Takes the last edit back.");
        scene.MapPost("/redo", (long id, StepRequest request, SceneSessions sessions) => Result(sessions.Get(id).Redo(request.Revision)))
            .WithName("Redo").WithSummary("Makes the edit again that was taken back last.");
        scene.MapGet("/history", (long id, SceneSessions sessions) => sessions.Get(id).Look((_, _, position, history) => new HistoryList(position, [.. history])))
            .WithName("History").WithSummary("All edits that are kept.");
        scene.MapGet("/thumbnail", Thumbnail).WithName("GetThumbnail").WithSummary("The scene's picture on the list.");
        scene.MapPut("/thumbnail", KeepThumbnail).WithName("KeepThumbnail").WithSummary("Keeps a picture of the scene at a revision.")
            .Accepts<IFormFile>(MediaTypeNames.Image.Png);
    }

    private static Created<SceneNumber> Add(NewScene request, SceneStore store) => Made(store.Add(Scene.Empty(request.Name)));

    private static async Task<Created<SceneNumber>> Import(HttpRequest request, SceneStore store)
    {
        if (request.ContentLength > SceneFileReader.LargestFile)
            throw new BadHttpRequestException("The file is too large.", StatusCodes.Status413PayloadTooLarge);
        using var bytes = new MemoryStream();
        await request.Body.CopyToAsync(bytes, request.HttpContext.RequestAborted);
        return Made(store.Add(SceneFileReader.Read(bytes.GetBuffer().AsMemory(0, (int)bytes.Length))));
    }

    private static SceneSummary Summary(long id, SceneSessions sessions) => sessions.Get(id).Look((scene, revision, position, _) => new SceneSummary(
        id, scene.Settings.Name, scene.Rate.ToString(),
        [scene.Settings.Range.First, scene.Settings.Range.Last], [scene.Settings.Work.First, scene.Settings.Work.Last],
        revision, position, scene.KeyCount(),
        [.. scene.InOrder().Select(o => new ObjectSummary(
            o.Id.Value, o.Name, o.Kind, o.Parent?.Value, [.. o.Channels.Where(c => c.Value.Curve is not null).Select(c => c.Key)]))]));

    private static FileContentHttpResult Export(long id, SceneSessions sessions)
    {
        var scene = sessions.Get(id).Scene;
        return TypedResults.File(SceneFileWriter.Write(scene), SceneFileType, SceneFileName.For(scene.Settings.Name));
    }

    private static ContentHttpResult Samples(
        long id, SceneSessions sessions, string[] @object, string[] channel, decimal? from, decimal? to, decimal step = 1, bool world = false)
    {
        using var text = new StringWriter();
        SampleCsv.Write(text, sessions.Get(id).Scene, new SampleQuery(@object, channel, from, to, step, world));
        return TypedResults.Text(text.ToString(), "text/csv", Encoding.UTF8);
    }

    private static Created<SceneNumber> Duplicate(long id, SceneSessions sessions, SceneStore store) => Made(store.Add(sessions.Get(id).Scene));

    private static NoContent Delete(long id, SceneStore store, SceneSessions sessions, Watchers watchers)
    {
        if (!store.Delete(id)) throw new SceneGone(id);
        sessions.Forget(id);
        watchers.SendGone(id);
        return TypedResults.NoContent();
    }

    private static NoContent Restore(long id, SceneStore store) => store.Restore(id) ? TypedResults.NoContent() : throw new SceneGone(id);

    private static Results<FileContentHttpResult, NotFound> Thumbnail(long id, SceneStore store) =>
        store.Thumbnail(id) is { } png ? TypedResults.File(png, MediaTypeNames.Image.Png) : TypedResults.NotFound();

    private static async Task<NoContent> KeepThumbnail(long id, long revision, HttpRequest request, SceneStore store)
    {
        if (request.ContentLength is not > 0 or > LargestThumbnail)
            throw new Refusal("thumbnail", $"a thumbnail is a PNG of at most {LargestThumbnail} bytes, sent with its length");
        var png = new byte[request.ContentLength.Value];
        await request.Body.ReadExactlyAsync(png, request.HttpContext.RequestAborted);
        if (!png.AsSpan().StartsWith<byte>([0x89, (byte)'P', (byte)'N', (byte)'G', 13, 10, 26, 10]))
            throw new Refusal("thumbnail", "this is not a PNG");
        store.KeepThumbnail(id, revision, png);
        return TypedResults.NoContent();
    }

    private static Created<SceneNumber> Made(long id) => TypedResults.Created($"/api/scenes/{id}", new SceneNumber(id));

    private static EditResult Result(Kept kept)
    {
        var message = SceneHub.Message(kept);
        return new(message.Revision, message.Position, message.Title, message.Added);
    }
}
