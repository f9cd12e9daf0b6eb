using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using MessagePack;
using Microsoft.AspNetCore.SignalR;
using SkiaSharp;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;
using ZestyReel.Server.Reels;
using ZestyReel.Server.Wire;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Tests;

/// <summary>Reels over HTTP, as a browser shoots them.</summary>
public class ReelTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static string Settings(int first = 1, int last = 4, int width = 32, int height = 18, string more = "", string plan = "") => $$"""
        {"plan":{"frames":{"first":{{first}},"last":{{last}}}{{plan}}},"width":{{width}},"height":{{height}},"through":"Free view","only":[],"helpers":false,"grid":false,
         "shading":"shaded","background":"stage","colour":"#203a36","samples":4,"exposure":0,"burnIn":["frame"],"words":""{{more}}}
        """;

    private async Task<HttpResponseMessage> Shoot(long scene, string? settings = null, long revision = 1) =>
        await server.Http.PostAsync($"/api/scenes/{scene}/reels", new StringContent($$"""{"revision":{{revision}},"settings":{{settings ?? Settings()}}}""", Encoding.UTF8, "application/json"));

    private async Task<long> Begin(long scene, string? settings = null, long revision = 1) =>
        (await RunningServer.Json((await Shoot(scene, settings, revision)).EnsureSuccessStatusCode())).GetProperty("id").GetInt64();

    private async Task<long> SceneWithBox()
    {
        var id = await server.AddScene();
        (await server.Edit(id, 0, """{"edit":"addObject","kind":"box"}""")).EnsureSuccessStatusCode();
        return id;
    }

    private static byte[] Png(byte grey, int width = 32, int height = 18)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(new SKColor(grey, grey, grey));
        return bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
    }

    private Task<HttpResponseMessage> Send(long reel, int picture, byte[] png) => server.Http.PutAsync($"/api/reels/{reel}/pictures/{picture}", new ByteArrayContent(png));

    private async Task<long> Shot(long scene, string settings, params byte[] greys)
    {
        var reel = await Begin(scene, settings);
        foreach (var (at, grey) in greys.Index()) (await Send(reel, at, Png(grey))).EnsureSuccessStatusCode();
        (await server.Http.PostAsync($"/api/reels/{reel}/finish", null)).EnsureSuccessStatusCode();
        return reel;
    }

    private async Task<JsonElement> List(long scene) => await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{scene}/reels"));

    private static async Task Refused(HttpResponseMessage answer, HttpStatusCode status, string words)
    {
        answer.StatusCode.ShouldBe(status);
        (await answer.Content.ReadAsStringAsync()).ShouldContain(words);
    }

    [Fact]
    public async Task A_reel_is_listed_when_it_is_whole_and_played_as_planned()
    {
        var scene = await SceneWithBox();
        var reel = await Begin(scene, Settings(plan: ""","every":2,"leadIn":1,"leadOut":2"""));
        (await Send(reel, 0, Png(10))).EnsureSuccessStatusCode();
        await Refused(await server.Http.PostAsync($"/api/reels/{reel}/finish", null), HttpStatusCode.BadRequest, "1 of its 2 pictures are there");
        (await List(scene)).GetProperty("reels").GetArrayLength().ShouldBe(0);
        await Refused(await server.Http.GetAsync($"/api/reels/{reel}"), HttpStatusCode.NotFound, "no such reel");
        (await Send(reel, 1, Png(20))).EnsureSuccessStatusCode();
        (await server.Http.PostAsync($"/api/reels/{reel}/finish", null)).EnsureSuccessStatusCode();
        (await List(scene)).GetProperty("reels").GetArrayLength().ShouldBe(1);
        var play = await RunningServer.Json(await server.Http.GetAsync($"/api/reels/{reel}"));
        play.GetProperty("frames").EnumerateArray().Select(each => each.GetInt32()).ShouldBe([1, 1, 3, 3, 3]);
        play.GetProperty("shown").EnumerateArray().Select(each => each.GetInt32()).ShouldBe([0, 0, 1, 1, 1]);
        (await server.Http.GetByteArrayAsync($"/api/reels/{reel}/pictures/1")).ShouldBe(Png(20));
    }

    [Fact]
    public async Task What_is_no_picture_of_that_size_is_refused_and_nothing_of_it_kept()
    {
        var scene = await SceneWithBox();
        var reel = await Begin(scene);
        await Refused(await Send(reel, 0, Encoding.ASCII.GetBytes("no picture at all")), HttpStatusCode.BadRequest, "not a PNG");
        await Refused(await Send(reel, 0, Png(1)[..^20]), HttpStatusCode.BadRequest, "not a whole PNG");
        await Refused(await Send(reel, 0, Png(1, 33)), HttpStatusCode.BadRequest, "33 × 18 pixels; 32 × 18 were said");
        await Refused(await Send(reel, 0, Png(1, 31)), HttpStatusCode.BadRequest, "31 × 18 pixels; 32 × 18 were said");
        await Refused(await Send(reel, 4, Png(1)), HttpStatusCode.BadRequest, "pictures 0 to 3");
        await Refused(await Send(reel, 0, []), HttpStatusCode.BadRequest, "sent with its length");
        server.Service<ReelShelf>().Find(reel)!.Pictures.ShouldBe(0);
        (await server.Http.PostAsync($"/api/reels/{reel}/cancel", null)).EnsureSuccessStatusCode();
        await Refused(await Send(reel, 0, Png(1)), HttpStatusCode.NotFound, "not being shot any more");
    }

    [Fact]
    public async Task Settings_out_of_reach_are_refused_with_their_place()
    {
        var scene = await SceneWithBox();
        foreach (var (settings, place) in ((string, string)[])[
            (Settings(last: 0), "frames"), (Settings(width: 8), "width"), (Settings(height: 5000), "height"), (Settings(last: 30_000), "frames"),
            (Settings(plan: ""","every":0"""), "every"), (Settings(plan: ""","inside":1000"""), "inside")])
            (await RunningServer.Json(await Shoot(scene, settings))).GetProperty("place").GetString().ShouldBe(place, settings);
        await Refused(await Shoot(scene, Settings(more: ""","more":1""")), HttpStatusCode.BadRequest, "more");
        await Refused(await Shoot(scene, revision: 0), HttpStatusCode.Conflict, "changed meanwhile");
        (await Shoot(999_999)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task It_is_shot_as_the_scene_was_whatever_is_changed_meanwhile()
    {
        var scene = await SceneWithBox();
        var reel = await Begin(scene, Settings(plan: ""","shutter":180,"inside":3"""));
        (await server.Edit(scene, 1, """{"edit":"setValues","frame":1,"values":[{"object":1,"channel":"position.x","value":7}]}""")).EnsureSuccessStatusCode();
        var packed = await server.Http.GetByteArrayAsync($"/api/reels/{reel}/samples?first=1&count=2");
        var piece = MessagePackSerializer.Deserialize<PieceMessage>(packed, new MessagePackHubProtocolOptions().SerializerOptions);
        // Two pictures of three moments each, the first picture's before them.
        (piece.First, piece.Last).ShouldBe((3, 8));
        var block = piece.Blocks.Single(each => each.Id == 1);
        var x = Array.IndexOf([.. System.Runtime.InteropServices.MemoryMarshal.Cast<byte, ushort>(block.StillChannels).ToArray().Select(at => piece.Names[at])], "position.x");
        System.Runtime.InteropServices.MemoryMarshal.Cast<byte, float>(block.Stills)[x].ShouldBe(0);
        await Refused(await server.Http.GetAsync($"/api/reels/{reel}/samples?first=3&count=2"), HttpStatusCode.BadRequest, "pictures that the reel has");
        await Refused(await server.Http.GetAsync($"/api/reels/{reel}/samples?first=0&count=2147483647"), HttpStatusCode.BadRequest, "pictures that the reel has");
        // Other frames than those that are shot, for ways through space.
        var frames = MessagePackSerializer.Deserialize<PieceMessage>(await server.Http.GetByteArrayAsync($"/api/reels/{reel}/frames?first=-5&count=30"), new MessagePackHubProtocolOptions().SerializerOptions);
        (frames.First, frames.Last, frames.Blocks.Single(each => each.Id == 1).StillChannels.Length).ShouldBe((0, 29, block.StillChannels.Length));
        await Refused(await server.Http.GetAsync($"/api/reels/{reel}/frames?first=0&count=513"), HttpStatusCode.BadRequest, "512 at the most");
        await Refused(await server.Http.GetAsync($"/api/reels/{reel}/frames?first=-9223372036854775808&count=1"), HttpStatusCode.BadRequest, "within reach");
        for (var picture = 0; picture < 4; picture++) (await Send(reel, picture, Png(9))).EnsureSuccessStatusCode();
        (await server.Http.PostAsync($"/api/reels/{reel}/finish", null)).EnsureSuccessStatusCode();
        var opened = (await RunningServer.Json((await server.Http.PostAsync($"/api/reels/{reel}/scene", null)).EnsureSuccessStatusCode())).GetProperty("id").GetInt64();
        var file = await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{opened}/file"));
        file.GetProperty("name").GetString().ShouldEndWith(", reel 1");
        file.GetProperty("objects")[0].TryGetProperty("channels", out var channels).ShouldBe(false, channels.ToString());
    }

    [Fact]
    public async Task Differences_are_told_line_by_line_and_are_none_where_nothing_differs()
    {
        var scene = await SceneWithBox();
        var a = await Shot(scene, Settings(), 0, 0, 255, 0);
        var b = await Shot(scene, Settings(2, 5), 0, 0, 0, 0);
        var lines = (await server.Http.GetStringAsync($"/api/reels/{a}/difference/{b}")).Trim().Split('\n').Select(line => JsonSerializer.Deserialize<ReelDifference>(line, JsonSerializerOptions.Web)!).ToList();
        // Frames 2 to 4 are in both.
        lines.Select(line => (line.At, line.Mean, line.Changed)).ShouldBe([(1, 0, 0), (2, 1, 1), (3, 0, 0)]);
        (await server.Http.GetFromJsonAsync<int[]>($"/api/reels/{a}/beside/{b}")).ShouldBe([-1, 0, 1, 2]);
        (await server.Http.GetFromJsonAsync<int[]>($"/api/reels/{a}/beside/{b}?lineUp=offset&offset=-2")).ShouldBe([-1, -1, 0, 1]);
        await Refused(await server.Http.GetAsync($"/api/reels/{a}/beside/{b}?lineUp=moon"), HttpStatusCode.BadRequest, "is not one of: frame, source, offset");
        (await RunningServer.Json(await server.Http.GetAsync($"/api/reels/{a}/motion/{b}"))).GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task Pictures_are_numbered_in_a_zip_as_they_are_played()
    {
        var scene = await SceneWithBox();
        var reel = await Shot(scene, Settings(1, 2, plan: ""","leadIn":1"""), 1, 2);
        var answer = await server.Http.GetAsync($"/api/reels/{reel}/pictures.zip");
        answer.Content.Headers.ContentDisposition!.FileNameStar!.ShouldMatch("reel.1\\.zip$");
        using var zip = new ZipArchive(await answer.Content.ReadAsStreamAsync());
        zip.Entries.Select(entry => entry.Name).ShouldBe(["00001.png", "00002.png", "00003.png"]);
        byte[][] expected = [Png(1), Png(1), Png(2)];
        foreach (var (at, entry) in zip.Entries.Index())
        {
            using var read = new MemoryStream();
            using (var stream = entry.Open()) stream.CopyTo(read);
            read.ToArray().ShouldBe(expected[at]);
        }
    }

    [Fact]
    public async Task One_of_which_nothing_is_heard_is_let_go_and_its_number_with_it()
    {
        var scene = await SceneWithBox();
        var reel = await Begin(scene);
        var shelf = server.Service<ReelShelf>();
        var clock = new LateClock();
        var shootings = new Shootings(shelf, clock);
        shootings.Begin(reel, scene, Scene.Empty("Bay"), EditJson.ReadAs<ReelSettings>(Settings()));
        shootings.Sweep();
        shelf.Find(reel).ShouldNotBeNull();
        clock.Late = Shootings.Patience + TimeSpan.FromSeconds(1);
        shootings.Sweep();
        shelf.Find(reel).ShouldBeNull();
        (await RunningServer.Json(await Shoot(scene))).GetProperty("number").GetInt64().ShouldBe(1);
    }

    private sealed class LateClock : TimeProvider
    {
        public TimeSpan Late { get; set; }

        public override DateTimeOffset GetUtcNow() => DateTimeOffset.UnixEpoch + Late;
    }
}
