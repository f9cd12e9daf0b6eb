using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Takes;
using ZestyReel.Formats.Osc;
using ZestyReel.Server.Wire;

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

    [Fact]
    public async Task What_came_of_a_device_is_a_take_after_a_kill_and_only_one()
    {
        using (var server = await ServerProcess.Start(_folder, "--tracking", "0"))
        {
            using var http = new HttpClient { BaseAddress = server.Address };
            (await http.PostAsJsonAsync("/api/scenes", new { name = "Burst" })).EnsureSuccessStatusCode();
            await Edit(http, 0, """{"edit":"addObject","kind":"box"}""");
            var port = (await RunningServer.Json(await http.GetAsync("/api/tracking"))).GetProperty("port").GetInt32();
            await using var hub = new HubConnectionBuilder().WithUrl(new Uri(server.Address, "/live")).AddMessagePackProtocol().Build();
            await hub.StartAsync();
            await hub.OpenScene(1);
            using var socket = new UdpClient();
            Task<int> Send(int i) => socket.SendAsync(PoseMessage.Write("wand", new TrackedPose(i, i / 100.0, 0, new(i, 0, 0), new Quaternion(1, 0, 0, 0))), "127.0.0.1", port).AsTask();
            await Send(0);
            while ((await hub.InvokeAsync<TrackerMessage[]>("Devices")).Length == 0) await Task.Delay(5);
            await hub.InvokeAsync("Bind", 1, "wand", 1, true, true, 1.0, true, 1.0);
            await hub.InvokeAsync("Record", 1L, await hub.InvokeAsync<double>("TrackerClock"), 1.0, 1L, 2000L, 1.0, false, false);
            var written = Directory.GetFiles(Path.Combine(_folder, "recordings")).ShouldHaveSingleItem();
            for (var i = 1; new FileInfo(written).Length < 5_000; i++)
            {
                await Send(i);
                await Task.Delay(8);
            }
            server.Kill();
        }
        for (var start = 0; start < 2; start++)
        {
            using var again = await ServerProcess.Start(_folder, "--tracking", "0");
            using var after = new HttpClient { BaseAddress = again.Address };
            System.Text.Json.JsonElement takes;
            do takes = await RunningServer.Json(await after.GetAsync("/api/scenes/1/takes"));
            while (takes.GetArrayLength() == 0);
            takes.GetArrayLength().ShouldBe(1);
            takes[0].GetProperty("samples").GetInt64().ShouldBeInRange(40, 200);
            takes[0].GetProperty("channels").GetArrayLength().ShouldBe(6);
            while (Directory.GetFiles(Path.Combine(_folder, "recordings")).Length > 0) await Task.Delay(5);
        }
    }

    private static async Task Edit(HttpClient http, long revision, string edit) =>
        (await http.PostAsync("/api/scenes/1/edits", new StringContent($$"""{"revision":{{revision}},"edit":{{edit}}}""", Encoding.UTF8, "application/json"))).EnsureSuccessStatusCode();
}
