using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Evaluation;

/// <summary>Objects each carried by the one before, as many as a scene can have: nothing calls itself once for each.</summary>
public class DeepChainTests
{
    private static Scene Chain(int length)
    {
        var all = ImmutableSortedDictionary.CreateBuilder<ObjectId, SceneObject>();
        for (var n = 1; n <= length; n++)
            all[new ObjectId(n)] = new SceneObject(new ObjectId(n), $"Link {n}", ObjectKind.Group, n == 1 ? null : new ObjectId(n - 1), n, RotationOrder.Xyz,
                ImmutableSortedDictionary<string, Channel>.Empty.Add("position.x", new Channel(1)));
        return Scene.Empty("Chain") with { Objects = all.ToImmutable() };
    }

    [Fact]
    public void The_last_of_them_is_as_far_out_as_there_are_links()
    {
        var scene = Chain(Scene.MostObjects);
        new WorldSampler(scene, new FrameTimes(scene, [0, 1e9])).Worlds(new ObjectId(Scene.MostObjects))[1].Px.ShouldBe(Scene.MostObjects);
        scene.InOrder().Count().ShouldBe(Scene.MostObjects);
        scene.WithDescendants([new ObjectId(1)]).Count().ShouldBe(Scene.MostObjects);
    }

    [Fact]
    public void A_wheel_at_their_end_rolls_with_what_carries_it()
    {
        var scene = Chain(2000);
        var (first, wheel) = (new ObjectId(1), new ObjectId(2000));
        scene = new KeyChannels(48, [new ChannelValue(first, "position.x", Math.PI)]).Apply(new KeyChannels(0, [new ChannelValue(first, "position.x", 0)]).Apply(scene));
        scene = new SetRoll([wheel], Axis.Z, 1).Apply(scene);
        var change = SceneChange.Between(scene, new KeyChannels(48, [new ChannelValue(first, "position.x", 2 * Math.PI)]).Apply(scene));
        change.Stale(scene, RetimedObjects.Of(change, scene, scene)).ShouldContain(target => target.Object.Id == wheel);
        Stages.Values(scene.Object(wheel), "rotation.z", new FrameTimes(scene, [FrameRate.Film.StartOf(48).Value]))[0].ShouldBe(-180, 1e-6);
    }

    [Fact]
    public void More_worlds_than_are_kept_come_out_the_same()
    {
        // Two thousand links at three hundred moments are more than are kept at a time.
        var scene = Chain(2000);
        double[] moments = [.. Enumerable.Range(0, 300).Select(n => n * 1e7)];
        var worlds = new WorldSampler(scene, new FrameTimes(scene, moments));
        worlds.Worlds(new ObjectId(2000))[299].Px.ShouldBe(2000);
        worlds.Worlds(new ObjectId(10))[0].Px.ShouldBe(10);
        worlds.Worlds(new ObjectId(1999))[7].Px.ShouldBe(1999);
    }

    [Fact]
    public void A_long_evaluation_can_be_ended()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        var scene = Chain(20);
        Should.Throw<OperationCanceledException>(() => Sampler.Blocks(scene, [SampleTarget.All(scene.Object(new ObjectId(3)))], new FrameRange(1, 9), stop.Token));
        Should.Throw<OperationCanceledException>(() => new WorldSampler(scene, new FrameTimes(scene, [0]) { Stop = stop.Token }).Worlds(new ObjectId(20)));
    }

    [Fact]
    public void Keys_that_all_land_on_one_time_each_find_room_behind_it()
    {
        const int count = 20_000;
        var curve = new Curve([.. Enumerable.Range(0, count).Select(n => new Key(new Tick(n * 1000L), n))]);
        var scene = Chain(1).With(Chain(1).Object(new ObjectId(1)).WithChannel("position.y", new Channel(0, curve)));
        var sets = ImmutableArray.Create(new KeySet(new ObjectId(1), "position.y", [.. curve.Keys.Select(key => key.Time)]));
        var moved = new ScaleKeys(sets, 0, 1_000_000, 0.000001m, Meet: WhenKeysMeet.KeepBoth).Apply(scene).Object(new ObjectId(1)).Channel("position.y").Curve!.Keys;
        moved.Length.ShouldBe(count);
        moved.Select(key => key.Time.Value).ShouldBe(Enumerable.Range(0, count).Select(n => (long)n));
    }
}
