using System.Globalization;
using System.IO.Compression;
using System.Net.Mime;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using ZestyReel.Core;
using ZestyReel.Core.Reels;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Screens;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Reels;

/// <summary>The HTTP interface to reels that are whole.</summary>
public static class ReelEndpoints
{
    /// <summary>A reel is never overwritten.</summary>
    private const string Forever = "private, max-age=31536000, immutable";

    /// <summary>Maps what is asked over HTTP of reels.</summary>
    public static void MapReels(this WebApplication app)
    {
        var scene = app.MapGroup("/api/scenes/{id:long}/reels").WithTags("Reels");
        scene.MapGet("/", (long id, ReelShelf shelf) => Listed(id, shelf)).WithName("ListReels").WithSummary("The reels of a scene, the newest first, and the room on the disk.");
        scene.MapPost("/give-back", GiveBack).WithName("GiveBackReels").WithSummary("Gives back the room that deleted reels take; their numbers stay theirs.");
        var reel = app.MapGroup("/api/reels/{reel:long}").WithTags("Reels");
        reel.MapGet("/", (long reel, ReelShelf shelf) => ReelCards.Play(Whole(shelf, reel))).WithName("GetReel").WithSummary("What is needed to play a reel.");
        reel.MapPut("/words", Describe).WithName("DescribeReel").WithSummary("Calls a reel otherwise, and says something else of it.");
        reel.MapPut("/picked", (long reel, ReelPick request, ReelShelf shelf, ScreenPages pages) => Done(shelf.Pick(Whole(shelf, reel).Id, request.Picked), reel, shelf, pages)).WithName("PickReel").WithSummary("Picks a reel, which no other of its scene is then.");
        reel.MapDelete("/", (long reel, ReelShelf shelf, ScreenPages pages) => Done(shelf.Delete(reel), reel, shelf, pages)).WithName("DeleteReel").WithSummary("Deletes a reel; it can be restored.");
        reel.MapPost("/restore", (long reel, ReelShelf shelf, ScreenPages pages) => Done(shelf.Restore(reel), reel, shelf, pages)).WithName("RestoreReel").WithSummary("Brings a deleted reel back.");
        reel.MapPost("/scene", OpenScene).WithName("OpenReelScene").WithSummary("Keeps the scene as it was when the reel was shot as a scene of its own.");
        reel.MapGet("/pictures/{picture:int}", Picture).WithName("GetPicture").WithSummary("A picture of a reel, counted from 0, as PNG.");
        reel.MapGet("/pictures/{picture:int}/light", Light).WithName("GetLightPicture").WithSummary("A picture of a reel as it is played: smaller, as JPEG, or where there is no such as it is.");
        reel.MapGet("/sound.wav", Sound).WithName("GetReelSound").WithSummary("What is heard of a reel as long as it is played, as a WAV file of 16 bits, or a part of it.");
        reel.MapGet("/spread", (long reel, int count, ReelShelf shelf) => ReelCards.SettingsOf(Whole(shelf, reel)).Plan.Spread(count)).WithName("SpreadReel").WithSummary("Places spread evenly over a reel, for a sheet of so many pictures.");
        reel.MapGet("/pictures.zip", Zip).WithName("GetPictures").WithSummary("All that is played as numbered PNG files.");
    }

    /// <summary>A reel that is whole, deleted or not.</summary>
    /// <exception cref="ReelGone">There is none.</exception>
    internal static KeptReel Whole(ReelShelf shelf, long reel) => shelf.Find(reel) is { Arriving: false } found ? found : throw new ReelGone("There is no such reel; it may have been deleted.");

    private static ReelList Listed(long id, ReelShelf shelf)
    {
        var all = shelf.List(id);
        List<ReelCard> Those(bool deleted) => [.. all.Where(reel => reel.DeletedAt is not null == deleted).Select(ReelCards.Of)];
        var there = Those(deleted: false);
        return new(there, Those(deleted: true), there.Sum(reel => reel.Bytes), shelf.Free());
    }

    private static ReelList GiveBack(long id, ReelShelf shelf, ScreenPages pages)
    {
        shelf.GiveBack(id);
        pages.TellReels(id);
        return Listed(id, shelf);
    }

    private static NoContent Describe(long reel, ReelWords words, ReelShelf shelf, ScreenPages pages)
    {
        ReelSettings.CheckNote(words.Note, "note");
        return Done(shelf.Describe(reel, words.Name.Trim().Length == 0 ? "" : Names.Checked(words.Name, "name"), words.Note), reel, shelf, pages);
    }

    private static async Task<Created<SceneNumber>> OpenScene(long reel, ReelShelf shelf, ReelScenes reelScenes, SceneShelf scenes, Work work, CancellationToken stop)
    {
        var kept = Whole(shelf, reel);
        var number = kept.Number.ToString(CultureInfo.InvariantCulture);
        return await work.Long.Run(kept.SceneId, token =>
        {
            // A picture behind it may have gone with the scene that had it.
            var scene = scenes.WithoutLost(reelScenes.Of(reel, token));
            var ending = $", reel {number}";
            var name = scene.Settings.Name[..Math.Min(scene.Settings.Name.Length, Names.Longest - ending.Length)] + ending;
            return SceneEndpoints.Made(scenes.Add(scene with { Settings = scene.Settings with { Name = name } }, token).Id);
        }, stop);
    }

    private static FileContentHttpResult Light(long reel, int picture, ReelShelf shelf, HttpResponse response)
    {
        if (shelf.Light(Whole(shelf, reel).Id, picture) is not { } jpeg) return Picture(reel, picture, shelf, response);
        response.Headers.CacheControl = Forever;
        return TypedResults.File(jpeg, MediaTypeNames.Image.Jpeg);
    }

    private static FileContentHttpResult Picture(long reel, int picture, ReelShelf shelf, HttpResponse response)
    {
        var png = shelf.Picture(Whole(shelf, reel).Id, picture) ?? throw new ReelGone("This picture is not there any more.");
        response.Headers.CacheControl = Forever;
        return TypedResults.File(png, MediaTypeNames.Image.Png);
    }

    private static PhysicalFileHttpResult Sound(long reel, ReelShelf shelf, HttpResponse response)
    {
        var path = shelf.SoundPath(Whole(shelf, reel).Id) ?? throw new ReelGone("Nothing is heard of this reel.");
        response.Headers.CacheControl = Forever;
        return TypedResults.PhysicalFile(Path.GetFullPath(path), "audio/wav", enableRangeProcessing: true);
    }

    private static async Task Zip(long reel, ReelShelf shelf, SceneSessions sessions, HttpContext context)
    {
        var kept = Whole(shelf, reel);
        var plan = ReelCards.SettingsOf(kept).Plan;
        string name;
        using (var use = sessions.Use(kept.SceneId)) name = SceneFileName.With($"{use.State.Scene.Settings.Name} reel {kept.Number}", ".zip");
        var disposition = new Microsoft.Net.Http.Headers.ContentDispositionHeaderValue("attachment");
        disposition.SetHttpFileName(name);
        (context.Response.ContentType, context.Response.Headers.ContentDisposition) = (MediaTypeNames.Application.Zip, disposition.ToString());
        // An entry's end is written at once, however it is closed.
        if (context.Features.Get<IHttpBodyControlFeature>() is { } body) body.AllowSynchronousIO = true;
        var zip = await ZipArchive.CreateAsync(context.Response.Body, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, context.RequestAborted);
        await using (zip)
            for (var place = 0; place < plan.Played; place++)
            {
                var png = shelf.Picture(reel, plan.PictureAt(place)) ?? throw new ReelGone("A picture of this reel is not there any more.");
                await using var entry = await zip.CreateEntry($"{place + 1:00000}.png", CompressionLevel.NoCompression).OpenAsync(context.RequestAborted);
                await entry.WriteAsync(png, context.RequestAborted);
            }
    }

    private static NoContent Done(bool isDone, long reel, ReelShelf shelf, ScreenPages pages)
    {
        if (!isDone || shelf.Find(reel) is not { } kept) throw new ReelGone("There is no such reel; it may have been deleted.");
        pages.TellReels(kept.SceneId);
        return TypedResults.NoContent();
    }
}
