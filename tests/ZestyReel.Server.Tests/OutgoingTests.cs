using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace ZestyReel.Server.Tests;

/// <summary>What goes out over HTTP.</summary>
public sealed class OutgoingTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string Bay = """
        {"format":"zesty-scene","version":2,"name":"Quay","rate":"24","range":[1,48],"objects":[
          {"name":"Ferry","kind":"box","channels":{"position.x":{"keys":[{"frame":1,"value":0},{"frame":48,"value":9}]}}},{"name":"Eye \"\\","kind":"camera"},
          {"name":"Fog","kind":"plane","fade":{}}]}
        """;

    private async Task<long> Kept() => (await RunningServer.Json((await server.Http.PostAsync("/api/scenes/import", new StringContent(Bay, null, "application/json"))).EnsureSuccessStatusCode())).GetProperty("id").GetInt64();

    private Task<HttpResponseMessage> Ask(long id, string what, object request) => server.Http.PostAsJsonAsync($"/api/scenes/{id}/outgoing{what}", request);

    [Fact]
    public async Task Each_format_tells_what_it_would_be_and_is_as_large_as_it_says()
    {
        var id = await Kept();
        foreach (var format in (await RunningServer.Json(await server.Http.GetAsync("/api/outgoing"))).EnumerateArray())
        {
            var ending = format.GetProperty("ending").GetString()!;
            var told = await RunningServer.Json((await Ask(id, "/told", new { format = ending })).EnsureSuccessStatusCode());
            told.GetProperty("file").GetString().ShouldBe($"quay{ending}");
            var answer = await Ask(id, "", new { format = ending });
            if (ending is ".bvh" or ".wav")
            {
                answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
                continue;
            }
            var bytes = await answer.EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync();
            ((double)told.GetProperty("bytes").GetInt64() / bytes.Length).ShouldBeInRange(0.2, 6, ending);
        }
    }

    [Fact]
    public async Task Names_are_written_so_that_they_are_read_back()
    {
        var id = await Kept();
        async Task<string> Text(string format) => Encoding.UTF8.GetString(await (await Ask(id, "", new { format, from = 1, to = 2 })).EnsureSuccessStatusCode().Content.ReadAsByteArrayAsync());
        (await Text(".csv")).ShouldContain("\"Eye \"\"\\\"");
        JsonDocument.Parse(await Text(".json")).RootElement.GetProperty("objects")[1].GetProperty("name").GetString().ShouldBe("Eye \"\\");
        (await Text(".usda")).ShouldContain("displayName = \"Eye \\\"\\\\\"");
        JsonDocument.Parse(await Text(".gltf")).RootElement.GetProperty("nodes").EnumerateArray().Select(node => node.GetProperty("name").GetString()).ShouldContain("Eye \"\\");
    }

    [Fact]
    public async Task Losses_and_the_largest_error_are_told()
    {
        var id = await Kept();
        var losses = (await RunningServer.Json(await Ask(id, "/told", new { format = ".glb" }))).GetProperty("losses").EnumerateArray().ToList();
        losses.ShouldContain(loss => loss.GetProperty("what").GetString() == "Fades" && loss.GetProperty("of")[0].GetString() == "Fog");
        var coarse = (await RunningServer.Json(await Ask(id, "/error", new { format = ".csv", step = 47 }))).GetProperty("length").GetDouble();
        var fine = (await RunningServer.Json(await Ask(id, "/error", new { format = ".csv", step = 0.5 }))).GetProperty("length").GetDouble();
        coarse.ShouldBeGreaterThan(0.5);
        fine.ShouldBeInRange(0, 0.001);
    }

    [Theory]
    [InlineData("""{"format":".xyz"}""")]
    [InlineData("""{"format":".csv","objects":[77]}""")]
    [InlineData("""{"format":".csv","objects":[null]}""")]
    [InlineData("""{"format":".csv","part":"some"}""")]
    [InlineData("""{"format":".csv","from":9,"to":3}""")]
    [InlineData("""{"format":".csv","step":0}""")]
    [InlineData("""{"format":".csv","rate":"0"}""")]
    [InlineData("""{"format":".csv","unit":-1}""")]
    [InlineData("""{"format":".csv","up":"x"}""")]
    [InlineData("""{"format":".css","camera":1}""")]
    [InlineData("""{"format":".csv","from":-1e20}""")]
    [InlineData("""{"format":null}""")]
    [InlineData("{}")]
    public async Task What_makes_no_sense_is_refused(string request)
    {
        var id = await Kept();
        foreach (var what in (string[])["/told", ""])
            (await server.Http.PostAsync($"/api/scenes/{id}/outgoing{what}", new StringContent(request, null, "application/json"))).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_scene_that_is_not_there_is_not_found() => (await Ask(999_999, "/told", new { format = ".csv" })).StatusCode.ShouldBe(HttpStatusCode.NotFound);

    [Fact]
    public async Task A_name_for_progress_is_kept_short() => (await Ask(await Kept(), $"?progress={new string('x', 65)}", new { format = ".csv" })).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
}
