using System.Net;
using System.Net.Http.Json;
using Microsoft.Data.Sqlite;
using ZestyReel.Server.Hosting;

namespace ZestyReel.Server.Tests;

/// <summary>A server whose database may grow to one megabyte, as on a disk that is nearly full.</summary>
public sealed class CrampedServer : RunningServer
{
    protected override ServerOptions Options(ServerOptions plain) => plain with { MostPages = 256 };
}

public class TroubleTests(CrampedServer server) : IClassFixture<CrampedServer>
{
    [Fact]
    public async Task On_a_full_disk_an_edit_is_refused_whole_and_reading_goes_on()
    {
        var id = await server.AddScene();
        (await server.Edit(id, 0, """{"edit":"addObject","kind":"box"}""")).EnsureSuccessStatusCode();
        long revision = 1;
        HttpResponseMessage answer;
        var (all, boxes) = (1, 1);
        do
        {
            // Twice as many each time; where that is refused half as many, until not one more is kept.
            answer = await server.Edit(id, revision, $$"""{"edit":"duplicateObjects","objects":[{{string.Join(',', Enumerable.Range(1, boxes))}}]}""");
            if (answer.IsSuccessStatusCode) (revision, all, boxes) = (revision + 1, all + boxes, all + boxes);
            else boxes /= 2;
        }
        while (boxes > 0 && all < 20_000);
        answer.StatusCode.ShouldBe(HttpStatusCode.InsufficientStorage);
        (await answer.Content.ReadAsStringAsync()).ShouldContain("disk is full, so nothing was kept");
        var scene = await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}"));
        scene.GetProperty("revision").GetInt64().ShouldBe(revision);
        var history = await RunningServer.Json(await server.Http.GetAsync($"/api/scenes/{id}/history"));
        history.GetProperty("entries").GetArrayLength().ShouldBe((int)revision);
        (await server.Http.PostAsync("/api/scenes/import", new ByteArrayContent(await server.Http.GetByteArrayAsync($"/api/scenes/{id}/file")))).StatusCode.ShouldBe(HttpStatusCode.InsufficientStorage);
        (await RunningServer.Json(await server.Http.GetAsync("/api/scenes"))).GetArrayLength().ShouldBe(1);

        var tab = await Tab.Open(server, id);
        var told = await tab.Hub.Edit(id, revision, $$"""{"edit":"duplicateObjects","objects":[{{string.Join(',', Enumerable.Range(1, all))}}]}""");
        told.Trouble.ShouldNotBeNull().ShouldContain("Make room on the disk");
        await tab.Hub.DisposeAsync();
        // Once there is room, work goes on where it stood.
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/history/let-go", new { before = revision })).EnsureSuccessStatusCode();
        (await server.Edit(id, revision, """{"edit":"addObject","kind":"cone"}""")).EnsureSuccessStatusCode();
        (await server.Http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision = revision + 1 })).EnsureSuccessStatusCode();
    }
}

public class FullDiskTests
{
    [Fact]
    public void A_file_that_has_no_room_on_the_disk_is_told_as_what_it_is()
    {
        // The system's own file that has never any room: what it says is what a full disk says.
        using var full = new FileStream("/dev/full", FileMode.Open, FileAccess.Write, FileShare.ReadWrite, bufferSize: 0);
        var wrong = Should.Throw<IOException>(() => full.Write([1, 2, 3]));
        var told = Problems.Of(wrong, CancellationToken.None).ShouldNotBeNull();
        told.Status.ShouldBe(507);
        told.Detail.ShouldNotBeNull().ShouldContain("The disk is full");
        Problems.Of(new IOException("something else"), CancellationToken.None).ShouldBeNull();
    }
}

public class LockedTests(RunningServer server) : IClassFixture<RunningServer>
{
    [Fact]
    public async Task While_another_program_holds_the_database_edits_are_refused_and_readers_do_not_wait()
    {
        var id = await server.AddScene();
        using (var other = new SqliteConnection($"Data Source={Path.Combine(server.Folder, "zesty.db")};Pooling=False"))
        {
            other.Open();
            using var held = other.BeginTransaction();
            var waiting = server.Edit(id, 0, """{"edit":"addObject","kind":"box"}""");
            (await server.Http.GetStringAsync($"/api/scenes/{id}")).ShouldContain("\"revision\":0");
            (await server.Http.GetStringAsync($"/api/scenes/{id}/file")).ShouldContain("Untitled");
            waiting.IsCompleted.ShouldBeFalse();
            var answer = await waiting;
            answer.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
            (await answer.Content.ReadAsStringAsync()).ShouldContain("Another program holds the database");
        }
        (await server.Edit(id, 0, """{"edit":"addObject","kind":"box"}""")).EnsureSuccessStatusCode();
    }
}
