using System.Net.Http.Json;
using System.Text;

namespace ZestyReel.Server.Tests;

public sealed class CrashTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-crash-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Fact]
    public async Task Every_edit_that_was_answered_is_there_after_a_kill()
    {
        long answered = 0;
        using (var server = await ServerProcess.Start(_folder))
        {
            using var http = new HttpClient { BaseAddress = server.Address };
            (await http.PostAsJsonAsync("/api/scenes", new { name = "Burst" })).EnsureSuccessStatusCode();
            await Edit(http, 0, """{"edit":"addObject","kind":"box"}""");
            // In the middle of an edit, wherever that is by then.
            var burst = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
            var killed = burst.Task.ContinueWith(_ => server.Kill(), TaskScheduler.Default);
            try
            {
                for (var revision = 1; ; revision++)
                {
                    await Edit(http, revision, $$"""{"edit":"keyChannels","frame":{{revision}},"values":[{"object":1,"channel":"position.x","value":{{revision}}}]}""");
                    answered = revision;
                    if (answered == 60) burst.SetResult();
                }
            }
            catch (HttpRequestException)
            {
                await killed;
            }
        }
        answered.ShouldBeGreaterThanOrEqualTo(60);

        using var again = await ServerProcess.Start(_folder);
        using var after = new HttpClient { BaseAddress = again.Address };
        var scene = await RunningServer.Json(await after.GetAsync("/api/scenes/1"));
        // The last edit may have been kept and its answer lost, but never the other way round.
        var keys = scene.GetProperty("keys").GetInt64();
        keys.ShouldBeInRange(answered, answered + 1);
        var revisionNow = scene.GetProperty("revision").GetInt64();
        revisionNow.ShouldBe(keys + 1);
        (await after.PostAsJsonAsync("/api/scenes/1/undo", new { revision = revisionNow })).EnsureSuccessStatusCode();
        (await RunningServer.Json(await after.GetAsync("/api/scenes/1"))).GetProperty("keys").GetInt64().ShouldBe(keys - 1);
    }

    private static async Task Edit(HttpClient http, long revision, string edit) =>
        (await http.PostAsync("/api/scenes/1/edits", new StringContent($$"""{"revision":{{revision}},"edit":{{edit}}}""", Encoding.UTF8, "application/json"))).EnsureSuccessStatusCode();
}
