using System.Collections.Concurrent;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace ZestyReel.Server.Tests;

/// <summary>Many scenes at once, several writers each, tabs that come and go, and kills in the middle: nothing that was answered is lost.</summary>
public sealed class SoakTests : IDisposable
{
    private const int Scenes = 12, Writers = 2;

    // Longer with ZESTY_SOAK_SECONDS; ./zesty fuzz does that.
    private static readonly TimeSpan Duration = TimeSpan.FromSeconds(
        double.TryParse(Environment.GetEnvironmentVariable("ZESTY_SOAK_SECONDS"), out var seconds) ? seconds : 4);

    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-soak-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task Every_edit_that_was_answered_is_there_once(bool withTabs)
    {
        using var server = await ServerProcess.Start(_folder);
        using var http = new HttpClient { BaseAddress = server.Address };
        var ids = await AddScenes(http);
        var log = new Log();
        using var end = new CancellationTokenSource();
        var tabs = withTabs ? Enumerable.Range(0, 6).Select(n => ComeAndGo(server.Address, ids, n, end.Token)).ToList() : [];
        var writing = ids.SelectMany(id => Enumerable.Range(0, Writers).Select(writer => Write(http, id, writer, log, end.Token))).ToList();
        await Task.WhenAll(Task.Delay(Duration), log.Reaches(ids, ids.Count));
        await end.CancelAsync();
        await Task.WhenAll([.. writing, .. tabs]);
        log.Faults.ShouldBeEmpty();
        foreach (var id in ids) await ShouldHold(http, id, log);

        // The same once more after a kill, from what is on the disk.
        server.Kill();
        using var again = await ServerProcess.Start(_folder);
        using var after = new HttpClient { BaseAddress = again.Address };
        foreach (var id in ids) await ShouldHold(after, id, log);
        foreach (var id in ids.Take(3)) await ShouldStepToTheStartAndBack(after, id);
    }

    [Fact]
    public async Task Kills_in_bursts_over_many_scenes_lose_nothing()
    {
        var log = new Log();
        List<long> ids = [];
        var random = new Random(20261125);
        for (var round = 0; round < 3; round++)
        {
            using var server = await ServerProcess.Start(_folder);
            using var http = new HttpClient { BaseAddress = server.Address };
            if (round == 0) ids = await AddScenes(http);
            using var end = new CancellationTokenSource();
            var writing = ids.SelectMany(id => Enumerable.Range(0, Writers).Select(writer => Write(http, id, writer, log, end.Token, mayBreak: true))).ToList();
            await log.Reaches(ids, log.Answered.Count + random.Next(20, 400));
            server.Kill();
            await Task.WhenAll(writing);
        }
        log.Faults.ShouldBeEmpty();
        using var again = await ServerProcess.Start(_folder);
        using var after = new HttpClient { BaseAddress = again.Address };
        foreach (var id in ids) await ShouldHold(after, id, log);
        foreach (var id in ids.Take(2)) await ShouldStepToTheStartAndBack(after, id);
    }

    private static async Task<List<long>> AddScenes(HttpClient http)
    {
        var ids = new List<long>();
        for (var n = 0; n < Scenes; n++)
        {
            var id = (await RunningServer.Json(await http.PostAsJsonAsync("/api/scenes", new { name = $"Quay {n}" }))).GetProperty("id").GetInt64();
            for (var writer = 0; writer < Writers; writer++) (await Post(http, id, writer, """{"edit":"addObject","kind":"box"}""", "")).EnsureSuccessStatusCode();
            ids.Add(id);
        }
        return ids;
    }

    /// <summary>Each writer keys an object of its own, frame after frame, and notes what was answered.</summary>
    private static async Task Write(HttpClient http, long id, int writer, Log log, CancellationToken end, bool mayBreak = false)
    {
        long revision = writer + 1;
        var frame = log.Answered.Keys.Where(key => key.Scene == id && key.Writer == writer).Select(key => key.Frame).DefaultIfEmpty(0).Max() + 5;
        try
        {
            while (!end.IsCancellationRequested)
            {
                var answer = await Post(http, id, revision, $$"""{"edit":"keyChannels","frame":{{frame}},"values":[{"object":{{writer + 1}},"channel":"position.x","value":{{frame}}}]}""", $"{writer}-{frame}");
                if (answer.StatusCode == HttpStatusCode.OK)
                {
                    revision = (await RunningServer.Json(answer)).GetProperty("revision").GetInt64();
                    log.Answered[(id, writer, frame)] = revision;
                    if (!log.Revisions.TryAdd((id, revision), (writer, frame))) log.Faults.Add($"scene {id}: revision {revision} was given twice");
                    frame++;
                }
                // Its session was let go meanwhile, and what changed since is not known: looked at again.
                else if (answer.StatusCode == HttpStatusCode.Conflict) revision = (await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}", end))).GetProperty("revision").GetInt64();
                else log.Faults.Add($"scene {id}: {answer.StatusCode} {await answer.Content.ReadAsStringAsync(end)}");
            }
        }
        catch (OperationCanceledException)
        {
        }
        catch (Exception) when (mayBreak)
        {
        }
    }

    private static async Task ComeAndGo(Uri address, List<long> ids, int n, CancellationToken end)
    {
        var random = new Random(n);
        while (!end.IsCancellationRequested)
        {
            await using var hub = new HubConnectionBuilder().WithUrl(new Uri(address, "/live")).AddMessagePackProtocol().Build();
            await hub.StartAsync(CancellationToken.None);
            var id = ids[random.Next(ids.Count)];
            // Some look without having opened; some open and look; all leave without a word.
            if (n % 3 > 0) await hub.InvokeAsync("Open", id, CancellationToken.None);
            if (n % 3 == 1) await hub.InvokeAsync("Sample", id, 1L, 1L, 50L, false, Array.Empty<long>(), CancellationToken.None);
            else if (n % 3 == 0) await Should.ThrowAsync<Exception>(() => hub.InvokeAsync("Sample", id, 1L, 1L, 50L, false, Array.Empty<long>(), CancellationToken.None));
            await Task.Delay(random.Next(5, 60), CancellationToken.None);
        }
    }

    /// <summary>Everything answered is there, and the history has no gaps.</summary>
    private static async Task ShouldHold(HttpClient http, long id, Log log)
    {
        var history = await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}/history"));
        var entries = history.GetProperty("entries").EnumerateArray().ToList();
        entries.Select(entry => entry.GetProperty("seq").GetInt64()).ShouldBe(Enumerable.Range(1, entries.Count).Select(n => (long)n));
        history.GetProperty("position").GetInt32().ShouldBe(entries.Count);
        var file = await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}/file"));
        foreach (var (_, writer, frame) in log.Answered.Keys.Where(key => key.Scene == id))
            Frames(file, writer).ShouldContain(frame, $"scene {id}, writer {writer}");
        log.Answered.Keys.Count(key => key.Scene == id).ShouldBeGreaterThan(0);

        static HashSet<int> Frames(JsonElement file, int writer) =>
            [.. file.GetProperty("objects")[writer].GetProperty("channels").GetProperty("position.x").GetProperty("keys").EnumerateArray().Select(key => key.GetProperty("frame").GetInt32())];
    }

    private static async Task ShouldStepToTheStartAndBack(HttpClient http, long id)
    {
        var scene = await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}"));
        var (revision, position) = (scene.GetProperty("revision").GetInt64(), scene.GetProperty("position").GetInt32());
        var before = await http.GetByteArrayAsync($"/api/scenes/{id}/file");
        foreach (var (step, most) in new[] { ("undo", position), ("redo", position) })
            for (var n = 0; n < most; n++)
            {
                var answer = await http.PostAsJsonAsync($"/api/scenes/{id}/{step}", new { revision });
                answer.StatusCode.ShouldBe(HttpStatusCode.OK);
                revision = (await RunningServer.Json(answer)).GetProperty("revision").GetInt64();
            }
        (await http.GetByteArrayAsync($"/api/scenes/{id}/file")).ShouldBe(before);
    }

    private static Task<HttpResponseMessage> Post(HttpClient http, long id, long revision, string edit, string mark) => http.PostAsync(
        $"/api/scenes/{id}/edits",
        new StringContent($$"""{"revision":{{revision}},"edit":{{edit}}{{(mark.Length == 0 ? "" : $$""","by":{"mark":"{{mark}}"}""")}}}""", Encoding.UTF8, "application/json"));

    private sealed class Log
    {
        public ConcurrentDictionary<(long Scene, int Writer, int Frame), long> Answered { get; } = new();
        public ConcurrentDictionary<(long Scene, long Revision), (int Writer, int Frame)> Revisions { get; } = new();
        public ConcurrentBag<string> Faults { get; } = [];

        /// <summary>Waits until so many edits have been answered, and one at least of each scene.</summary>
        public async Task Reaches(List<long> scenes, int count)
        {
            var end = DateTime.UtcNow.AddMinutes(2);
            while (Faults.IsEmpty && (Answered.Count < count || scenes.Except(Answered.Keys.Select(key => key.Scene)).Any()))
            {
                if (DateTime.UtcNow > end) throw new TimeoutException($"{Answered.Count} of {count} edits were answered in two minutes");
                await Task.Delay(10);
            }
        }
    }
}
