using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
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

var home = args[0];
if (args.ElementAtOrDefault(1) is null or "attacked")
{
    await using var attacked = await Attacked.Start(home);
    await attacked.EditsPerSecond();
    await attacked.Growth();
    await attacked.Twenties();
    await attacked.Hogs();
    if (args.Length > 1) return;
}
if (args.ElementAtOrDefault(1) is null or "routes")
{
    Routes.Sampling();
    Routes.Dragging();
    Routes.Chain();
    if (args.Length > 1) return;
}
if (args.ElementAtOrDefault(1) is null or "layers")
{
    Layered.Sampling();
    Layered.Dragging();
    if (args.Length > 1) return;
}
if (args.ElementAtOrDefault(1) is null or "bake")
{
    Baked.Everything();
    if (args.Length > 1) return;
}
if (args.ElementAtOrDefault(1) is null or "loose")
{
    Loosened.Sampling();
    Bent.Vertices();
    if (args.Length > 1) return;
}
if (args.ElementAtOrDefault(1) is null or "checks")
{
    Checked.Everything(home);
    if (args.Length > 1) return;
}
if (args.ElementAtOrDefault(1) is null or "outgoing")
{
    SentOut.Everything(home);
    if (args.Length > 1) return;
}
await Sampling();
SamplingRetimed();
await Live.Measured();
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

// Opening a kept scene of one million keys: from the database to the message that a tab gets.
void Opening()
{
    var folder = Directory.CreateTempSubdirectory("zesty-bench-").FullName;
    var database = new Database(folder);
    var store = new SceneStore(database);
    var scene = Scenes.Boxes(100, 1112, 1112);
    var id = new SceneShelf(database).Add(scene).Id;
    var nothing = Scene.Empty("nothing");
    RowsMessage Opened(Scene opened) => SceneWire.Rows(SceneChange.Between(nothing, opened), nothing, opened);
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
