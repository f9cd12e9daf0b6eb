using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using MessagePack;
using ZestyReel.Store.Histories;
using ZestyReel.Store.Packing;

namespace ZestyReel.Server.Tests;

/// <summary>What was done to a scene goes with its package, and comes in with it where it holds.</summary>
public sealed class HistoryPackageTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const string Part = "history.msgpack";

    private async Task<long> Worked(params string[] edits)
    {
        var id = await server.AddScene();
        foreach (var (revision, edit) in edits.Index()) (await server.Edit(id, revision, edit)).EnsureSuccessStatusCode();
        return id;
    }

    private Task<byte[]> Package(long id, bool history = true) => server.Http.GetByteArrayAsync($"/api/scenes/{id}/file{(history ? "?history=true" : "")}");

    private async Task<JsonElement> History(long id) => await server.Http.GetFromJsonAsync<JsonElement>($"/api/scenes/{id}/history");

    private async Task<string?> Name(long id) => (await server.Http.GetFromJsonAsync<JsonElement>($"/api/scenes/{id}")).GetProperty("name").GetString();

    private async Task<(long Id, string? Behind)> Import(byte[] package)
    {
        var made = await RunningServer.Json((await server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(package))).EnsureSuccessStatusCode());
        return (made.GetProperty("id").GetInt64(), made.GetProperty("historyBehind").GetString());
    }

    private Task<HttpResponseMessage> Undo(long id, long revision) => server.Http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision });

    private static readonly string[] Edits =
    [
        """{"edit":"addObject","kind":"box","name":"Hull"}""", """{"edit":"setRanges","range":{"first":1,"last":90},"work":{"first":1,"last":90}}""", """{"edit":"addObject","kind":"cone","name":"Mast"}""",
    ];

    [Fact]
    public async Task The_steps_come_along_where_they_are_wanted_and_can_be_taken_back()
    {
        var id = await Worked(Edits);
        (await Undo(id, 3)).EnsureSuccessStatusCode();
        var (copy, behind) = await Import(await Package(id));
        behind.ShouldBeNull();
        var (mine, theirs) = (await History(id), await History(copy));
        theirs.GetProperty("position").GetInt32().ShouldBe(2);
        JsonElement.DeepEquals(theirs.GetProperty("entries"), mine.GetProperty("entries")).ShouldBeTrue();
        // Its own name stays with it through a step that has to do with settings.
        var name = await Name(copy);
        name.ShouldNotBe(await Name(id));
        (await Undo(copy, 3)).EnsureSuccessStatusCode();
        (await Name(copy)).ShouldBe(name);
        foreach (var revision in new[] { 4, 5 }) (await server.Http.PostAsJsonAsync($"/api/scenes/{copy}/redo", new { revision })).EnsureSuccessStatusCode();
        (await server.Http.GetStringAsync($"/api/scenes/{copy}/file")).ShouldContain("\"Mast\"");
        // Without being asked, nobody is told.
        (await server.Http.GetAsync($"/api/scenes/{id}/file")).Content.Headers.ContentType!.MediaType.ShouldBe("application/vnd.zesty-scene+json");
    }

    [Fact]
    public async Task What_goes_out_again_is_the_same_to_the_byte()
    {
        var package = await Package(await Worked(Edits));
        await using var other = new Elsewhere();
        await other.Server.InitializeAsync();
        var made = await RunningServer.Json((await other.Server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(package))).EnsureSuccessStatusCode());
        (await other.Server.Http.GetByteArrayAsync($"/api/scenes/{made.GetProperty("id").GetInt64()}/file?history=true")).ShouldBe(package);
    }

    [Fact]
    public async Task Files_that_only_an_earlier_step_needs_come_along()
    {
        var id = await server.AddScene();
        var sent = await RunningServer.Json(await server.Http.PostAsync("/api/incoming?name=deck.obj", new ByteArrayContent(Encoding.UTF8.GetBytes("o Deck\nv 0 0 0\nv 2 0 0\nv 2 0 1\nf 1 2 3\n"))));
        var told = await RunningServer.Json(await server.Http.PostAsJsonAsync("/api/incoming/read", new { files = new[] { sent.GetProperty("file").GetString() } }));
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/incoming", new { reading = told.GetProperty("reading").GetString() })).EnsureSuccessStatusCode();
        var points = await server.Http.GetStringAsync($"/api/scenes/{id}/samples.csv?points=true&from=1&to=1");
        points.Split('\n').Count(line => line.StartsWith("Deck,", StringComparison.Ordinal)).ShouldBe(3);
        (await Undo(id, 1)).EnsureSuccessStatusCode();
        var package = await Package(id);
        await using var other = new Elsewhere();
        await other.Server.InitializeAsync();
        var made = (await RunningServer.Json((await other.Server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(package))).EnsureSuccessStatusCode())).GetProperty("id").GetInt64();
        (await other.Server.Http.PostAsJsonAsync($"/api/scenes/{made}/redo", new { revision = 1 })).EnsureSuccessStatusCode();
        (await other.Server.Http.GetStringAsync($"/api/scenes/{made}/samples.csv?points=true&from=1&to=1")).ShouldBe(points);
    }

    [Fact]
    public async Task An_undo_never_fails_for_a_name_that_has_been_given_away()
    {
        var id = await Worked("""{"edit":"renameScene","name":"Old quay"}""", """{"edit":"renameScene","name":"New quay"}""");
        var other = await Worked("""{"edit":"renameScene","name":"Old quay"}""");
        (await Undo(id, 2)).EnsureSuccessStatusCode();
        (await Name(id), await Name(other)).ShouldBe(("Old quay 2", "Old quay"));
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/redo", new { revision = 3 })).EnsureSuccessStatusCode();
        (await Name(id)).ShouldBe("New quay");
    }

    public static TheoryData<string, string> Faults => new()
    {
        { "another scene's", "it is that of another scene" }, { "cut short", "it is damaged" }, { "one step too few", "it is damaged" }, { "a newer version", "a newer version of the program packed it" },
        { "a title with a line end", "it is damaged" }, { "a day that is none", "it is damaged" }, { "a step that takes back itself", "it is damaged" }, { "an object without a parent", "one of its steps breaks a rule" },
        { "no settings", "it is damaged" }, { "a number below one", "it is damaged" }, { "deep nesting", "it is damaged" }, { "deep nesting in a row", "it is damaged" }, { "a part of 4 GB", "it is damaged" }, { "no bytes", "it is damaged" },
        { "a kind that is none", "one of its steps breaks a rule" },
    };

    [Theory]
    [MemberData(nameof(Faults))]
    public async Task A_history_that_does_not_hold_stays_behind_and_the_scene_comes_in(string fault, string why)
    {
        var id = await Worked(Edits);
        var package = await Package(id);
        var parts = Packages.Parts(Packages.Part(package, Part));
        var spoiled = Packages.With(package, Part, fault switch
        {
            "another scene's" => Packages.Part(await Package(await Worked(Edits[..2])), Part),
            "cut short" => Packages.All(parts)[..^10],
            "one step too few" => Packages.All(parts[..^1]),
            "a newer version" => Packages.All([Head(parts[0], head => head with { Version = 2 }), .. parts[1..]]),
            "a title with a line end" => Packages.All([.. parts[..^1], Step(parts[^1], step => step with { Title = "Add\nall" })]),
            "a day that is none" => Packages.All([.. parts[..^1], Step(parts[^1], step => step with { MadeAt = "yesterday" })]),
            "a step that takes back itself" => Packages.All([.. parts[..^1], Step(parts[^1], step => step with { Undoes = 3 })]),
            "an object without a parent" => Packages.All([.. parts[..^1], Step(parts[^1], step => step with { Change = Row(step.Change, row => row with { After = Object(row.After!, thing => thing with { Parent = 77 }) }) })]),
            "a kind that is none" => Packages.All([.. parts[..^1], Step(parts[^1], step => step with { Change = Row(step.Change, row => row with { After = Object(row.After!, thing => thing with { Kind = "99" }) }) })]),
            "no settings" => Packages.All([parts[0], parts[1], Step(parts[2], step => step with { Change = Row(step.Change, row => row with { After = null }) }), parts[3]]),
            "a number below one" => Packages.All([.. parts[..^1], Step(parts[^1], step => step with { Change = Row(step.Change, row => row with { Id = -5 }) })]),
            "deep nesting" => Packages.All([.. parts[..^1], [.. Enumerable.Repeat((byte)0x91, 1_000_000), 0xC0]]),
            "deep nesting in a row" => Packages.All([.. parts[..^1], Step(parts[^1], step => step with { Change = Row(step.Change, row => row with { After = [0x9F, .. Enumerable.Repeat((byte)0x91, 1_000_000), 0xC0] }) })]),
            "a part of 4 GB" => [0xC6, 0xFF, 0xFF, 0xFF, 0xFF, 1, 2, 3],
            "no bytes" => [],
            _ => throw new ArgumentOutOfRangeException(nameof(fault)),
        });
        var (copy, behind) = await Import(spoiled);
        behind.ShouldNotBeNull().ShouldStartWith(why);
        (await History(copy)).GetProperty("entries").GetArrayLength().ShouldBe(0);
        (await server.Http.GetStringAsync($"/api/scenes/{copy}/file")).ShouldContain("\"Mast\"");
        (await Undo(copy, 0)).IsSuccessStatusCode.ShouldBeFalse();
    }

    private static byte[] Changed<T>(byte[] packed, Func<T, T> change) => MessagePackSerializer.Serialize(change(MessagePackSerializer.Deserialize<T>(packed)));

    private static byte[] Head(byte[] part, Func<HistoryHead, HistoryHead> change) => Changed(part, change);

    private static byte[] Step(byte[] part, Func<HistoryStep, HistoryStep> change) => Changed(part, change);

    private static byte[] Row(byte[] change, Func<RowDifference, RowDifference> spoil) => Changed<RowDifference[]>(change, rows => [spoil(rows[0]), .. rows[1..]]);

    private static byte[] Object(byte[] image, Func<ObjectImage, ObjectImage> change) => Changed(image, change);

    private sealed class Elsewhere : IAsyncDisposable
    {
        public RunningServer Server { get; } = new();

        public async ValueTask DisposeAsync() => await Server.DisposeAsync();
    }
}
