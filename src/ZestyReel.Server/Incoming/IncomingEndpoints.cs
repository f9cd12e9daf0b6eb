using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;
using ZestyReel.Server.Live;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Incoming;

/// <summary>Files that come in as objects: sent, then read and told, then brought in.</summary>
public static class IncomingEndpoints
{
    // What comes in belongs to no scene yet; all of it takes turns with each other.
    private const long Arriving = 0;

    private const int MostFiles = 6;

    /// <summary>Adds them to the API.</summary>
    public static void MapIncoming(this IEndpointRouteBuilder app)
    {
        var incoming = app.MapGroup("/api/incoming").WithTags("Incoming");
        incoming.MapPost("/", Send).WithName("SendIncoming").WithSummary("Takes a file, sent as the body, that comes in or that one which does needs. The last few are kept for a while.")
            .WithMetadata(new RequestSizeLimitAttribute(IncomingFormats.MostBytes)).Accepts<IFormFile>("application/octet-stream");
        incoming.MapPost("/read", Read).WithName("ReadIncoming").WithSummary("What a file would bring in, with those that it needs. Nothing is changed.");
        incoming.MapPost("/scene", Keep).WithName("KeepIncoming").WithSummary("Keeps what has been read as a scene of its own.");
        app.MapPost("/api/scenes/{id:long}/incoming", Bring).WithTags("Incoming").WithName("BringIncoming").WithSummary("Brings what has been read into a scene, as one edit.");
    }

    private static async Task<IncomingSent> Send(string name, HttpRequest request, BroughtFiles<IncomingFile> files, CancellationToken stop)
    {
        var plain = Path.GetFileName(name.Replace('\\', '/'));
        if (plain.Length is 0 or > 255) throw new Refusal("name", "a file has a name");
        return new(files.Add(new(plain, await request.WholeBody(IncomingFormats.MostBytes, stop))));
    }

    private static Task<IncomingTold> Read(IncomingReadRequest request, BroughtFiles<IncomingFile> files, BroughtFiles<IncomingScene> readings, Work work, CancellationToken aborted)
    {
        if (request.Files.Count is 0 or > MostFiles) throw new Refusal("files", $"one to {MostFiles} files are read together");
        var (sent, choice) = (request.Files.Select(file => files.Find(file ?? "")).ToList(), request.Choice());
        return work.Long.Run(Arriving, stop =>
        {
            var (format, main) = IncomingFormats.Of(sent);
            return Told(format, format.Read(main, IncomingFormats.Among(sent), choice, stop), readings);
        }, aborted);
    }

    private static IncomingTold Told(IIncomingFormat format, IncomingScene read, BroughtFiles<IncomingScene> readings)
    {
        var (scene, settings) = (read.Scene, read.Scene.Settings);
        return new(
            readings.Add(read), settings.Name, format.Name, [.. Enum.GetValues<IncomingUses>().Where(use => use != 0 && format.Uses.HasFlag(use)).Select(use => use.ToString().ToLowerInvariant())],
            settings.Rate.ToString(), settings.Range.First, settings.Range.Last,
            [.. scene.InOrder().Select(thing => new IncomingObjectTold(thing.Id.Value, thing.Name, thing.Kind, thing.Parent?.Value, thing.Channels.Values.Sum(channel => channel.Curve?.Keys.Length ?? 0), Triangles(thing, read), [.. TiedTo(thing).Select(id => id.Value)]))],
            read.Notes, read.StaysBehind, read.Animations);
    }

    private static IEnumerable<ObjectId> TiedTo(SceneObject thing)
    {
        if (thing.Follow is { } follow) yield return follow.Path;
        if (thing.Aim is { } aim) yield return aim.At;
        foreach (var each in thing.Bounce?.Against ?? []) yield return each;
    }

    private static int Triangles(SceneObject thing, IncomingScene read) => thing.Mesh is { } mesh ? read.Triangles.GetValueOrDefault(mesh.Asset) : 0;

    private static Task<Created<SceneNumber>> Keep(IncomingSceneRequest request, BroughtFiles<IncomingScene> readings, SceneShelf shelf, Work work, CancellationToken aborted)
    {
        var read = readings.Find(request.Reading);
        var chosen = IncomingRequest.Chosen(request.Objects);
        return work.Long.Run(Arriving, stop =>
        {
            if (!chosen.IsEmpty || read.WithHistory is not { } package) return SceneEndpoints.Made(shelf.Add(IncomingKeeping.Whole(read.Scene, chosen), stop, asset: asset => read.Assets[asset]).Id);
            // As it came, so that what was done to it comes along.
            using var bytes = new MemoryStream(package, writable: false);
            using var brought = BroughtScene.Read(bytes, stop: stop);
            return SceneEndpoints.Made(brought.Keep(shelf, stop: stop));
        }, aborted);
    }

    private static async Task<EditResult> Bring(long id, IncomingRequest request, BroughtFiles<IncomingScene> readings, SceneSessions sessions, SceneShelf shelf, Work work, CancellationToken aborted)
    {
        using var use = sessions.Use(id);
        var (session, read) = (use.Session, readings.Find(request.Reading));
        return await work.Long.Run(id, stop =>
        {
            IncomingKeeping.KeepFiles(id, read, request.Objects, shelf);
            var message = SceneHub.Message(session.Apply(request.Edit(read, session.State.Scene), request.Revision ?? session.State.Revision, effort: new(_ => { }, stop)));
            return new EditResult(message.Revision, message.Position, message.Title, message.Added);
        }, aborted);
    }
}
