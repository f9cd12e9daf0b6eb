using System.Diagnostics;
using System.Globalization;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using ZestyReel.Core.Scenes;
using ZestyReel.Server.Hosting;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Bench;

/// <summary>What a tab waits for on the live line of a scene of its own: opening, looking at a frame, an edit, a drag.</summary>
internal sealed class Live : IAsyncDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-bench-").FullName;
    private readonly WebApplication _app;
    private readonly Scene _scene;
    private readonly long _id;
    private HubConnection _hub = null!;
    private TaskCompletionSource<object> _heard = new();
    private (long Revision, int Chunk, long Asks) _at;

    private Live(Scene scene)
    {
        _scene = scene;
        _app = ZestyHost.Build(new ServerOptions(_folder, "127.0.0.1", 0, _folder));
        _id = _app.Services.GetRequiredService<SceneShelf>().Add(scene).Id;
    }

    private long Frames => _scene.Settings.Range.Count;

    /// <summary>A scene of 100 objects, the heavy one, and how much the first one's times grow with ten times of each.</summary>
    public static async Task Measured()
    {
        // What runs for the first time is compiled first, and better after a while.
        for (var i = 0; i < 3; i++) await Of(Scenes.Boxes(100, 1000, 100), null);
        await Of(Scenes.Boxes(100, 1000, 100), "");
        await Of(Scenes.Boxes(500, 100_000, 40), " in 500 objects x 9 channels x 100,000 frames");
        foreach (var (what, scene) in new[] { ("objects", Scenes.Boxes(1000, 1000, 100)), ("frames", Scenes.Boxes(100, 10_000, 100)), ("keys", Scenes.Boxes(100, 1000, 1000)) })
        {
            // In turns, so that a busy machine slows both alike.
            var (plain, grown) = (await Of(Scenes.Boxes(100, 1000, 100), null), await Of(scene, null));
            foreach (var (name, time) in grown) Measure.Print($"{name}, at 10 times the {what}, as many times as long", time / plain[name], "ratio");
        }
    }

    private static async Task<Dictionary<string, double>> Of(Scene scene, string? named)
    {
        await using var live = new Live(scene);
        await live.Start();
        var told = new Dictionary<string, double>();
        async Task Told(string name, Func<Task<double[]>> measure)
        {
            var times = await measure();
            Array.Sort(times);
            told[name] = Measure.Median(times);
            if (named is null) return;
            Measure.Print($"{name}{named}, median", Measure.Median(times), "ms");
            Measure.Print($"{name}{named}, p95", Measure.Percentile95(times), "ms");
        }
        await Told("opening, to all rows at the tab", live.Openings);
        await Told("looking at a frame that is not there, to its samples", live.Looks);
        await live.Fill();
        await Told("one-key edit, request to new blocks", live.Keys);
        await Told("try of a warp over everything, to the frame looked at", live.Warps);
        return told;
    }

    private async Task Start()
    {
        await _app.StartAsync();
        _hub = new HubConnectionBuilder().WithUrl(_app.Urls.First() + "/live").AddMessagePackProtocol().Build();
        void On<T>(string name) where T : class => _hub.On<T>(name, message =>
        {
            if (message is SceneMessage opened) _at = (opened.Revision, opened.Chunk, 0);
            if (message is ChangeMessage change) _at.Revision = change.Revision;
            // Of a scene that opens the rest is heard first.
            if (message is not (SceneMessage { More: > 0 } or MoreMessage { Left: > 0 })) _heard.TrySetResult(message);
        });
        On<SceneMessage>("opened");
        On<MoreMessage>("more");
        On<ChangeMessage>("changed");
        On<TriedMessage>("tried");
        On<SamplesMessage>("sampled");
        await _hub.StartAsync();
    }

    /// <summary>Milliseconds from a call to what is heard of it.</summary>
    private async Task<double> Heard(string method, params object[] given)
    {
        _heard = new TaskCompletionSource<object>(TaskCreationOptions.RunContinuationsAsynchronously);
        var start = Stopwatch.GetTimestamp();
        var call = _hub.InvokeCoreAsync(method, [_id, .. given]);
        await _heard.Task;
        var took = Stopwatch.GetElapsedTime(start).TotalMilliseconds;
        await call;
        return took;
    }

    /// <summary>Each a number of times; the first few warm up.</summary>
    private static async Task<double[]> Times(int count, int warm, Func<int, Task<double>> measure)
    {
        var times = new List<double>();
        for (var i = 0; i < count + warm; i++)
        {
            var took = await measure(i);
            if (i >= warm) times.Add(took);
        }
        return [.. times];
    }

    private Task<double[]> Openings() => Times(7, 2, _ => Heard("Open"));

    private Task<double[]> Looks() => Times(60, 10, i => Sample(i * 389 % Frames, i * 389 % Frames, isAhead: false));

    /// <summary>Has as many chunks as a tab keeps, the first one last.</summary>
    private async Task Fill()
    {
        for (var first = Math.Min(Frames, 24 * 256) / _at.Chunk * _at.Chunk; first >= 0; first -= _at.Chunk) await Sample(first, first + _at.Chunk - 1, isAhead: false);
    }

    private Task<double> Sample(long first, long last, bool isAhead) => Heard("Sample", ++_at.Asks, first, last, isAhead, Array.Empty<long>());

    private Task<double[]> Keys() => Times(200, 20, i => Edit(string.Create(CultureInfo.InvariantCulture,
        $$"""{"edit":"keyChannels","frame":{{i * 4L % Math.Min(Frames, 1000)}},"values":[{"object":{{i % _scene.Objects.Count + 1}},"channel":"position.x","value":{{i}}}]}""")));

    /// <summary>A point of a warp over everything, dragged.</summary>
    private async Task<double[]> Warps()
    {
        string Point(long source) => $$"""{"edit":"keyChannels","frame":{{Frames / 2}},"values":[{"warp":1,"value":{{source}}}]}""";
        await Edit("""{"edit":"addWarp"}""");
        await Edit(Point(Frames / 2));
        await Fill();
        return await Times(50, 10, i => Heard("Try", Point(Frames / 2 + i)));
    }

    private Task<double> Edit(string edit) => Heard("Edit", _at.Revision, edit, "");

    public async ValueTask DisposeAsync()
    {
        await _hub.DisposeAsync();
        await _app.StopAsync();
        await _app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }
}
