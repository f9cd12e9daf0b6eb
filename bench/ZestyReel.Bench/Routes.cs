using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Bench;

/// <summary>Many followers on many paths, one path under the hand, and a long chain of cues.</summary>
internal static class Routes
{
    private static PathPoint Point(int i, int path) => new(new(i * 3, Math.Sin(i + path), (i * 7 + path * 5) % 11));

    private static Scene Afloat(int followers, int paths)
    {
        var scene = new SetRanges(new(1, 1000)).Apply(Scene.Empty("Routes"));
        for (var path = 0; path < paths; path++) scene = new AddPath([.. Enumerable.Range(0, 12).Select(i => Point(i, path))], Name: $"Route {path}").Apply(scene);
        for (var i = 0; i < followers; i++) scene = new AddObject(ObjectKind.Box, $"Boat {i}").Apply(scene);
        for (var path = 0; path < paths; path++)
            scene = new FollowPath([.. Enumerable.Range(0, followers).Where(i => i % paths == path).Select(i => new ObjectId(paths + i + 1))], new(path + 1), SignedAxis.PlusX).Apply(scene);
        return scene;
    }

    /// <summary>500 followers on 50 paths over 1,000 frames, against as many objects with three keyed positions, in turns.</summary>
    public static void Sampling()
    {
        var follow = Afloat(500, 50);
        var plain = Scenes.Boxes(500, 1000, 11);
        SampleTarget[] followers = [.. follow.Objects.Values.Where(thing => thing.Follow is not null).Select(thing => new SampleTarget(thing, [thing.Spec(Follow.Travel, "channel")]))];
        SampleTarget[] keyed = [.. plain.Objects.Values.Select(thing => new SampleTarget(thing, [.. ((string[])["position.x", "position.y", "position.z"]).Select(name => thing.Spec(name, "channel"))]))];
        var (a, b) = (new List<double>(), new List<double>());
        for (var run = 0; run < 7; run++)
        {
            a.AddRange(Measure.Runs(1, () => Sampler.Blocks(follow, followers, follow.Settings.Range)));
            b.AddRange(Measure.Runs(1, () => Sampler.Blocks(plain, keyed, plain.Settings.Range)));
        }
        Measure.Print("sample 500 followers on 50 paths x 1000 frames", Measure.Median([.. a.Order()]) / 1000, "s");
        Measure.Print("followers, times the time of three keyed positions each", Measure.Median([.. a.Order()]) / Measure.Median([.. b.Order()]), "ratio");
    }

    /// <summary>A point of a path with 20 followers dragged: from the edit to blocks of 48 frames.</summary>
    public static void Dragging()
    {
        var scene = Afloat(20, 1);
        var times = Enumerable.Range(1, 60).Select(step => Measure.Runs(1, () =>
        {
            var (after, change) = new MovePathPoints(new(1), [3], new(0.01 * step, 0, 0), 1).Changed(scene);
            var stale = change.Stale(after, RetimedObjects.Of(change, scene, after));
            Sampler.Blocks(after, [.. stale.Select(each => each.Target)], new(1, 48));
        })[0]).Order().ToList();
        Measure.Print("drag a path point with 20 followers, edit to blocks of 48 frames, p95", times[(int)(times.Count * 0.95)], "ms");
    }

    /// <summary>200 cues, each waiting for what the one before starts: the first one's cause moved, until all moments and stale objects are known.</summary>
    public static void Chain()
    {
        var first = new Channel(0, new Curve([new(FrameRate.Film.At(1), 0, Interpolation.Linear, Interpolation.Linear), new(FrameRate.Film.At(20), 1, Interpolation.Linear, Interpolation.Linear)]));
        var scene = new SetRanges(new(1, 1000)).Apply(Scene.Empty("Chain"));
        for (var i = 0; i <= 200; i++) scene = new AddObject(ObjectKind.Box, $"Boat {i}").Apply(scene);
        foreach (var thing in scene.Objects.Values) scene = scene.With(thing.WithChannel("position.x", first));
        for (var i = 1; i <= 200; i++) scene = new AddCue(new(CueEvent.Reaches, new ObjectId(i), "position.x", 0.2), [new(new ObjectId(i + 1), null)]).Apply(scene);
        var times = Enumerable.Range(1, 60).Select(step => Measure.Runs(1, () =>
        {
            var (after, change) = new MoveKeys([new(new ObjectId(1), "position.x", [FrameRate.Film.At(20)])], 0.5m * (step % 20 + 1)).Changed(scene);
            change.Stale(after, RetimedObjects.Of(change, scene, after));
        })[0]).Order().ToList();
        Measure.Print("edit what the first of 200 cues in a chain waits for, p95", times[(int)(times.Count * 0.95)], "ms");
    }
}
