using System.Net.Mime;
using System.Runtime.InteropServices;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Sounding;
using ZestyReel.Core.Time;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Formats.Sounds;
using ZestyReel.Server.Hosting;
using ZestyReel.Server.Scenes;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;
using ZestyReel.Store.Assets;

namespace ZestyReel.Server.Sounds;

/// <summary>A sound that has been taken in.</summary>
/// <param name="File">What the edit that lays it on the desk calls it.</param>
/// <param name="Channels">How many channels it has.</param>
public sealed record SoundTaken(SoundFile File, int Channels);

/// <summary>The beats of sounds.</summary>
/// <param name="Times">When each is heard, in ticks.</param>
/// <param name="Strengths">How strong each is; 1 is the strongest.</param>
/// <param name="Loudness">The most of each of equal parts of the time that was listened to; 1 is full scale.</param>
public sealed record BeatsTold(IReadOnlyList<long> Times, IReadOnlyList<double> Strengths, IReadOnlyList<float> Loudness);

/// <summary>The sounds of scenes: sent first, then named by an edit; drawn by their peaks, heard by their mix.</summary>
public static class SoundEndpoints
{
    private const int MostAtOnce = 2_000_000, LeastMixRate = 8_000, MostMixRate = 192_000, LongestWav = 60 * 60;

    private static readonly TimeSpan AsGoodAsEver = TimeSpan.FromDays(365);

    /// <summary>Adds them to the API.</summary>
    public static void MapSounds(this IEndpointRouteBuilder app)
    {
        var sounds = app.MapGroup("/api/scenes/{id:long}").WithTags("Sounds");
        sounds.MapPost("/sounds", Take).WithName("SendSceneSound").WithSummary("Takes a WAV, Ogg Vorbis or MP3 file, sent as the body, for a scene; addSound names it. One that nothing names goes when the server starts again.")
            .WithMetadata(new RequestSizeLimitAttribute(SoundFiles.LargestFile)).Accepts<IFormFile>(MediaTypeNames.Application.Octet, "audio/wav", "audio/ogg", "audio/mpeg");
        sounds.MapGet("/sounds/{asset}/peaks", GivePeaks).WithName("GetSoundPeaks").WithSummary("The least and the most of 2^level samples each, 1,024 pairs of them from a tile on: 16-bit numbers, the low byte first.");
        sounds.MapGet("/beats", GiveBeats).WithName("FindBeats").WithSummary("Where something begins to be heard in sounds, as they stand in the scene, from the start of one frame to the end of another.");
        sounds.MapGet("/mix.wav", GiveWav).WithName("GetMixAsWav").WithSummary("What is heard from the start of one frame to the end of another, as a WAV file of 32-bit floats.");
        sounds.MapGet("/mix", GiveMix).WithName("GetMix").WithSummary("What is heard of a scene from a moment on: all samples of the left as 32-bit floats, the low byte first, then all of the right.");
    }

    // One after the other: each of many that are sent at once may be large when unpacked.
    private static async Task<SoundTaken> Take(long id, string name, HttpRequest request, SceneSessions sessions, SceneShelf shelf, SoundBank bank, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var known = Names.Checked(name, "name");
        var bytes = await request.WholeBody(SoundFiles.LargestFile, stop);
        return await work.Long.Run(id, token =>
        {
            // Another core works out its name while it is unpacked.
            var naming = Task.Run(() => AssetHash.Parse(AssetShelf.NameOf(bytes)), CancellationToken.None);
            var shape = bank.Keep(naming, bytes, Names.Shown(known), token);
            var asset = naming.GetAwaiter().GetResult();
            if (!shelf.KeepAsset(id, AssetKind.Sound, known, bytes, asset)) throw new SceneGone(id);
            return new SoundTaken(new(asset, known, shape.Rate, shape.Samples), shape.Channels);
        }, stop);
    }

    private static async Task<Results<FileContentHttpResult, NotFound>> GivePeaks(long id, string asset, int level, long tile, HttpResponse response, SceneShelf shelf, SoundBank bank, Work work, CancellationToken stop)
    {
        var known = AssetHash.Parse(asset);
        if (!shelf.HasAsset(id, known)) return TypedResults.NotFound();
        var pairs = await work.Looked.Run(id, _ => bank.Of(known, each => shelf.Asset(id, each)) is { } sound ? sound.Peaks.Tile(sound.Samples, level, tile) : null, stop);
        if (pairs is null) return TypedResults.NotFound();
        // What is named by its bytes never changes.
        response.GetTypedHeaders().CacheControl = new() { Private = true, MaxAge = AsGoodAsEver, Extensions = { new("immutable") } };
        return TypedResults.File(MemoryMarshal.AsBytes(pairs.AsSpan()).ToArray(), MediaTypeNames.Application.Octet);
    }

    private static async Task<BeatsTold> GiveBeats(long id, int[] sounds, long first, long last, SceneSessions sessions, SceneShelf shelf, SoundBank bank, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var scene = use.State.Scene;
        var beats = await work.Long.Run(id, token => Beats.Of(scene, [.. sounds.Select(each => new SoundId(each))], new FrameRange(first, last).Checked("frames"), SamplesOf(id, bank, shelf), token), stop);
        return new([.. beats.Found.Select(beat => beat.Time.Value)], [.. beats.Found.Select(beat => beat.Strength)], beats.Loudness);
    }

    /// <summary>The samples of the files of a scene's sounds.</summary>
    internal static Func<AssetHash, ISamples?> SamplesOf(long scene, SoundBank bank, SceneShelf shelf) => asset => bank.Of(asset, each => shelf.Asset(scene, each))?.Samples;

    private static async Task<FileStreamHttpResult> GiveWav(long id, long first, long last, SceneSessions sessions, SceneShelf shelf, SoundBank bank, ServerOptions options, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var scene = use.State.Scene;
        var frames = new FrameRange(first, last).Checked("frames");
        var (start, end) = (scene.Rate.StartOf(frames.First), scene.Rate.StartOf(frames.Last + 1));
        var count = MixFile.SamplesIn(end - start);
        if (count > (long)MixFile.Rate * LongestWav) throw new Refusal("frames", $"a file of {LongestWav / 60} minutes at the most is written at once; give a shorter part");
        var file = ScratchFile.In(options.DataFolder);
        try
        {
            await work.Long.Run(id, token =>
            {
                new Mix(scene, SamplesOf(id, bank, shelf)).Write(new WavWriter(file, WavSamples.Float32, MixFile.Rate, count), start, count, _ => { }, token);
                return true;
            }, stop);
            file.Position = 0;
            return TypedResults.File(file, "audio/wav", SceneFileName.With(scene.Settings.Name, ".wav"));
        }
        catch
        {
            await file.DisposeAsync();
            throw;
        }
    }

    private static async Task<FileContentHttpResult> GiveMix(long id, long start, int count, int rate, SceneSessions sessions, SceneShelf shelf, SoundBank bank, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        if (count is < 1 or > MostAtOnce) throw new Refusal("count", $"1 to {MostAtOnce} samples can be asked for at once");
        if (rate is < LeastMixRate or > MostMixRate) throw new Refusal("rate", $"a mix has {LeastMixRate} to {MostMixRate} samples a second");
        var from = new Tick(start);
        if (!from.IsWithinReach) throw new Refusal("start", "that is out of reach");
        var scene = use.State.Scene;
        var samples = await work.Quick.Run(id, _ =>
        {
            var mixed = new float[count * 2];
            new Mix(scene, SamplesOf(id, bank, shelf)).Render(from, rate, mixed.AsSpan(0, count), mixed.AsSpan(count));
            return mixed;
        }, stop);
        return TypedResults.File(MemoryMarshal.AsBytes(samples.AsSpan()).ToArray(), MediaTypeNames.Application.Octet);
    }
}
