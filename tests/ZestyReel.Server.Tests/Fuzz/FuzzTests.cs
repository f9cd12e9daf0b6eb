using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>
/// Throws spoiled files, edits and calls at a server of its own: it answers each with a refusal or does it, and never with
/// a fault of its own; it keeps nothing by halves, and stays within bounds. A seed comes with every failure;
/// <c>ZESTY_FUZZ_SEED</c> runs it again or makes another one, <c>ZESTY_FUZZ_MINUTES</c> (or <c>./zesty fuzz</c>) goes on for longer.
/// </summary>
public sealed class FuzzTests : IDisposable
{
    private const long MostMemory = 1_500_000_000;

    private static readonly TimeSpan Each = TimeSpan.FromMinutes(
        double.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_MINUTES"), CultureInfo.InvariantCulture, out var minutes) ? minutes / 3 : 0.1);

    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-fuzz-").FullName;
    private readonly int _seed = int.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_SEED"), out var given) ? given : 20_261_125;

    private static readonly JsonSerializerOptions Readable = new() { NumberHandling = System.Text.Json.Serialization.JsonNumberHandling.AllowNamedFloatingPointLiterals };

    private static byte[] Sample => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "Older", "version-5.zesty.json"));

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Fact]
    public Task Files() => Run(async (http, random, _) =>
    {
        var spoiling = new Spoiling(random);
        var file = random.Next(2) == 0 ? Encoding.UTF8.GetBytes(spoiling.Tree(Encoding.UTF8.GetString(Sample))) : spoiling.Bytes(Sample);
        var before = await Count(http);
        var answer = await http.PostAsync("/api/scenes/import", new ByteArrayContent(file) { Headers = { ContentType = new MediaTypeHeaderValue("application/json") } });
        await ShouldBeNoFault(answer, () => Encoding.UTF8.GetString(file));
        (await Count(http)).ShouldBe(answer.IsSuccessStatusCode ? before + 1 : before);
        if (!answer.IsSuccessStatusCode) return;
        // What was taken can be looked at and given out.
        var id = (await RunningServer.Json(answer)).GetProperty("id").GetInt64();
        await ShouldBeNoFault(await http.GetAsync($"/api/scenes/{id}/file"), () => Encoding.UTF8.GetString(file));
        await ShouldBeNoFault(await http.GetAsync($"/api/scenes/{id}/samples.csv?to=20&world={(random.Next(2) == 0 ? "true" : "false")}"), () => Encoding.UTF8.GetString(file));
        await http.DeleteAsync($"/api/scenes/{id}");
        if (random.Next(4) == 0) await http.DeleteAsync($"/api/scenes/{id}/for-good");
    });

    [Fact]
    public Task Edits()
    {
        long id = 0, revision = 0;
        var done = 0;
        return Run(async (http, random, _) =>
        {
            // A scene does not grow without end.
            if (id == 0 || done++ % 60 == 0)
            {
                id = (await RunningServer.Json(await http.PostAsync("/api/scenes/import", new ByteArrayContent(Sample)))).GetProperty("id").GetInt64();
                revision = 0;
            }
            var body = new JsonObject { ["revision"] = revision, ["edit"] = new RandomEdits(random).Next() }.ToJsonString();
            var spoiling = new Spoiling(random);
            if (random.Next(3) == 0) body = spoiling.Tree(body);
            var bytes = random.Next(10) == 0 ? spoiling.Bytes(Encoding.UTF8.GetBytes(body)) : Encoding.UTF8.GetBytes(body);
            var answer = await http.PostAsync($"/api/scenes/{id}/edits", new ByteArrayContent(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("application/json") } });
            await ShouldBeNoFault(answer, () => body);
            var now = (await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}"))).GetProperty("revision").GetInt64();
            if (!answer.IsSuccessStatusCode) now.ShouldBe(revision, body);
            revision = now;
            if (random.Next(5) > 0) return;
            await ShouldBeNoFault(await http.GetAsync($"/api/scenes/{id}/samples.csv?to=10"), () => body);
            await ShouldBeNoFault(await http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision }), () => body);
            revision = (await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}"))).GetProperty("revision").GetInt64();
        });
    }

    [Fact]
    public Task Calls()
    {
        HubConnection? hub = null;
        long id = 0;
        return Run(async (http, random, address) =>
        {
            if (hub is null)
            {
                id = (await RunningServer.Json(await http.PostAsync("/api/scenes/import", new ByteArrayContent(Sample)))).GetProperty("id").GetInt64();
                hub = new HubConnectionBuilder().WithUrl(new Uri(address, "/live")).AddMessagePackProtocol().Build();
                await hub.StartAsync();
                await hub.InvokeAsync("Open", id);
            }
            var edits = new RandomEdits(random);
            var (method, arguments) = Call(random, id, edits);
            try
            {
                await hub.InvokeCoreAsync(method, arguments).WaitAsync(TimeSpan.FromSeconds(30));
            }
            catch (HubException refused)
            {
                refused.Message.ShouldNotContain("went wrong in the server", Case.Insensitive, $"{method} {JsonSerializer.Serialize(arguments, Readable)}");
            }
            hub.State.ShouldBe(HubConnectionState.Connected, method);
        });
    }

    /// <summary>Takes of a hand, and what is to be made of them, spoiled; and packets to where devices are listened for.</summary>
    [Fact]
    public async Task Takes()
    {
        const string hand = """{"object":1,"start":3,"speed":0.5,"channels":["position.x","rotation.y"],"seconds":[0,0.5,0.75],"values":[[1,2,3],[10,20,30]],"end":2,"mark":"","by":{"author":"a","name":"A","mark":"","window":"w"}}""";
        long id = 0;
        var port = 0;
        using var socket = new System.Net.Sockets.UdpClient();
        await Run(async (http, random, _) =>
        {
            if (id == 0)
            {
                id = (await RunningServer.Json(await http.PostAsync("/api/scenes/import", new ByteArrayContent(Sample)))).GetProperty("id").GetInt64();
                port = (await RunningServer.Json(await http.GetAsync("/api/tracking"))).GetProperty("port").GetInt32();
                (await http.PostAsync($"/api/scenes/{id}/takes", new StringContent(hand, Encoding.UTF8, "application/json"))).EnsureSuccessStatusCode();
            }
            var spoiling = new Spoiling(random);
            async Task<HttpResponseMessage> Post(string path, string body)
            {
                var spoiled = random.Next(4) == 0 ? spoiling.Bytes(Encoding.UTF8.GetBytes(body)) : Encoding.UTF8.GetBytes(spoiling.Tree(body));
                var answer = await http.PostAsync(path, new ByteArrayContent(spoiled) { Headers = { ContentType = new MediaTypeHeaderValue("application/json") } });
                await ShouldBeNoFault(answer, () => Encoding.UTF8.GetString(spoiled));
                return answer;
            }
            var kept = await Post($"/api/scenes/{id}/takes", hand);
            if (kept.IsSuccessStatusCode)
            {
                var take = (await RunningServer.Json(kept)).GetProperty("id").GetInt64();
                foreach (var path in (string[])["course?places=50", "way?places=50", "file"]) await ShouldBeNoFault(await http.GetAsync($"/api/takes/{take}/{path}"), () => path);
                await Post($"/api/scenes/{id}/takes/told", $$"""{"object":1,"parts":[{"take":{{take}},"until":9},{"take":1}],"blend":4,"into":"layer","name":"","tolerance":0.1,"degrees":1,"ease":2}""");
                await http.DeleteAsync($"/api/takes/{take}");
            }
            var pose = Formats.Osc.PoseMessage.Write($"d{random.Next(40)}", new Core.Takes.TrackedPose(random.Next(), random.NextDouble(), 0, new(random.NextDouble(), 0, 0), new Core.Evaluation.Quaternion(1, 0, 0, 0)));
            for (var i = 0; i < 20; i++) await socket.SendAsync(random.Next(3) == 0 ? pose : spoiling.Bytes(pose), "127.0.0.1", port);
            (await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}/takes"))).GetArrayLength().ShouldBe(1);
        });
    }

    private static (string Method, object?[] Arguments) Call(Random random, long id, RandomEdits edits)
    {
        var numbers = new object?[] { 0L, -1L, long.MaxValue, 1L, 50L, null };
        var frames = new object?[] { double.NaN, 1e300, -5.0, 12.5, double.NegativeInfinity, null };
        T Any<T>(params T[] some) => some[random.Next(some.Length)];
        var scene = random.Next(10) == 0 ? Any<object?>(0L, 99L, null) : id;
        string Edit() => random.Next(4) == 0 ? new Spoiling(random).Tree(edits.Next().ToJsonString()) : edits.Next().ToJsonString();
        var lanes = Any<(int[]?, string?[]?)>(([1, 2], ["position.x", "rotation.z"]), ([1], []), (null, ["position.x"]), ([-1, 7], ["warp", null]), ([1], ["nothing"]));
        var sets = Any("""[{"object":1,"channel":"position.x","times":[29400000,588000000]}]""", "[null]", "[]", "{}", "", """[{"object":1,"channel":null,"times":null}]""");
        return random.Next(18) switch
        {
            0 => ("Sample", [scene, Any(numbers), Any(numbers), Any(numbers), Any(true, false), Any<long[]?>([], [0, long.MinValue, long.MaxValue], null, new long[9000])]),
            1 => ("Try", [scene, Edit()]),
            2 => ("Edit", [scene, Any(numbers), Edit(), Any<object?>("", "mark-1", "<mark>", null)]),
            3 => ("LookAhead", [scene, Edit()]),
            4 => ("LookAheadCurves", [scene, Edit()]),
            5 => ("TimeLabels", [scene, Any<long[]?>([1, 2], [long.MinValue], null, new long[9000]), Any("frames", "timecode", "9", "")]),
            6 => ("ReadTime", [scene, Any<string?>("12", "3.5s", "00:00:03:14", "+1e400", "", null, new string('9', 5000)), Any(frames)]),
            7 => ("WatchSpeeds", [scene, lanes.Item1, lanes.Item2]),
            8 => ("GimbalLocks", [scene, random.Next(-2, 5)]),
            9 => ("CopyEase", [scene, sets]),
            10 => ("CopyKeys", [scene, sets]),
            11 => ("ChannelsAt", [scene, random.Next(-2, 5), lanes.Item1, lanes.Item2]),
            12 => ("CopyKeysAt", [scene, random.Next(-2, 3), lanes.Item1, lanes.Item2, Any(frames), Any(frames)]),
            14 => ("Bind", [scene, Any<string?>("wand", "", null, "<b>"), random.Next(-2, 5), Any(true, false), Any(true, false), Any(1.0, 0.0, -1.0, double.NaN, 1e300), Any(true, false), Any(frames)]),
            15 => ("Record", [scene, Any(frames), Any(frames), Any(numbers), Any(numbers), Any(1.0, 0.5, 0.0, double.NaN), Any(true, false), Any(true, false)]),
            16 => Any<(string, object?[])>(("EndRecord", [Any(frames), Any<object?>(true, false, null)]), ("Unbind", []), ("Devices", []), ("TrackerClock", [])),
            13 => (Any("Undo", "Redo"), [scene, Any(numbers)]),
            _ => ("GoTo", [scene, Any(numbers), random.Next(-3, 9)]),
        };
    }

    private async Task Run(Func<HttpClient, Random, Uri, Task> throwOne)
    {
        using var server = await ServerProcess.Start(_folder, "--tracking", "0");
        using var http = new HttpClient { BaseAddress = server.Address, Timeout = TimeSpan.FromSeconds(60) };
        var (clock, thrown) = (Stopwatch.StartNew(), 0);
        try
        {
            for (; clock.Elapsed < Each; thrown++) await throwOne(http, new Random(_seed + thrown), server.Address);
            (await http.GetAsync("/api/health")).EnsureSuccessStatusCode();
            server.Memory.ShouldBeLessThan(MostMemory);
        }
        catch (Exception wrong)
        {
            throw new InvalidOperationException($"Run it again with ZESTY_FUZZ_SEED={_seed} (it was throw {thrown}): {wrong.Message}", wrong);
        }
    }

    private static async Task<int> Count(HttpClient http) => (await RunningServer.Json(await http.GetAsync("/api/scenes"))).GetArrayLength();

    private static async Task ShouldBeNoFault(HttpResponseMessage answer, Func<string> what)
    {
        if ((int)answer.StatusCode < 500) return;
        throw new InvalidOperationException($"{(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync()} for {what()}");
    }
}
