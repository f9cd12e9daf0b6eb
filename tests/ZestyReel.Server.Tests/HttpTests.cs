using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;

namespace ZestyReel.Server.Tests;

public class HttpTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string AddBox = """{"edit":"addObject","kind":"box"}""";

    [Fact]
    public async Task It_says_when_it_is_ready() =>
        (await RunningServer.Json(await server.Http.GetAsync("/api/health"))).GetProperty("status").GetString().ShouldBe("ready");

    [Fact]
    public async Task Edits_undo_and_redo_go_through_HTTP()
    {
        var id = await server.AddScene();
        var made = await RunningServer.Json(await server.Edit(id, 0, AddBox));
        made.GetProperty("added")[0].GetInt32().ShouldBe(1);
        (await server.Edit(id, 1, """{"edit":"keyChannels","frame":12.5,"values":[{"object":1,"channel":"position.x","value":4}]}""")).StatusCode.ShouldBe(HttpStatusCode.OK);
        var csv = await server.Http.GetStringAsync($"/api/scenes/{id}/samples.csv?object=Box&channel=position.x&from=12&to=13");
        csv.ShouldBe("object,channel,frame,value\nBox,position.x,12,4\nBox,position.x,13,4\n");
        (await RunningServer.Json(await server.Http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision = 2 }))).GetProperty("position").GetInt32().ShouldBe(1);
        (await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}"))).GetProperty("keys").GetInt64().ShouldBe(0);
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/redo", new { revision = 3 })).EnsureSuccessStatusCode();
        var history = await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}/history"));
        history.GetProperty("entries").EnumerateArray().Select(e => e.GetProperty("title").GetString()).ShouldBe(["Add box", "Key Box Position X at 12.5"]);
    }

    [Fact]
    public async Task Shapes_are_kept_for_every_scene()
    {
        (await server.Http.PutAsJsonAsync("/api/eases/Gull wing", new { css = "cubic-bezier(0.2, 0, 0.1, 1)" })).EnsureSuccessStatusCode();
        (await server.Http.PutAsJsonAsync("/api/eases/Gull wing", new { css = "linear(0, 0.2, 1)" })).EnsureSuccessStatusCode();
        (await server.Http.PutAsJsonAsync("/api/eases/Bad", new { css = "url(javascript:1)" })).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await server.Http.GetStringAsync("/api/eases")).ShouldBe("""[{"name":"Gull wing","css":"linear(0, 0.2, 1)"}]""");
        (await server.Http.DeleteAsync("/api/eases/Gull wing")).EnsureSuccessStatusCode();
        (await server.Http.GetStringAsync("/api/eases")).ShouldBe("[]");
    }

    [Fact]
    public async Task A_scene_goes_out_and_comes_in_as_a_file()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        var file = await server.Http.GetByteArrayAsync($"/api/scenes/{id}/file");
        var back = await RunningServer.Json(await server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(file)));
        var again = await server.Http.GetByteArrayAsync($"/api/scenes/{back.GetProperty("id").GetInt64()}/file");
        Encoding.UTF8.GetString(again).Split('\n').Where(l => !l.Contains("\"Untitled")).ShouldBe(Encoding.UTF8.GetString(file).Split('\n').Where(l => !l.Contains("\"Untitled")));
    }

    [Theory]
    [InlineData("""{"edit":"addObject","kind":"cloud"}""", "edit")]
    [InlineData("""{"edit":"explode"}""", "edit")]
    [InlineData("""{"edit":"addObject","kind":"box","weight":3}""", "weight")]
    [InlineData("""{"edit":"addObject","kind":"box","name":"<script>alert(1)</script>"}""", "cannot have the character")]
    [InlineData("""{"edit":"setRanges","range":{"first":9,"last":3}}""", "before the first")]
    [InlineData("""{"edit":"setRate","rate":"fast","keep":"clock"}""", "frame rate")]
    [InlineData("""{"edit":"setValues","values":[{"object":1,"channel":"position.x","value":NaN}]}""", "N")]
    [InlineData("""{"edit":"setParent","objects":[1],"parent":1}""", "loop")]
    public async Task What_cannot_be_done_is_refused_and_changes_nothing(string edit, string said)
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        var answer = await server.Edit(id, 1, edit);
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
        (await answer.Content.ReadAsStringAsync()).ShouldContain(said);
        (await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}"))).GetProperty("revision").GetInt64().ShouldBe(1);
    }

    [Fact]
    public async Task An_edit_on_what_has_changed_meanwhile_is_a_clash()
    {
        var id = await server.AddScene();
        await server.Edit(id, 0, AddBox);
        await server.Edit(id, 1, """{"edit":"setValues","values":[{"object":1,"channel":"position.x","value":1}]}""");
        (await server.Edit(id, 1, """{"edit":"setValues","values":[{"object":1,"channel":"position.x","value":2}]}""")).StatusCode.ShouldBe(HttpStatusCode.Conflict);
        // Another channel is no clash.
        (await server.Edit(id, 1, """{"edit":"setValues","values":[{"object":1,"channel":"position.y","value":2}]}""")).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision = 1 })).StatusCode.ShouldBe(HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_faulty_file_is_refused_with_every_place()
    {
        var before = (await RunningServer.Json(await server.Http.GetAsync("/api/scenes"))).GetArrayLength();
        var answer = await server.Http.PostAsync("/api/scenes/import", new StringContent("""{"format":"zesty-scene","version":2,"name":"X","rate":"0","range":[2,1],"objects":[{"name":"A","kind":"fog"}]}""", Encoding.UTF8, "application/json"));
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await RunningServer.Json(answer)).GetProperty("faults").EnumerateArray().Select(f => f.GetProperty("place").GetString()).ShouldBe(["rate", "range", "objects[0].kind"]);
        (await RunningServer.Json(await server.Http.GetAsync("/api/scenes"))).GetArrayLength().ShouldBe(before);
    }

    [Fact]
    public async Task A_file_of_100_MB_is_too_large()
    {
        // Only the length is sent: the server must not wait for the rest.
        using var client = new System.Net.Sockets.TcpClient();
        await client.ConnectAsync(server.Address.Host, server.Address.Port);
        var stream = client.GetStream();
        await stream.WriteAsync(Encoding.ASCII.GetBytes($"POST /api/scenes/import HTTP/1.1\r\nHost: {server.Address.Authority}\r\nContent-Type: application/json\r\nContent-Length: 100000000\r\n\r\n"));
        using var reader = new StreamReader(stream);
        (await reader.ReadLineAsync()).ShouldBe("HTTP/1.1 413 Payload Too Large");
    }

    [Theory]
    [InlineData("Host", "harbour.example")]
    [InlineData("Origin", "http://harbour.example")]
    [InlineData("Origin", "null")]
    public async Task Requests_from_elsewhere_are_turned_away(string header, string value)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/scenes");
        request.Headers.TryAddWithoutValidation(header, value);
        var answer = await server.Http.SendAsync(request);
        answer.StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        (await answer.Content.ReadAsStringAsync()).ShouldNotContain("Untitled");
    }

    [Theory]
    [InlineData("/api/scenes")]
    [InlineData("/api/scenes/987654")]
    [InlineData("/nowhere")]
    public async Task Every_answer_has_the_security_headers(string path)
    {
        var answer = await server.Http.GetAsync(path);
        var policy = answer.Headers.GetValues("Content-Security-Policy").Single();
        policy.ShouldContain("default-src 'self'");
        policy.ShouldNotContain("unsafe");
        answer.Headers.GetValues("X-Content-Type-Options").Single().ShouldBe("nosniff");
    }

    [Fact]
    public async Task Deleted_scenes_can_be_restored()
    {
        var id = await server.AddScene();
        (await server.Http.DeleteAsync($"/api/scenes/{id}")).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await server.Http.GetAsync($"/api/scenes/{id}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await server.Http.PostAsync($"/api/scenes/{id}/restore", null)).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await server.Http.GetAsync($"/api/scenes/{id}")).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    [Fact]
    public async Task A_thumbnail_must_be_a_PNG()
    {
        var id = await server.AddScene();
        (await Put([1, 2, 3])).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await Put(new byte[500_000])).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        byte[] png = Convert.FromBase64String("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==");
        (await Put(png)).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await server.Http.GetByteArrayAsync($"/api/scenes/{id}/thumbnail")).ShouldBe(png);

        Task<HttpResponseMessage> Put(byte[] bytes) => server.Http.PutAsync($"/api/scenes/{id}/thumbnail?revision=0",
            new ByteArrayContent(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("image/png") } });
    }

    [Fact]
    public async Task The_OpenAPI_document_tells_every_edit_that_can_be_sent()
    {
        var document = await server.Http.GetStringAsync("/openapi/v1.json");
        foreach (var edit in typeof(Core.Edits.Edit).Assembly.GetTypes().Where(t => t.IsSubclassOf(typeof(Core.Edits.Edit))))
        {
            if (edit.IsAssignableTo(typeof(Core.Edits.IMadeHere))) document.ShouldNotContain($"\"Edit{edit.Name}\"");
            else document.ShouldContain($"\"Edit{edit.Name}\"");
        }
    }
}
