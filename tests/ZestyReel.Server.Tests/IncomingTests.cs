using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace ZestyReel.Server.Tests;

/// <summary>What comes in over HTTP.</summary>
public sealed class IncomingTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string Deck = "mtllib deck.mtl\no Deck\nusemtl planks\nv 0 0 0\nv 2 0 0\nv 2 0 1\nf 3 2 1\no Mast\nf 1 2 3\n";

    private Task<HttpResponseMessage> Send(string name, byte[] file) => server.Http.PostAsync($"/api/incoming?name={Uri.EscapeDataString(name)}", new ByteArrayContent(file));

    private async Task<string> Sent(string name, string text) => (await RunningServer.Json((await Send(name, Encoding.UTF8.GetBytes(text))).EnsureSuccessStatusCode())).GetProperty("file").GetString()!;

    private Task<HttpResponseMessage> Read(object request) => server.Http.PostAsJsonAsync("/api/incoming/read", request);

    private async Task<JsonElement> Told(params string[] files) => await RunningServer.Json((await Read(new { files })).EnsureSuccessStatusCode());

    private async Task<string> File(long id) => Encoding.UTF8.GetString(await server.Http.GetByteArrayAsync($"/api/scenes/{id}/file"));

    [Fact]
    public async Task A_file_is_told_and_comes_into_a_scene_as_one_edit_that_can_be_taken_back()
    {
        var told = await Told(await Sent("deck.mtl", "newmtl planks\nKd 1 0 0\n"), await Sent("deck.obj", Deck));
        told.GetProperty("objects").EnumerateArray().Select(each => each.GetProperty("name").GetString()).ShouldBe(["deck", "Deck", "Mast"]);
        told.GetProperty("objects")[1].GetProperty("triangles").GetInt32().ShouldBe(1);
        told.GetProperty("notes").GetArrayLength().ShouldBe(0);
        var (id, reading) = (await server.AddScene(), told.GetProperty("reading").GetString());
        var before = await File(id);
        var kept = await RunningServer.Json((await server.Http.PostAsJsonAsync($"/api/scenes/{id}/incoming", new { reading, objects = new[] { 2 } })).EnsureSuccessStatusCode());
        kept.GetProperty("added").GetArrayLength().ShouldBe(2);
        // Its triangles are there.
        (await server.Http.GetStringAsync($"/api/scenes/{id}/samples.csv?points=true&from=1&to=1")).Split('\n').Count(line => line.StartsWith("Deck,", StringComparison.Ordinal)).ShouldBe(3);
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision = 1 })).EnsureSuccessStatusCode();
        (await File(id)).ShouldBe(before);
        // The file stays with the scene, for its history.
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/redo", new { revision = 2 })).EnsureSuccessStatusCode();
        (await server.Http.GetByteArrayAsync($"/api/scenes/{id}/file"))[..2].ShouldBe("PK"u8.ToArray());
    }

    [Fact]
    public async Task As_a_scene_of_its_own_it_goes_out_and_in_with_its_triangles()
    {
        var reading = (await Told(await Sent("deck.obj", Deck))).GetProperty("reading").GetString();
        var made = await RunningServer.Json((await server.Http.PostAsJsonAsync("/api/incoming/scene", new { reading })).EnsureSuccessStatusCode());
        var package = await server.Http.GetByteArrayAsync($"/api/scenes/{made.GetProperty("id").GetInt64()}/file");
        var copy = (await RunningServer.Json((await server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(package))).EnsureSuccessStatusCode())).GetProperty("id").GetInt64();
        var points = await server.Http.GetStringAsync($"/api/scenes/{copy}/samples.csv?points=true&from=1&to=1");
        points.Split('\n').Count(line => line.StartsWith("Mast,", StringComparison.Ordinal)).ShouldBe(3);
        // A package comes into another scene, too.
        var into = await server.AddScene();
        var sent = (await RunningServer.Json(await Send("deck.zesty", package))).GetProperty("file").GetString()!;
        var told = await Told(sent);
        (await server.Http.PostAsJsonAsync($"/api/scenes/{into}/incoming", new { reading = told.GetProperty("reading").GetString() })).EnsureSuccessStatusCode();
        (await server.Http.GetStringAsync($"/api/scenes/{into}/samples.csv?points=true&from=1&to=1")).ShouldBe(points);
    }

    [Fact]
    public async Task A_mesh_of_a_scene_is_given_and_any_other_name_is_not()
    {
        var reading = (await Told(await Sent("deck.obj", Deck))).GetProperty("reading").GetString();
        var id = (await RunningServer.Json((await server.Http.PostAsJsonAsync("/api/incoming/scene", new { reading })).EnsureSuccessStatusCode())).GetProperty("id").GetInt64();
        var package = await server.Http.GetByteArrayAsync($"/api/scenes/{id}/file");
        using var zip = new System.IO.Compression.ZipArchive(new MemoryStream(package));
        foreach (var entry in zip.Entries.Where(entry => entry.FullName.StartsWith("assets/", StringComparison.Ordinal)))
        {
            var mesh = await server.Http.GetAsync($"/api/meshes/files/{entry.Name}");
            (mesh.StatusCode, mesh.Headers.CacheControl!.MaxAge > TimeSpan.FromDays(30)).ShouldBe((HttpStatusCode.OK, true));
            (await mesh.Content.ReadAsByteArrayAsync())[..12].ShouldBe([3, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 0]);
        }
        (await server.Http.GetAsync($"/api/meshes/files/{new string('0', 64)}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await server.Http.GetAsync("/api/meshes/files/..%2f..%2fzesty.db")).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task What_cannot_be_is_refused_and_changes_nothing()
    {
        var id = await server.AddScene();
        var before = await File(id);
        async Task Refused(Task<HttpResponseMessage> asked, string said)
        {
            var answer = await asked;
            (answer.StatusCode, await answer.Content.ReadAsStringAsync()).ShouldSatisfyAllConditions(all => all.StatusCode.ShouldBe(HttpStatusCode.BadRequest), all => all.Item2.ShouldContain(said));
        }
        var deck = await Sent("deck.obj", Deck);
        await Refused(Read(new { files = Array.Empty<string>() }), "one to 6");
        await Refused(Read(new { files = new string?[] { null } }), "choose it again");
        await Refused(Read(new { files = new[] { "no such" } }), "choose it again");
        await Refused(Read(new { files = new[] { deck }, unit = 0 }), "length");
        await Refused(Read(new { files = new[] { deck }, up = "x" }), "y or z");
        await Refused(Read(new { files = new[] { deck, await Sent("b.obj", Deck) } }), "one after the other");
        await Refused(Read(new { files = new[] { await Sent("b.exe", Deck) } }), ".glb");
        await Refused(Read(new { files = new[] { await Sent("b.zesty", "PK nothing") } }), "not JSON");
        var reading = (await Told(deck)).GetProperty("reading").GetString();
        Task<HttpResponseMessage> Bring(object request) => server.Http.PostAsJsonAsync($"/api/scenes/{id}/incoming", request);
        await Refused(Bring(new { reading = "no such" }), "choose it again");
        await Refused(Bring(new { reading, objects = Array.Empty<int>() }), "at least one");
        await Refused(Bring(new { reading, objects = new[] { 99 } }), "no such object");
        await Refused(Bring(new { reading, keep = "nothing" }), "keep");
        await Refused(Bring(new { reading, start = 1e12 }), "out of reach");
        await Refused(server.Http.PostAsync("/api/incoming?name=", new ByteArrayContent([])), "name");
        (await File(id)).ShouldBe(before);
        (await server.Http.PostAsJsonAsync("/api/scenes/999999/incoming", new { reading })).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task An_edit_that_the_program_makes_itself_is_not_taken_from_others()
    {
        var id = await server.AddScene();
        var answer = await server.Edit(id, 0, """{"edit":"bringObjects","from":{},"objects":[1],"start":1}""");
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Many_bring_into_one_scene_at_once_and_all_of_it_is_there()
    {
        var id = await server.AddScene();
        var reading = (await Told(await Sent("deck.obj", Deck))).GetProperty("reading").GetString();
        await Task.WhenAll(Enumerable.Range(0, 12).Select(async _ => (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/incoming", new { reading })).EnsureSuccessStatusCode()));
        var card = (await RunningServer.Json(await server.Http.GetAsync("/api/scenes"))).EnumerateArray().First(each => each.GetProperty("id").GetInt64() == id);
        card.GetProperty("objects").GetInt32().ShouldBe(36);
    }
}
