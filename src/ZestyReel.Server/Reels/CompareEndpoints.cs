using System.Text.Json;
using ZestyReel.Core.Pictures;
using ZestyReel.Core.Reels;
using ZestyReel.Formats.Pictures;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Reels;

/// <summary>The HTTP interface to what differs between two reels.</summary>
public static class CompareEndpoints
{
    private const int PicturesAtOnce = 8;

    private static readonly JsonSerializerOptions Lines = new(JsonSerializerDefaults.Web);

    /// <summary>Maps what is asked over HTTP of two reels.</summary>
    public static void MapComparing(this WebApplication app)
    {
        var two = app.MapGroup("/api/reels/{reel:long}").WithTags("Reels");
        two.MapGet("/difference/{other:long}", Differences).WithName("CompareReels")
            .WithSummary("How the pictures of two reels differ, lined up as said, in lines of JSON as they are worked out; places that the other reel has not are left out.");
        two.MapGet("/beside/{other:long}", Beside).WithName("LineUpReels").WithSummary("For each place of a reel the place of the other that stands beside it, lined up as said; −1 for none.");
        two.MapGet("/motion/{other:long}", Motion).WithName("CompareMotion").WithSummary("Which channels are seen otherwise in the scenes of two reels, and where.");
    }

    private static int[] Beside(long reel, long other, ReelShelf shelf, string lineUp = "frame", int offset = 0)
    {
        var (a, b) = (ReelEndpoints.Whole(shelf, reel), ReelEndpoints.Whole(shelf, other));
        var places = new int[ReelCards.SettingsOf(a).Plan.Played];
        Array.Fill(places, -1);
        foreach (var pair in Alignment.Of(Side(a), Side(b), QueryWords.Of<ReelLineUp>(lineUp, "lineUp"), offset)) places[pair.At] = pair.BAt;
        return places;
    }

    private static async Task Differences(long reel, long other, ReelShelf shelf, Work work, HttpContext context, string lineUp = "frame", int offset = 0)
    {
        var (a, b) = (ReelEndpoints.Whole(shelf, reel), ReelEndpoints.Whole(shelf, other));
        var (size, stop) = (ReelCards.SettingsOf(a), context.RequestAborted);
        var pairs = Alignment.Of(Side(a), Side(b), QueryWords.Of<ReelLineUp>(lineUp, "lineUp"), offset);
        context.Response.ContentType = "application/x-ndjson";
        var known = new Dictionary<(int, int), PictureDifference>();
        foreach (var part in pairs.Chunk(PicturesAtOnce))
        {
            var lines = await work.Long.Run(a.SceneId, token => part.Select(pair =>
            {
                token.ThrowIfCancellationRequested();
                if (!known.TryGetValue((pair.A, pair.B), out var difference)) known[(pair.A, pair.B)] = difference = Between(shelf, (reel, pair.A), (other, pair.B), (size.Width, size.Height));
                return new ReelDifference(pair.At, difference.Mean, difference.Changed);
            }).ToList(), stop);
            foreach (var line in lines)
            {
                await context.Response.BodyWriter.WriteAsync(JsonSerializer.SerializeToUtf8Bytes(line, Lines), stop);
                await context.Response.BodyWriter.WriteAsync("\n"u8.ToArray(), stop);
            }
        }
    }

    private static ReelSide Side(KeptReel reel) => new(ReelCards.SettingsOf(reel).Plan, Core.Time.FrameRate.Parse(reel.Rate), ReelCards.SourcesOf(reel));

    private static PictureDifference Between(ReelShelf shelf, (long Reel, int Picture) a, (long Reel, int Picture) b, (int, int) size)
    {
        if (shelf.HashOf(a.Reel, a.Picture) is { } hash && hash == shelf.HashOf(b.Reel, b.Picture)) return default;
        return PictureDifference.Between(Read(a), Read(b));
        Picture Read((long Reel, int Picture) of) => PngPictures.Read(shelf.Picture(of.Reel, of.Picture) ?? throw new ReelGone("A picture of these reels is not there any more."), size);
    }

    private static async Task<IReadOnlyList<MotionDifference>> Motion(long reel, long other, ReelShelf shelf, ReelScenes scenes, Work work, CancellationToken stop)
    {
        var kept = ReelEndpoints.Whole(shelf, reel);
        var frames = ReelCards.SettingsOf(kept).Plan.Frames;
        ReelEndpoints.Whole(shelf, other);
        return await work.Long.Run(kept.SceneId, token => MotionDifference.Between(scenes.Of(reel, token), scenes.Of(other, token), frames, token), stop);
    }
}
