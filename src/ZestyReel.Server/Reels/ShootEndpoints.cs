using System.IO.Compression;
using System.Net.Mime;
using MessagePack;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Pictures;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Screens;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Reels;

/// <summary>The HTTP interface to shooting reels: the browser draws each picture from samples of the scene as it was when it was begun, and sends it.</summary>
public static class ShootEndpoints
{
    /// <summary>The largest picture, in bytes: one that nothing could be saved of, and a little.</summary>
    public const int LargestPicture = ReelSettings.LongestSide * ReelSettings.LongestSide * 4 + 1_000_000;

    /// <summary>Most moments that one request samples.</summary>
    public const int MostMoments = 512;

    private static readonly MessagePackSerializerOptions Packing = new MessagePackHubProtocolOptions().SerializerOptions;

    /// <summary>Maps what is asked over HTTP while a reel is shot.</summary>
    public static void MapShooting(this WebApplication app)
    {
        app.MapPost("/api/scenes/{id:long}/reels", Begin).WithTags("Reels").WithName("ShootReel").WithSummary("Begins to shoot a reel of a scene as it is at a revision. It is listed once all of its pictures are there.");
        var reel = app.MapGroup("/api/reels/{reel:long}").WithTags("Reels");
        reel.MapGet("/samples", Samples).WithName("SampleReel").WithSummary("What is seen on some pictures of a reel that is being shot, as MessagePack; its frames are moments, counted from 0.");
        reel.MapGet("/frames", Frames).WithName("SampleReelFrames").WithSummary("What is seen on some frames of the scene of a reel that is being shot, whether the reel has them or not, as MessagePack; they are counted from 0.");
        reel.MapPut("/pictures/{picture:int}", KeepPicture).WithName("KeepPicture").WithSummary("Keeps a picture of a reel that is being shot.").Accepts<IFormFile>(MediaTypeNames.Image.Png);
        reel.MapPost("/finish", Finish).WithName("FinishReel").WithSummary("The reel is whole: it is listed from now on.");
        reel.MapPost("/cancel", Cancel).WithName("CancelReel").WithSummary("Lets go of a reel that is being shot; nothing of it is kept.");
    }

    private static Created<ShootStart> Begin(long id, ShootRequest request, SceneSessions sessions, ReelShelf shelf, Shootings shootings)
    {
        var (settings, name) = (request.Settings.Checked(), request.Name.Trim().Length == 0 ? "" : Names.Checked(request.Name, "name"));
        ReelSettings.CheckNote(request.Note, "note");
        var by = request.By is { } who ? Person.Checked(who.Author, who.Name, who.Mark, who.Window).Name : null;
        shootings.CheckRoom();
        using var use = sessions.Use(id);
        var (scene, revision, position, _, _) = use.State;
        if (revision != request.Revision) throw new Clash("The scene has been changed meanwhile; shoot it as it is now.");
        var (sources, timecodes) = (settings.Plan.Sources(scene), ReelCards.Timecodes(scene, settings.Plan));
        var reel = shelf.Begin(id, new(name, request.Note, by, revision, position, scene.Rate.ToString(), EditJson.Write(settings), EditJson.Write(sources), EditJson.Write(timecodes)))
            ?? throw new SceneGone(id);
        shootings.Begin(reel.Id, id, scene, settings);
        return TypedResults.Created($"/api/reels/{reel.Id}", new ShootStart(reel.Id, reel.Number, settings.Plan.Shot, reel.MadeAt, [.. Enumerable.Range(0, settings.Plan.Shot).Select(settings.Plan.FrameOf)], sources, timecodes));
    }

    private static async Task<FileContentHttpResult> Samples(long reel, int first, int count, Shootings shootings, Work work, CancellationToken stop)
    {
        var shooting = shootings.Of(reel);
        var plan = shooting.Settings.Plan;
        if (first < 0 || count < 1 || first > plan.Shot - count || count * plan.Inside > MostMoments)
            throw new Refusal("pictures", $"ask for pictures that the reel has, and for {MostMoments} moments at the most");
        return await Sampled(shooting, [.. plan.Moments(shooting.Scene.Rate, first, count), shooting.Scene.Rate.StartOf(plan.FrameOf(first + count)).Value], (long)first * plan.Inside, work, stop);
    }

    private static Task<FileContentHttpResult> Frames(long reel, long first, int count, Shootings shootings, Work work, CancellationToken stop)
    {
        var shooting = shootings.Of(reel);
        if (first is < -FrameRange.FurthestFrame or > FrameRange.FurthestFrame || count is < 1 or > MostMoments) throw new Refusal("frames", $"ask for frames within reach, and for {MostMoments} at the most");
        return Sampled(shooting, [.. Enumerable.Range(0, count + 1).Select(i => (double)shooting.Scene.Rate.StartOf(first + i).Value)], 0, work, stop);
    }

    /// <summary>What is seen at moments, of which the last is only where the one before ends.</summary>
    private static async Task<FileContentHttpResult> Sampled(Shooting shooting, double[] moments, long first, Work work, CancellationToken stop)
    {
        var piece = await work.Long.Run(shooting.SceneId, token =>
            SampleWire.Piece(Sampler.Blocks([.. shooting.Scene.Objects.Values.Select(SampleTarget.All)], new FrameTimes(shooting.Scene, moments) { Stop = token }, first, Work.LongHands)), stop);
        return TypedResults.File(MessagePackSerializer.Serialize(piece, Packing, stop), "application/x-msgpack");
    }

    private static async Task<NoContent> KeepPicture(long reel, int picture, HttpRequest request, ReelShelf shelf, Shootings shootings)
    {
        var settings = shootings.Of(reel).Settings;
        if (picture < 0 || picture >= settings.Plan.Shot) throw new Refusal("picture", $"the reel has pictures 0 to {settings.Plan.Shot - 1}");
        if (request.ContentLength is not > 0 or > LargestPicture) throw new Refusal("picture", $"a picture is a PNG of at most {LargestPicture} bytes, sent with its length");
        var png = new byte[request.ContentLength.Value];
        await request.Body.ReadExactlyAsync(png, request.HttpContext.RequestAborted);
        PngCheck.Check(png, settings.Width, settings.Height, "picture");
        // It may have been called off while the picture was on its way.
        shootings.Of(reel);
        if (!shelf.KeepPicture(reel, picture, png)) throw new ReelGone("This reel is not being shot any more.");
        if (LightPictures.Of(png) is { } light) shelf.KeepLight(reel, picture, light);
        return TypedResults.NoContent();
    }

    private static async Task<ReelCard> Finish(long reel, ReelShelf shelf, Shootings shootings, ReelSounds sounds, Work work, ScreenPages pages)
    {
        var shooting = shootings.Of(reel);
        var (packed, sound) = await work.Long.Run(shooting.SceneId, _ => (Packed(SceneFileWriter.Write(shooting.Scene)), sounds.Of(shooting)));
        shelf.KeepScene(reel, packed);
        if (sound is not null) shelf.KeepSound(reel, sound);
        var pictures = shooting.Settings.Plan.Shot;
        if (!shelf.Finish(reel, pictures))
            throw new Refusal("reel", $"{shelf.Find(reel)?.Pictures ?? 0} of its {pictures} pictures are there; send the others first");
        shootings.End(reel);
        pages.TellReels(shooting.SceneId);
        return ReelCards.Of(shelf.Find(reel)!);
    }

    private static NoContent Cancel(long reel, ReelShelf shelf, Shootings shootings)
    {
        shootings.End(reel);
        shelf.Cancel(reel);
        return TypedResults.NoContent();
    }

    private static byte[] Packed(byte[] file)
    {
        var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.Optimal, leaveOpen: true)) brotli.Write(file);
        return packed.ToArray();
    }
}
