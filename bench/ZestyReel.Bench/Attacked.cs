using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using ZestyReel.Server.Wire;

namespace ZestyReel.Bench;

/// <summary>What large and hostile requests cost a server of its own, and those who meanwhile work in another scene.</summary>
internal sealed class Attacked : IAsyncDisposable
{
    private const int Many = 20_000;

    private readonly string _folder;
    private readonly Process _server;
    private readonly HttpClient _http;

    private Attacked(Process server, Uri address, string folder) => (_server, _http, _folder) = (server, new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromMinutes(5) }, folder);

    public static async Task<Attacked> Start(string home)
    {
        // What another run wrote would make this one's commits wait.
        using (var rest = Process.Start("sync")) await rest.WaitForExitAsync();
        var folder = Directory.CreateTempSubdirectory("zesty-bench-").FullName;
        var start = new ProcessStartInfo("dotnet", [Path.Combine(home, "artifacts", "app", "ZestyReel.Server.dll"), "serve", "--port", "0", "--data", folder]) { RedirectStandardOutput = true };
        var server = Process.Start(start)!;
        var line = await server.StandardOutput.ReadLineAsync();
        return new Attacked(server, new Uri(line!.Split(' ')[^1]), folder);
    }

    public async ValueTask DisposeAsync()
    {
        _server.Kill();
        await _server.WaitForExitAsync();
        Directory.Delete(_folder, recursive: true);
    }

    /// <summary>Edits a second by two writers in each of some scenes.</summary>
    public async Task EditsPerSecond()
    {
        foreach (var scenes in new[] { 1, 6, 12 })
        {
            var ids = new List<long>();
            for (var n = 0; n < scenes; n++)
            {
                ids.Add(await Add());
                for (var writer = 0; writer < 2; writer++) await Edit(ids[^1], writer, """{"edit":"addObject","kind":"box"}""");
            }
            var (count, clock) = (0, Stopwatch.StartNew());
            await Task.WhenAll(ids.SelectMany(id => Enumerable.Range(0, 2).Select(async writer =>
            {
                for (long revision = 2, frame = 1; clock.Elapsed.TotalSeconds < 4; frame++, Interlocked.Increment(ref count))
                    revision = await Edit(id, revision, Key(writer + 1, frame, frame));
            })));
            Measure.Print($"edits a second over {scenes} scenes, two writers each", count / clock.Elapsed.TotalSeconds, "1/s");
        }
    }

    /// <summary>What the database grows by for an edit of one key among 100,000.</summary>
    public async Task Growth()
    {
        const int keys = 100_000;
        var id = await Import(File("Long", [Thing("Box", $"\"position.x\":{{\"keys\":[{string.Join(',', Enumerable.Range(0, keys).Select(n => KeyAt(n, n % 97 * 0.31)))}]}}")], keys));
        var before = Size();
        var (times, revision, random) = (new List<double>(), 0L, new Random(3));
        for (var n = 0; n < 220; n++)
        {
            var start = Stopwatch.GetTimestamp();
            revision = await Edit(id, revision, Key(1, random.Next(keys), n));
            if (n >= 20) times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }
        times.Sort();
        Measure.Print($"one-key edit on {keys} keys, median", Measure.Median([.. times]), "ms");
        Measure.Print($"one-key edit on {keys} keys, p95", Measure.Percentile95([.. times]), "ms");
        var sizes = (await _http.GetFromJsonAsync<JsonElement>($"/api/scenes/{id}/history")).GetProperty("entries").EnumerateArray().Select(entry => (double)entry.GetProperty("bytes").GetInt64()).Order().ToArray();
        Measure.Print("one-key edit, bytes in the history, median", Measure.Median(sizes), "B");
        Measure.Print("one-key edit, growth of the database", (Size() - before) / 220.0 / 1000, "kB");
    }

    /// <summary>Twenty thousand objects, side by side and each carried by the last; others' edits meanwhile.</summary>
    public async Task Twenties()
    {
        await Told("nothing else", () => Task.Delay(2000));
        foreach (var (name, parent) in new (string, Func<int, string>)[] { ("side by side", _ => "null"), ("each carried by the last", n => n == 0 ? "null" : $"\"L {n - 1}\"") })
        {
            var file = File(name, Enumerable.Range(0, Many).Select(n => Thing($"L {n}", $"\"position.x\":{{\"keys\":[{KeyAt(1, n)},{KeyAt(50, 1)}]}},\"position.y\":{{\"value\":{n}}}", parent(n))), 100);
            long id = 0;
            await Told($"import {Many} objects {name}", async () => id = await Import(file));
            var all = string.Join(',', Enumerable.Range(2, Many - 1));
            await Told($"parent {Many} objects {name}, places kept", () => Edit(id, 0, $$"""{"edit":"setParent","objects":[{{all}}],"parent":1,"keepAt":10}"""));
            await Told($"undo that", async () => (await _http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision = 1 })).EnsureSuccessStatusCode());
            await Told($"world of {Many} objects {name}", () => _http.GetStringAsync($"/api/scenes/{id}/samples.csv?world=true&from=1&to=1"));
            await Told($"delete {Many / 2} objects {name}", () => Edit(id, 2, $$"""{"edit":"deleteObjects","objects":[{{string.Join(',', Enumerable.Range(Many / 2 + 1, Many / 2))}}]}"""));
            await Told($"duplicate {Many / 2} objects {name}", () => Edit(id, 3, $$"""{"edit":"duplicateObjects","objects":[{{string.Join(',', Enumerable.Range(1, Many / 2))}}]}"""));
        }
    }

    /// <summary>Samples that nobody reads, chunks as wide as they get, wheels far out; others' edits meanwhile, and the server's memory.</summary>
    public async Task Hogs()
    {
        var keyed = """{"keys":[{"frame":1,"value":0},{"frame":8192,"value":1}]}""";
        var channels = string.Join(',', new[] { "position", "rotation", "scale" }.SelectMany(group => "xyz".Select(axis => $"\"{group}.{axis}\":{keyed}")));
        var many = await Import(File("Many", Enumerable.Range(0, 2000).Select(n => Thing($"B {n}", channels)), 8192));
        await Told("watch 2,000 objects of 9 curves, four tabs", () => Task.WhenAll(Enumerable.Range(0, 4).Select(async _ =>
        {
            await using var hub = new HubConnectionBuilder().WithUrl(new Uri(_http.BaseAddress!, "/live")).AddMessagePackProtocol().Build();
            await hub.StartAsync();
            var opened = new TaskCompletionSource<SceneMessage>();
            hub.On<SceneMessage>("opened", opened.SetResult);
            await hub.InvokeAsync("Open", many);
            var length = (await opened.Task).Chunk;
            for (var chunk = 0L; chunk < 40; chunk++) await hub.InvokeAsync("Sample", many, chunk, chunk * length, chunk * length + length - 1, false, Array.Empty<long>());
        })));
        var wheels = await Import(File("Wheels", Enumerable.Range(0, 20).Select(n => Thing($"W {n}", $"\"position.x\":{{\"keys\":[{KeyAt(0, 0)},{KeyAt(9_999_999, 1000)}]}}", more: ",\"roll\":{\"axle\":\"z\",\"radius\":1}")), 100).Replace("[1,100]", "[9990000,9999999]"));
        await Told("watch 20 wheels near frame 10,000,000", async () =>
        {
            await using var hub = new HubConnectionBuilder().WithUrl(new Uri(_http.BaseAddress!, "/live")).AddMessagePackProtocol().Build();
            await hub.StartAsync();
            await hub.InvokeAsync("Open", wheels);
            await hub.InvokeAsync("Sample", wheels, 1L, 9_994_496L, 9_994_751L, false, Array.Empty<long>());
        });
        await Edit(many, 0, """{"edit":"setRanges","range":{"first":0,"last":999999}}""");
        await Told("two abandoned requests for 9,000,000 rows", async () =>
        {
            for (var n = 0; n < 2; n++)
            {
                using var line = new TcpClient();
                await line.ConnectAsync(_http.BaseAddress!.Host, _http.BaseAddress.Port);
                await line.GetStream().WriteAsync(Encoding.ASCII.GetBytes($"GET /api/scenes/{many}/samples.csv?object=B%207&channel=position.x&channel=position.y&channel=position.z&channel=rotation.x&channel=rotation.y&channel=rotation.z&channel=scale.x&channel=scale.y&channel=scale.z HTTP/1.1\r\nHost: {_http.BaseAddress.Authority}\r\n\r\n"));
                await line.GetStream().ReadExactlyAsync(new byte[1000]);
                if (n == 1) await Task.Delay(3000);
            }
        });
        await Told("1,000 edits that ten tabs are told of and do not read", async () =>
        {
            var told = await Import(File("Told", Enumerable.Range(0, 20).Select(n => Thing($"B {n}", channels)), 8192));
            var tabs = new List<ClientWebSocket>();
            for (var n = 0; n < 10; n++)
            {
                var tab = new ClientWebSocket();
                await tab.ConnectAsync(new Uri($"ws://{_http.BaseAddress!.Authority}/live"), CancellationToken.None);
                foreach (var text in (string[])["""{"protocol":"json","version":1}""", $$"""{"type":1,"target":"Open","arguments":[{{told}}]}""", .. Enumerable.Range(0, 32).Select(chunk => $$"""{"type":1,"target":"Sample","arguments":[{{told}},{{chunk}},{{chunk * 256}},{{chunk * 256 + 255}},false,[]]}""")])
                    await tab.SendAsync(Encoding.UTF8.GetBytes(text + "\u001e"), WebSocketMessageType.Text, true, CancellationToken.None);
                tabs.Add(tab);
            }
            for (long n = 0; n < 1000; n++) await Edit(told, n, Key((int)(n % 20) + 1, n, n));
            tabs.ForEach(tab => tab.Abort());
        });
        _server.Refresh();
        Measure.Print("the server's memory at most, after all of it", _server.PeakWorkingSet64 / 1e6, "MB");
    }

    /// <summary>Times something, and meanwhile the edits of somebody in another scene.</summary>
    private async Task Told(string name, Func<Task> act)
    {
        var other = await Add();
        await Edit(other, 0, """{"edit":"addObject","kind":"box"}""");
        var (times, ended) = (new List<double>(), false);
        var others = Task.Run(async () =>
        {
            for (long revision = 1, frame = 1; !ended || times.Count < 20; frame++)
            {
                var begun = Stopwatch.GetTimestamp();
                revision = await Edit(other, revision, Key(1, frame, frame));
                times.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
                await Task.Delay(5);
            }
        });
        var start = Stopwatch.GetTimestamp();
        await act();
        var took = Stopwatch.GetElapsedTime(start).TotalSeconds;
        ended = true;
        await others;
        times.Sort();
        Measure.Print(name, took, "s");
        Measure.Print($"an edit in another scene during: {name}, p95", Measure.Percentile95([.. times]), "ms");
    }

    private static string Key(int thing, long frame, double value) => string.Create(CultureInfo.InvariantCulture,
        $$"""{"edit":"keyChannels","frame":{{frame}},"values":[{"object":{{thing}},"channel":"position.x","value":{{value}}}]}""");

    private static string KeyAt(long frame, double value) => string.Create(CultureInfo.InvariantCulture, $"{{\"frame\":{frame},\"value\":{value}}}");

    private static string Thing(string name, string channels, string parent = "null", string more = "") =>
        $"{{\"name\":\"{name}\",\"kind\":\"box\",\"parent\":{parent}{more},\"channels\":{{{channels}}}}}";

    private static string File(string name, IEnumerable<string> objects, int last) =>
        $$"""{"format":"zesty-scene","version":2,"name":"{{name}}","rate":"24","range":[1,{{last}}],"objects":[{{string.Join(',', objects)}}]}""";

    /// <summary>How large the database is, with what still lies in its log.</summary>
    private long Size()
    {
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(_folder, "zesty.db")};Mode=ReadOnly;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT page_count * page_size FROM pragma_page_count(), pragma_page_size()";
        return (long)command.ExecuteScalar()!;
    }

    private async Task<long> Add() => (await (await _http.PostAsJsonAsync("/api/scenes", new { name = "Bench" })).Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetInt64();

    private async Task<long> Import(string file)
    {
        var answer = await _http.PostAsync("/api/scenes/import", new StringContent(file, Encoding.UTF8, "application/json"));
        return (await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetInt64();
    }

    private async Task<long> Edit(long id, long revision, string edit)
    {
        while (true)
        {
            var answer = await _http.PostAsync($"/api/scenes/{id}/edits", new StringContent($$"""{"revision":{{revision}},"edit":{{edit}}}""", Encoding.UTF8, "application/json"));
            // Two writers: looked at again.
            if ((int)answer.StatusCode == 409) revision = (await _http.GetFromJsonAsync<JsonElement>($"/api/scenes/{id}")).GetProperty("revision").GetInt64();
            else return (await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonElement>()).GetProperty("revision").GetInt64();
        }
    }
}
