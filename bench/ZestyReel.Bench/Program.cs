using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;
using ZestyReel.Bench;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Hosting;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

var (home, asks) = (args[0], 0L);
if (args.ElementAtOrDefault(1) is null or "attacked")
{
    await using var attacked = await Attacked.Start(home);
    await attacked.EditsPerSecond();
    await attacked.Growth();
    await attacked.Twenties();
    await attacked.Hogs();
    if (args.Length > 1) return;
}
await Sampling();
SamplingRetimed();
await OneKey("", Scenes.Boxes(100, 1000, 100), 1000);
await OneKey(" in 500 objects x 9 channels x 100,000 frames", Scenes.Boxes(500, 100_000, 40), 100_000);
Opening();
Stretching();
MovingKeys();
Reduction();
Resolving();

// Sampling 1,000 objects × 9 channels × 1,000 frames on all cores, and the same keys in three.js' mixer in Node.
async Task Sampling()
{
    var scene = Scenes.Boxes(1000, 1000, 11);
    var targets = scene.Objects.Values.Select(thing => new SampleTarget(thing, [.. ChannelCatalogue.Of(thing.Kind).Take(9)])).ToList();
    var ours = Measure.Median(Measure.Runs(7, () => Sampler.Blocks(scene, targets, scene.Settings.Range)));
    Measure.Print("sample 1000 objects x 9 channels x 1000 frames", ours / 1000, "s");

    // Per frame the mixer also blends and writes properties; it is given the same nine tracks of eleven keys, as Hermite splines.
    var node = Process.Start(new ProcessStartInfo("node", [Path.Combine(home, "bench", "web", "mixer.mjs")]) { RedirectStandardOutput = true })!;
    var theirs = JsonDocument.Parse(await node.StandardOutput.ReadToEndAsync()).RootElement.GetProperty("milliseconds").GetDouble();
    Measure.Print("three.js mixer, the same keys", theirs / 1000, "s");
    Measure.Print("sampling, times as fast as the three.js mixer", theirs / ours, "ratio");
}

// The same with a warp over all of them, and with a clip of three channels on each at a keyed rate, in the same run.
void SamplingRetimed()
{
    var scene = Scenes.Boxes(1000, 1000, 11);
    var warped = new RetimePart(new WarpId(1), RetimeWay.Speed, 200, 500, Speed: 0.7m, Ease: 12).Apply(new AddWarp().Apply(scene));
    var first = scene.Objects.Keys.First();
    ImmutableArray<KeySet> moves = [.. new[] { "position.x", "position.y", "position.z" }.Select(name =>
        new KeySet(first, name, [.. scene.Object(first).Channel(name).Curve!.Keys.Take(4).Select(key => key.Time)]))];
    var placed = new PlaceClip(new ClipId(1), [.. scene.Objects.Keys], 100, 3, ClipCycle.Repeat).Apply(new SaveClip(moves, "Step").Apply(scene));
    var rates = placed.PlacedClips.Keys.Select(id => new ChannelValue(Placed: id));
    placed = new KeyChannels(700, [.. rates.Select(rate => rate with { Value = 2 })]).Apply(new KeyChannels(100, [.. rates.Select(rate => rate with { Value = 1 })]).Apply(placed));
    double Median(Scene of)
    {
        var targets = of.Objects.Values.Select(thing => new SampleTarget(thing, [.. ChannelCatalogue.Of(thing.Kind).Take(9)])).ToList();
        return Measure.Median(Measure.Runs(11, () => Sampler.Blocks(of, targets, scene.Settings.Range)));
    }
    foreach (var (what, other) in new[] { ("a warp over 1000 objects", warped), ("a clip on each of 1000 objects", placed) })
    {
        // In turns, so that a busy machine slows both alike.
        var ratios = Enumerable.Range(0, 3).Select(_ => Median(other) / Median(scene)).ToArray();
        Measure.Print($"sampling with {what}, as many times as long as without", Measure.Median(ratios), "ratio");
    }
}

// One key in a scene of 100 objects and 1,000 frames, from the request to the new samples, over the hub; and in the heavy scene.
async Task OneKey(string name, Scene scene, int frames)
{
    var folder = Directory.CreateTempSubdirectory("zesty-bench-").FullName;
    await using var app = ZestyHost.Build(new ServerOptions(folder, "127.0.0.1", 0, folder));
    var id = app.Services.GetRequiredService<SceneShelf>().Add(scene).Id;
    await app.StartAsync();
    await using var hub = new HubConnectionBuilder().WithUrl(app.Urls.First() + "/live").AddMessagePackProtocol().Build();
    var changed = new TaskCompletionSource<ChangeMessage>();
    hub.On<ChangeMessage>("changed", change => changed.TrySetResult(change));
    var tried = new TaskCompletionSource<TriedMessage>();
    hub.On<TriedMessage>("tried", message => tried.TrySetResult(message));
    var length = 0;
    hub.On<SceneMessage>("opened", opened => length = opened.Chunk);
    await hub.StartAsync();
    await hub.InvokeAsync("Open", id);
    while (length == 0) await Task.Yield();
    async Task Watch()
    {
        for (var first = Math.Min(frames, 24 * 256) / length * length; first >= 0; first -= length)
            await hub.InvokeAsync("Sample", id, ++asks, (long)first, (long)first + length - 1, false, Array.Empty<long>());
    }
    await Watch();

    var (objects, times, revision) = (scene.Objects.Count, new List<double>(), 0L);
    for (var i = 0; i < 220; i++)
    {
        changed = new TaskCompletionSource<ChangeMessage>();
        var edit = string.Create(CultureInfo.InvariantCulture, $$"""{"edit":"keyChannels","frame":{{i * 4L % Math.Min(frames, 1000)}},"values":[{"object":{{i % objects + 1}},"channel":"position.x","value":{{i}}}]}""");
        var start = Stopwatch.GetTimestamp();
        await hub.InvokeAsync<KeptMessage>("Edit", id, revision, edit, "");
        revision = (await changed.Task).Revision;
        // The first twenty warm up.
        if (i >= 20) times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
    }
    times.Sort();
    Measure.Print($"one-key edit{name}, request to new blocks, median", Measure.Median([.. times]), "ms");
    Measure.Print($"one-key edit{name}, request to new blocks, p95", Measure.Percentile95([.. times]), "ms");

    // A point of a warp over everything, dragged: to the samples of the frame looked at.
    await hub.InvokeAsync<KeptMessage>("Edit", id, revision, """{"edit":"addWarp"}""", "");
    await hub.InvokeAsync<KeptMessage>("Edit", id, revision + 1, $$"""{"edit":"keyChannels","frame":{{frames / 2}},"values":[{"warp":1,"value":{{frames / 2}}}]}""", "");
    await Watch();
    times.Clear();
    for (var i = 0; i < 60; i++)
    {
        tried = new TaskCompletionSource<TriedMessage>();
        var start = Stopwatch.GetTimestamp();
        await hub.InvokeAsync("Try", id, $$"""{"edit":"keyChannels","frame":{{frames / 2}},"values":[{"warp":1,"value":{{frames / 2 + i}}}]}""");
        await tried.Task;
        if (i >= 10) times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
    }
    times.Sort();
    Measure.Print($"try of a warp over everything{name}, to the frame looked at, median", Measure.Median([.. times]), "ms");
    Measure.Print($"try of a warp over everything{name}, to the frame looked at, p95", Measure.Percentile95([.. times]), "ms");
    await app.StopAsync();
    Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    Directory.Delete(folder, recursive: true);
}

// Opening a kept scene of one million keys: from the database to the message that a tab gets.
void Opening()
{
    var folder = Directory.CreateTempSubdirectory("zesty-bench-").FullName;
    var database = new Database(folder);
    var store = new SceneStore(database);
    var scene = Scenes.Boxes(100, 1112, 1112);
    var id = new SceneShelf(database).Add(scene).Id;
    var nothing = Scene.Empty("nothing");
    RowsMessage Opened(Scene opened) => SceneWire.Rows(SceneChange.Between(nothing, opened), opened);
    var times = Measure.Runs(5, () => Opened(store.Load(id)!.Scene));
    Measure.Print($"open a scene of {scene.KeyCount()} keys", Measure.Median(times) / 1000, "s");
    Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    Directory.Delete(folder, recursive: true);
}

// Stretching one million keys, with the edit kept: the new scene, its rows and its history entry on the disk.
void Stretching()
{
    var folder = Directory.CreateTempSubdirectory("zesty-bench-").FullName;
    var database = new Database(folder);
    var store = new SceneStore(database);
    var id = new SceneShelf(database).Add(Scenes.Boxes(100, 1112, 1112)).Id;
    var session = new SceneSession(store, store.Load(id)!);
    var count = session.State.Scene.KeyCount();
    var longer = false;
    var times = Measure.Runs(5, () => session.Apply(new StretchTime((longer = !longer) ? 2224 : 1112, 0), session.State.Revision));
    Measure.Print($"stretch {count} keys and keep it", Measure.Median(times) / 1000, "s");
    Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    Directory.Delete(folder, recursive: true);
}

// Moving 100,000 keys of a scene by a frame and a half: the edit itself, not kept.
void MovingKeys()
{
    var scene = Scenes.Boxes(100, 1112, 112);
    var keys = scene.Objects.Values
        .SelectMany(thing => thing.Channels.Select(c => new KeySet(thing.Id, c.Key, [.. c.Value.Curve!.Keys.Select(key => key.Time)])))
        .ToImmutableArray();
    var times = Measure.Runs(9, () => new MoveKeys(keys, 1.5m).Apply(scene));
    Measure.Print($"move {keys.Sum(set => set.Times.Length)} keys", Measure.Median(times), "ms");
}

// Reducing a baked curve of 100,000 keys, smooth and with noise, within a tolerance.
void Reduction()
{
    const int count = 100_000;
    var random = new Random(5);
    var curve = new Curve([.. Enumerable.Range(0, count).Select(i =>
        new Key(FrameRate.Film.StartOf(i), 10 * Math.Sin(i / 40.0) + random.NextDouble() * 0.02, Interpolation.Linear, Interpolation.Linear))]);
    var left = 0;
    var times = Measure.Runs(7, () => left = ZestyReel.Core.Curves.Reduction.Of(curve, [(0, count - 1)], 0.05).Length);
    Measure.Print($"thin {count} keys to {left}", Measure.Median(times) / 1000, "s");
}

// Resolving the handles of 100 curves of 1,000 keys and packing them for a tab.
void Resolving()
{
    var random = new Random(7);
    var keys = Enumerable.Range(0, 100).Select(_ => Enumerable.Range(0, 1000)
        .Select(i => new Key(FrameRate.Film.StartOf(i), random.NextDouble())).ToImmutableArray()).ToList();
    var times = Measure.Runs(15, () => keys.ForEach(each => SceneWire.Channel(CurveRef.Of(new ObjectId(1), "position.x"), new Channel(0, new Curve(each)))));
    Measure.Print("resolve 100 curves of 1000 keys", Measure.Median(times), "ms");
}
