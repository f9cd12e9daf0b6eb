using System.Net;
using System.Net.Http.Json;

namespace ZestyReel.Server.Tests;

/// <summary>The timing check over HTTP.</summary>
public sealed class CheckTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string Jumpy = """
        {"format":"zesty-scene","version":2,"name":"Jumpy","rate":"24","range":[0,60],"objects":[{"name":"Gull","kind":"sphere","channels":{"position.y":{"keys":[
          {"frame":0,"value":0,"in":"linear","out":"linear"},{"frame":20,"value":1,"in":"linear","out":"linear"},{"frame":21,"value":6,"in":"linear","out":"linear"},{"frame":40.25,"value":7,"in":"linear","out":"linear"}]}}}]}
        """;

    private async Task<long> Kept() => (await RunningServer.Json((await server.Http.PostAsync("/api/scenes/import", new StringContent(Jumpy, null, "application/json"))).EnsureSuccessStatusCode())).GetProperty("id").GetInt64();

    [Fact]
    public async Task Findings_are_told_mended_and_set_aside()
    {
        var id = await Kept();
        async Task<System.Text.Json.JsonElement> Told() => await RunningServer.Json((await server.Http.GetAsync($"/api/scenes/{id}/checks?first=0&last=60")).EnsureSuccessStatusCode());
        async Task Edit(object edit) => (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/edits", new { revision = (await Told()).GetProperty("revision").GetInt64(), edit })).EnsureSuccessStatusCode();

        var told = await Told();
        var pop = told.GetProperty("findings").EnumerateArray().First();
        (pop.GetProperty("kind").GetString(), pop.GetProperty("level").GetString(), pop.GetProperty("first").GetDouble(), pop.GetProperty("amount").GetDouble()).ShouldBe(("pop", "fault", 20, 5));
        (told.GetProperty("faults").GetInt32(), told.GetProperty("meant").GetInt32()).ShouldBe((1, 0));

        var (start, end) = (pop.GetProperty("start").GetInt64(), pop.GetProperty("end").GetInt64());
        await Edit(new { edit = "setAside", finding = "pop", start, end, @object = 1, channel = "position.y" });
        told = await Told();
        (told.GetProperty("faults").GetInt32(), told.GetProperty("meant").GetInt32()).ShouldBe((0, 1));

        var off = told.GetProperty("findings").EnumerateArray().Single(each => each.GetProperty("kind").GetString() == "offFrame");
        off.GetProperty("keys")[0].GetProperty("times").GetArrayLength().ShouldBe(1);
        await Edit(new { edit = "mendFinding", finding = "offFrame", start = off.GetProperty("start").GetInt64(), end = off.GetProperty("end").GetInt64(), @object = 1, channel = "position.y" });
        (await Told()).GetProperty("findings").EnumerateArray().ShouldNotContain(each => each.GetProperty("kind").GetString() == "offFrame");
    }

    [Theory]
    [InlineData("first=9&last=3")]
    [InlineData("first=0&last=99999999")]
    [InlineData("first=0")]
    public async Task What_makes_no_sense_is_refused(string asked) =>
        (await server.Http.GetAsync($"/api/scenes/{await Kept()}/checks?{asked}")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);

    [Fact]
    public async Task A_pipeline_is_told_by_the_exit_code()
    {
        var folder = Directory.CreateTempSubdirectory("zesty-check-").FullName;
        try
        {
            var file = Path.Combine(folder, "jumpy.json");
            await File.WriteAllTextAsync(file, Jumpy);
            var (exit, output, errors) = await ServerProcess.Command("check", file);
            (exit, errors).ShouldBe((1, ""));
            output.ShouldStartWith("fault\tPop\tGull position.y\t20 to 21\t5");
            output.ShouldNotContain("note");
            (await ServerProcess.Command("check", file, "--level", "note")).Output.ShouldContain("note\tOff whole frames\tGull position.y\t40.25\t0.25 frames");
            using var told = System.Text.Json.JsonDocument.Parse((await ServerProcess.Command("check", file, "--json")).Output);
            told.RootElement[0].GetProperty("kind").GetString().ShouldBe("pop");
            var clean = Path.Combine(folder, "clean.json");
            await File.WriteAllTextAsync(clean, Jumpy.Replace("\"value\":6", "\"value\":1.05").Replace("\"value\":7", "\"value\":2"));
            (await ServerProcess.Command("check", clean)).ShouldBe((0, "", ""));
            (await ServerProcess.Command("check", Path.Combine(folder, "nowhere.json"))).Exit.ShouldBe(2);
            (await ServerProcess.Command("check", file, "--level", "awful")).Exit.ShouldBe(2);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }
    }
}
