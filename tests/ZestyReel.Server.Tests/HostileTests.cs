using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using ZestyReel.Core.Time;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>What should not bring the server down, nor be answered as if it were the server's fault.</summary>
public class HostileTests(RunningServer server) : IClassFixture<RunningServer>
{
    private static string File(string name, int last, IEnumerable<string> objects) =>
        $$"""{"format":"zesty-scene","version":2,"name":"{{name}}","rate":"24","range":[1,{{last}}],"objects":[{{string.Join(',', objects)}}]}""";

    private static string Thing(string name, string kind, string? parent, string channels, string more = "")
    {
        var carrier = parent is null ? "null" : $"\"{parent}\"";
        return $$$"""{"name":"{{{name}}}","kind":"{{{kind}}}","parent":{{{carrier}}}{{{more}}},"channels":{ {{{channels}}} }}""";
    }

    /// <summary>Objects each carried by the one before, the first one moving, the last one rolling.</summary>
    private static string Chain(int length) => File("Chain", 3, Enumerable.Range(0, length).Select(n => Thing(
        $"Link {n}", "group", n == 0 ? null : $"Link {n - 1}",
        n == 0
            ? """ "position.x":{"keys":[{"frame":1,"value":0,"in":"linear","out":"linear"},{"frame":3,"value":2,"in":"linear","out":"linear"}]} """
            : """ "position.x":{"value":1} """,
        n == length - 1 ? ""","roll":{"axle":"z","radius":1}""" : "")));

    private async Task<long> Import(string file)
    {
        var answer = await server.Http.PostAsync("/api/scenes/import", new StringContent(file, Encoding.UTF8, "application/json"));
        answer.StatusCode.ShouldBe(HttpStatusCode.Created);
        return (await RunningServer.Json(answer)).GetProperty("id").GetInt64();
    }

    [Fact]
    public async Task Twenty_thousand_objects_each_carried_by_the_last_are_no_harder_than_others()
    {
        const int length = 20_000;
        var id = await Import(Chain(length));
        var csv = await server.Http.GetStringAsync($"/api/scenes/{id}/samples.csv?object=Link {length - 1}&channel=position.x&world=true");
        csv.ShouldBe($"object,channel,frame,value\nLink {length - 1},position.x,1,{length - 1}\nLink {length - 1},position.x,2,{length}\nLink {length - 1},position.x,3,{length + 1}\n");
        var tab = await Tab.Open(server, id);
        tab.Scene.Rows.Objects.Length.ShouldBe(length);
        tab.Scene.Samples.Pieces.Single().Blocks.Length.ShouldBe(length + 1);
        // All of them under another one, and then all of them twice.
        var all = string.Join(',', Enumerable.Range(2, length - 2));
        (await server.Edit(id, 0, $$"""{"edit":"deleteObjects","objects":[{{length}}]}""")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await server.Edit(id, 1, $$"""{"edit":"setParent","objects":[{{all}}],"parent":1,"keepAt":2}""")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await server.Http.GetStringAsync($"/api/scenes/{id}/samples.csv?object=Link {length - 2}&channel=position.x&world=true&from=2&to=2")).ShouldEndWith($",2,{length - 1}\n");
        (await server.Edit(id, 2, """{"edit":"setParent","objects":[1],"parent":9000}""")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await server.Edit(id, 2, $$"""{"edit":"deleteObjects","objects":[{{string.Join(',', Enumerable.Range(9_000, 10_990))}}]}""")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await server.Edit(id, 3, """{"edit":"duplicateObjects","objects":[1]}""")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision = 4 })).StatusCode.ShouldBe(HttpStatusCode.OK);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task Blanks_in_an_easing_take_no_time_and_long_ones_are_refused()
    {
        (await Keep("linear(" + new string(' ', 8_000))).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Keep($"linear(0,{new string(' ', 8_000)}1)")).StatusCode.ShouldBe(HttpStatusCode.OK);
        var long_ = await Keep($"linear(0,{new string(' ', 20_000)}1)");
        long_.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await long_.Content.ReadAsStringAsync()).ShouldContain("10000 are the most");

        Task<HttpResponseMessage> Keep(string css) => server.Http.PutAsJsonAsync("/api/eases/Blank", new { css });
    }

    [Fact]
    public async Task More_rows_than_are_printed_are_refused_and_others_are_sent_as_they_are_read()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, """{"edit":"setRanges","range":{"first":0,"last":999999}}""");
        for (var n = 0; n < 3; n++) await server.Edit(id, n + 1, """{"edit":"addObject","kind":"box"}""");
        var refused = await server.Http.GetAsync($"/api/scenes/{id}/samples.csv");
        refused.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await refused.Content.ReadAsStringAsync()).ShouldContain("20000000 are the most");
        // One that is left in the middle ends there: reading it on comes to an end, and the server goes on.
        using (var answer = await server.Http.GetAsync($"/api/scenes/{id}/samples.csv?channel=position.x", HttpCompletionOption.ResponseHeadersRead))
        await using (var body = await answer.Content.ReadAsStreamAsync())
            (await body.ReadAtLeastAsync(new byte[1000], 1000)).ShouldBeGreaterThan(0);
        (await server.Http.GetAsync($"/api/scenes/{id}/samples.csv?channel=position.x&to=10")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task Chunks_are_as_long_as_there_is_room_for()
    {
        const int objects = 400;
        var keyed = """{"keys":[{"frame":1,"value":0},{"frame":9000,"value":1}]}""";
        var channels = string.Join(',', new[] { "position", "rotation", "scale" }.SelectMany(group => "xyz".Select(axis => $"\"{group}.{axis}\":{keyed}")));
        var id = await Import(File("Many", 9000, Enumerable.Range(0, objects).Select(n => Thing($"Box {n}", "box", null, channels))));
        var tab = await Tab.Open(server, id);
        tab.Scene.Chunk.ShouldBe(64);
        foreach (var chunk in new[] { 64, 65, 66, 67 }) await tab.Sample(chunk * 64, chunk * 64 + 63);
        tab.Book.Run(7, "position.x", 4200, 4200).Single().ShouldBe(0.45f, 0.01f);
        // What everything changes at once is more than comes along with a change: the frame looked at comes, the rest is asked for again.
        await server.Edit(id, 0, """{"edit":"addWarp"}""");
        (await tab.Next()).Samples.Forgotten.Order().ShouldBe([64, 65, 66]);
        tab.Book.Here.ShouldBe([new FrameRange(1, 1), new FrameRange(67 * 64, 67 * 64 + 63)]);
        // A scene that grows far beyond its chunks is opened again.
        var lost = new TaskCompletionSource<long>();
        tab.Hub.On<long>("lost", lost.SetResult);
        long revision = 1;
        for (var count = objects; count < objects * 16; count *= 2)
            await server.Edit(id, revision++, $$"""{"edit":"duplicateObjects","objects":[{{string.Join(',', Enumerable.Range(1, count))}}]}""");
        (await lost.Task.WaitAsync(Tab.Patience)).ShouldBe(id);
        (await tab.Hub.OpenScene(id)).Chunk.ShouldBe(4);
        await tab.Hub.DisposeAsync();
    }

    [Fact]
    public async Task A_tab_holds_only_so_many_chunks_and_lets_go_of_those_it_has_forgotten()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, """{"edit":"addObject","kind":"box"}""");
        var tab = await Tab.Open(server, id);
        await tab.Sample(0, 255);
        await tab.Sample(512, 767, isAhead: true, 0);
        tab.Book.Forget(0);
        // The last key reaches on for ever: what the tab still has comes anew, and nothing else.
        foreach (var (frame, revision) in new[] { (10, 1), (700, 2) })
            await server.Edit(id, revision, FormattableString.Invariant($$"""{"edit":"keyChannels","frame":{{frame}},"values":[{"object":1,"channel":"position.x","value":{{frame}}}]}"""));
        (await tab.Next()).Samples.Pieces.Single().First.ShouldBe(512);
        (await tab.Next()).Samples.Pieces.Single().First.ShouldBe(512);
        tab.Book.Run(1, "position.x", 700, 767).ShouldAllBe(x => x == 700);
        (await Should.ThrowAsync<HubException>(() => tab.Sample(0, 1, false, new long[5000]))).Message.ShouldContain("4096");
        await tab.Hub.DisposeAsync();
    }

    [Theory]
    [InlineData("""{"revision":0,"edit":{"kind":"box"}}""", "discriminator")]
    [InlineData("""{"revision":0,"edit":null}""", "edit")]
    [InlineData("""{"revision":0}""", "edit")]
    [InlineData("""{"revision":1e99,"edit":{"edit":"addObject","kind":"box"}}""", "revision")]
    [InlineData("""{"revision":0,"edit":{"edit":"deleteKeys","keys":[null]}}""", "empty place")]
    [InlineData("""{"revision":0,"edit":{"edit":"deleteKeys","keys":[{"object":99999999999,"channel":"position.x","times":[1]}]}}""", "keys[0].object")]
    [InlineData("""{"revision":0,"edit":{"edit":"deleteKeys","keys":[{"object":1,"channel":"position.x","times":[9223372036854775807]}]}}""", "times")]
    [InlineData("""{"revision":0,"edit":{"edit":"deleteKeys","keys":[{"object":1,"channel":null,"times":[1]}]}}""", "channel")]
    [InlineData("""{"revision":0,"edit":{"edit":"setRate","rate":24}}""", "rate")]
    [InlineData("""{"revision":0,"edit":{"edit":"renameScene","name":"\ud800"}}""", "")]
    [InlineData("""{"revision":0,"edit":{"edit":"holdPose","frame":1e27,"frames":3}}""", "")]
    [InlineData("""{"revision":0,"edit":{"edit":"removeFrames","at":-9223372036854775808,"frames":48}}""", "frames lie between")]
    [InlineData("[]", "")]
    [InlineData("", "")]
    [InlineData("null", "an edit is needed")]
    public async Task An_edit_that_is_none_is_refused_with_its_place(string body, string said)
    {
        var id = await server.AddScene();
        var answer = await server.Http.PostAsync($"/api/scenes/{id}/edits", new StringContent(body, Encoding.UTF8, "application/json"));
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        var text = await answer.Content.ReadAsStringAsync();
        text.ShouldContain("\"title\"");
        text.ShouldContain(said);
    }

    [Theory]
    [InlineData(null)]
    [InlineData("text/plain")]
    public async Task An_edit_comes_as_JSON_and_says_so(string? type)
    {
        var id = await server.AddScene();
        var body = new ByteArrayContent("""{"revision":0,"edit":{"edit":"addObject","kind":"box"}}"""u8.ToArray());
        if (type is not null) body.Headers.ContentType = new MediaTypeHeaderValue(type);
        var answer = await server.Http.PostAsync($"/api/scenes/{id}/edits", body);
        answer.StatusCode.ShouldBe(HttpStatusCode.UnsupportedMediaType);
        (await answer.Content.ReadAsStringAsync()).ShouldContain("\"title\"");
    }

    public static TheoryData<byte[], string> BadFiles => new()
    {
        { Encoding.UTF8.GetBytes("""{"format":"zesty-scene","version":2,"name":"\ud800","rate":"24","range":[1,2],"objects":[]}"""), "name" },
        { Encoding.UTF8.GetBytes("""{"format":"zesty-scene","version":2,"name":"A","rate":"24","range":[1,2],"objects":[],"\ud800":1}"""), "the file" },
        { [.. "{\"format\":\"zesty-scene\",\"version\":1,\"name\":\""u8, 0xff, 0xfe, .. "\",\"rate\":\"24\",\"range\":[1,2],\"objects\":[]}"u8], "name" },
        { Encoding.Unicode.GetBytes("""{"format":"zesty-scene"}"""), "line 1" },
        { [], "line 1" },
        { Encoding.UTF8.GetBytes(new string('[', 10_000)), "line 1" },
    };

    [Theory]
    [MemberData(nameof(BadFiles))]
    public async Task A_file_that_is_no_text_is_refused_with_its_place(byte[] file, string place)
    {
        var answer = await server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(file) { Headers = { ContentType = new MediaTypeHeaderValue("application/json") } });
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await RunningServer.Json(answer)).GetProperty("faults")[0].GetProperty("place").GetString()!.ShouldStartWith(place);
    }

    [Fact]
    public async Task Calls_with_numbers_that_are_none_or_arguments_that_are_missing_are_refused()
    {
        var id = await server.AddScene();
        var tab = await Tab.Open(server, id);
        await Refused(() => tab.Hub.InvokeAsync<double>("ReadTime", id, "+1", double.NaN), "out of reach");
        await Refused(() => tab.Hub.InvokeAsync<double>("ReadTime", id, null, 1.0), "missing");
        await Refused(() => tab.Hub.InvokeAsync<string>("CopyKeysAt", id, 0, new[] { 1 }, new[] { "position.x" }, double.PositiveInfinity, 3.0), "out of reach");
        await Refused(() => tab.Hub.InvokeAsync<string>("CopyKeysAt", id, 0, new[] { 1 }, new string?[] { null }, 1.0, 3.0), "no name");
        await Refused(() => tab.Hub.InvokeAsync<ChannelMessage[]>("ChannelsAt", id, -1, Array.Empty<int>(), Array.Empty<string>()), "places");
        await Refused(() => tab.Hub.InvokeAsync<string[]>("TimeLabels", id, new[] { long.MaxValue }, "timecode"), "out of reach");
        await Refused(() => tab.Hub.InvokeAsync<string[]>("TimeLabels", id, new[] { 1L }, "77"), "no such way");
        await Refused(() => tab.Sample(long.MinValue, long.MaxValue), "frames");
        await Refused(() => tab.Hub.InvokeAsync<KeptMessage>("Edit", id, 0L, null, ""), "missing");
        await Refused(() => tab.Hub.InvokeAsync<KeptMessage>("GoTo", id, 0L, int.MaxValue), "places");
        await Refused(() => tab.Hub.InvokeAsync("Introduce", new string('a', 100), "", "w"), "64 at the most");
        await Refused(() => tab.Hub.InvokeAsync("Introduce", "a", "<b>", "w"), "character");
        await tab.Hub.DisposeAsync();

        static async Task Refused(Func<Task> call, string said) => (await Should.ThrowAsync<HubException>(call)).Message.ShouldContain(said);
    }

    [Fact]
    public async Task What_the_interface_does_not_know_is_not_there()
    {
        var answer = await server.Http.GetAsync("/api/nowhere");
        answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
    }

    [Fact]
    public async Task A_thumbnail_is_a_whole_picture_of_a_scene_that_is_there()
    {
        var png = Convert.FromBase64String("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");
        var id = await server.AddScene();
        (await Put(id, png)).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await Put(987654, png)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        var page = Encoding.UTF8.GetBytes("<script>alert(1)</script>");
        foreach (var bad in new byte[][] { [.. png[..8], .. page], [.. png, .. page], png[..^1], [.. png[..40], 7, .. png[41..]], [.. png[..16], 0, 0, 16, 0, .. png[20..]] })
            (await Put(id, bad)).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await server.Http.GetByteArrayAsync($"/api/scenes/{id}/thumbnail")).ShouldBe(png);

        Task<HttpResponseMessage> Put(long scene, byte[] bytes) => server.Http.PutAsync($"/api/scenes/{scene}/thumbnail?revision=0",
            new ByteArrayContent(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("image/png") } });
    }

    [Fact]
    public async Task Values_beyond_all_numbers_say_why_there_is_none()
    {
        var giants = Enumerable.Range(0, 20).Select(n => Thing($"Giant {n}", "group", n == 0 ? null : $"Giant {n - 1}", """ "scale.x":{"value":1e17},"position.x":{"value":1} """));
        var answer = await server.Http.PostAsync("/api/scenes/import", new StringContent(File("Giants", 1, giants), Encoding.UTF8, "application/json"));
        if (answer.StatusCode == HttpStatusCode.BadRequest) (await answer.Content.ReadAsStringAsync()).ShouldContain("scale.x");
        else
        {
            var id = (await RunningServer.Json(answer)).GetProperty("id").GetInt64();
            var csv = await server.Http.GetStringAsync($"/api/scenes/{id}/samples.csv?world=true");
            csv.ShouldNotContain("NaN");
            csv.ShouldNotContain("Infinity");
            csv.ShouldContain("out of reach: numbers above 1e308");
        }
    }
}
