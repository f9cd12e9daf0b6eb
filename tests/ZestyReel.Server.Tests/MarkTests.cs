using System.Net;
using System.Text;
using System.Text.Json;
using SkiaSharp;

namespace ZestyReel.Server.Tests;

/// <summary>What people leave on pictures of reels, over HTTP.</summary>
public class MarkTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static StringContent Body(string json) => new(json, Encoding.UTF8, "application/json");

    private async Task<(long Scene, long Reel)> Shot()
    {
        var scene = await server.AddScene();
        var start = await server.Http.PostAsync($"/api/scenes/{scene}/reels", Body("""
            {"revision":0,"settings":{"plan":{"frames":{"first":10,"last":14},"every":2},"width":32,"height":18,"through":"Free view","only":[],"helpers":false,"grid":false,
             "shading":"shaded","background":"stage","colour":"#203a36","samples":4,"exposure":0,"burnIn":[],"words":""}}
            """));
        var reel = (await RunningServer.Json(start.EnsureSuccessStatusCode())).GetProperty("id").GetInt64();
        using var bitmap = new SKBitmap(32, 18);
        bitmap.Erase(SKColors.Teal);
        var png = bitmap.Encode(SKEncodedImageFormat.Png, 100).ToArray();
        for (var at = 0; at < 3; at++) (await server.Http.PutAsync($"/api/reels/{reel}/pictures/{at}", new ByteArrayContent(png))).EnsureSuccessStatusCode();
        (await server.Http.PostAsync($"/api/reels/{reel}/finish", null)).EnsureSuccessStatusCode();
        return (scene, reel);
    }

    private Task<HttpResponseMessage> Add(long reel, int picture, string mark, string by = "null") =>
        server.Http.PostAsync($"/api/reels/{reel}/marks", Body($$"""{"picture":{{picture}},"mark":{{mark}},"by":{{by}}}"""));

    private const string Stroke = """{"kind":"stroke","points":[0.1,0.2,0.3,0.4],"words":"","colour":"mint","width":4}""";

    private async Task<JsonElement> Get(string path) => await RunningServer.Json(await server.Http.GetAsync(path));

    [Fact]
    public async Task A_mark_is_kept_on_its_frame_and_told_of_the_scene()
    {
        var (scene, reel) = await Shot();
        var kept = await RunningServer.Json((await Add(reel, 1, Stroke, """{"author":"a1","name":"Ada","mark":"m1"}""")).EnsureSuccessStatusCode());
        kept.GetProperty("frame").GetInt64().ShouldBe(12);
        // The answer was lost, and it is sent again.
        (await RunningServer.Json(await Add(reel, 1, Stroke, """{"author":"a1","name":"Ada","mark":"m1"}"""))).GetProperty("id").GetInt64().ShouldBe(kept.GetProperty("id").GetInt64());
        (await Add(reel, 1, """{"kind":"remark","points":[],"words":"Too late","colour":"cream","width":4}""")).EnsureSuccessStatusCode();
        (await Get($"/api/reels/{reel}/marks")).GetArrayLength().ShouldBe(2);
        var note = (await Get($"/api/scenes/{scene}/reels/notes")).EnumerateArray().Single();
        (note.GetProperty("frame").GetInt64(), note.GetProperty("marks").GetInt32(), note.GetProperty("words").GetString(), note.GetProperty("madeBy").GetString()).ShouldBe((12, 2, "Too late", "Ada"));
        var mark = kept.GetProperty("id").GetInt64();
        (await server.Http.DeleteAsync($"/api/marks/{mark}")).EnsureSuccessStatusCode();
        (await server.Http.DeleteAsync($"/api/marks/{mark}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Get($"/api/reels/{reel}/marks")).GetArrayLength().ShouldBe(1);
        (await server.Http.PostAsync($"/api/marks/{mark}/restore", null)).EnsureSuccessStatusCode();
        (await Get($"/api/reels/{reel}/marks")).GetArrayLength().ShouldBe(2);
        (await Get($"/api/reels/{reel}/spread?count=2")).EnumerateArray().Select(place => place.GetInt32()).ShouldBe([0, 2]);
    }

    [Fact]
    public async Task Nonsense_is_refused_with_its_place_and_nothing_kept()
    {
        var (_, reel) = await Shot();
        foreach (var (picture, mark, place) in ((int, string, string)[])[
            (3, Stroke, "picture"), (-1, Stroke, "picture"), (0, Stroke.Replace("0.1", "9", StringComparison.Ordinal), "points"), (0, Stroke.Replace(":4}", ":0}", StringComparison.Ordinal), "width"),
            (0, Stroke.Replace("\"words\":\"\"", "\"words\":\"x\"", StringComparison.Ordinal), "words")])
            (await RunningServer.Json(await Add(reel, picture, mark))).GetProperty("place").GetString().ShouldBe(place, mark);
        (await Add(reel, 0, """{"kind":"stamp","points":[],"words":"","colour":"mint","width":4}""")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Add(reel, 0, """{"kind":"stroke","words":"","colour":"mint","width":4}""")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Add(reel, 0, "null")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Add(reel + 999, 0, Stroke)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await server.Http.PostAsync("/api/marks/999999/restore", null)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Get($"/api/reels/{reel}/marks")).GetArrayLength().ShouldBe(0);
    }
}
