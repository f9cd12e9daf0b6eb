using System.Collections.Immutable;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Loose;

/// <summary>What falls falls as the textbook says, bounces off the ground and off other balls, and comes to rest.</summary>
public class BounceTests
{
    private static readonly ObjectId Crate = new(1), Barrel = new(2), Bollard = new(3);

    private static Scene Pier(params Edit[] edits) => Scene.Empty("Pier").After(
        new AddObject(ObjectKind.Sphere, "Crate"), new AddObject(ObjectKind.Sphere, "Barrel"), new AddObject(ObjectKind.Sphere, "Bollard"),
        new SetValues([new(Crate, "position.y", 5.5), new(Barrel, "position.x", 50), new(Bollard, "position.x", -50)])).After(edits);

    private static double[] Seen(Scene scene, ObjectId id, string channel, params double[] frames) => LagTests.Seen(scene, id, channel, frames);

    private static double Frame(double seconds) => 1 + seconds * 24;

    [Theory]
    [InlineData(0.6, 9.81), InlineData(0.9, 1.6), InlineData(0.3, 30)]
    public void Each_bounce_is_as_high_as_the_restitution_squared_lets_it(double restitution, double gravity)
    {
        var scene = Pier(new SetBounce([Crate], []), new SetValues([new(Crate, Bounce.Restitution, restitution), new(Crate, Bounce.Gravity, gravity)]));
        var fall = Math.Sqrt(2 * 5 / gravity);
        Seen(scene, Crate, "position.y", Frame(fall / 2))[0].ShouldBe(0.5 + 5 - gravity * fall * fall / 8, 1e-9);
        for (var (n, touch) = (1, fall); n < 5; n++)
        {
            var rise = fall * Math.Pow(restitution, n);
            // Down and up; between them, h·e²ⁿ.
            Seen(scene, Crate, "position.y", Frame(touch), Frame(touch + rise)).ShouldBe([0.5, 0.5 + 5 * Math.Pow(restitution, 2 * n)], 1e-6, $"bounce {n}");
            touch += 2 * rise;
        }
    }

    [Fact]
    public void It_goes_on_as_fast_as_its_keys_moved_it_and_slides_to_rest()
    {
        // 3 units a second along x until frame 25, then it is let go of.
        var scene = Pier(new KeyChannels(1, [new(Crate, "position.x", 0), new(Crate, "position.y", 0.5)]), new KeyChannels(49, [new(Crate, "position.x", 6)]),
            new SetInterpolation([new KeySet(Crate, "position.x", [FrameRate.Film.At(1), FrameRate.Film.At(49)])], Core.Curves.Interpolation.Linear, Core.Curves.Interpolation.Linear),
            new SetBounce([Crate], []), new LetFall([Crate], 25), new SetValues([new(Crate, Bounce.Friction, 0.2)]));
        Seen(scene, Crate, "position.x", 1, 13, 24.99).ShouldBe([0, 1.5, 2.99875], 1e-9);
        var slowing = 0.2 * 9.81;
        Seen(scene, Crate, "position.x", 37)[0].ShouldBe(3 + 3 * 0.5 - slowing * 0.25 / 2, 1e-6);
        // v²/2μg from there.
        Seen(scene, Crate, "position.x", 120, 5000).ShouldBe([3 + 9 / (2 * slowing), 3 + 9 / (2 * slowing)], 1e-6);
        Seen(scene, Crate, "position.y", 30, 120).ShouldBe([0.5, 0.5], 1e-9);
        // Caught again, it is where its keys say.
        var caught = new KeyChannels(60, [new(Crate, Bounce.Falling, 0)]).Apply(scene);
        Seen(caught, Crate, "position.x", 60, 80).ShouldBe([6, 6]);
    }

    [Fact]
    public void Two_that_meet_head_on_change_their_ways_and_keep_their_momentum()
    {
        // The lighter one, half as large, comes at 4 units a second; the other stands.
        var scene = Pier(new SetValues([new(Crate, "position.y", 0), new(Barrel, "position.x", 6)]), new KeyChannels(1, [new(Crate, "position.x", 0)]), new KeyChannels(25, [new(Crate, "position.x", 4)]),
            new SetInterpolation([new KeySet(Crate, "position.x", [FrameRate.Film.At(1), FrameRate.Film.At(25)])], Core.Curves.Interpolation.Linear, Core.Curves.Interpolation.Linear), new SetBounce([Crate, Barrel], []), new LetFall([Crate], 13),
            new SetValues([new(Crate, Bounce.Gravity, 0), new(Barrel, Bounce.Gravity, 0), new(Crate, Bounce.Restitution, 1), new(Barrel, Bounce.Restitution, 1), new(Crate, Bounce.Radius, 0.5), new(Barrel, Bounce.Radius, 1), new(Crate, Bounce.Ground, -9), new(Barrel, Bounce.Ground, -9)]));
        double[] Speed(ObjectId id, double frame) => [(Seen(scene, id, "position.x", frame + 1)[0] - Seen(scene, id, "position.x", frame)[0]) * 24];
        Speed(Crate, 20)[0].ShouldBe(4, 1e-9);
        Speed(Barrel, 20)[0].ShouldBe(0, 1e-9);
        // An elastic collision of 1 with 8.
        Speed(Crate, 60)[0].ShouldBe(4 * (1 - 8) / 9.0, 1e-9);
        Speed(Barrel, 60)[0].ShouldBe(4 * 2 / 9.0, 1e-9);
    }

    [Fact]
    public void What_one_bounces_off_another_falls_past()
    {
        // Both fall onto the place of the bollard; only the crate is told of it.
        var scene = Pier(new SetValues([new(Bollard, "position.x", 0), new(Bollard, "position.y", 0), new(Barrel, "position.x", 0), new(Barrel, "position.y", 9)]),
            new SetBounce([Crate], [Bollard]), new SetBounce([Barrel], []), new SetValues([new(Crate, "position.x", 20)]));
        Seen(scene, Barrel, "position.y", 400)[0].ShouldBe(0.5, 1e-9);
        var told = scene.After(new SetBounce([Barrel], [Bollard]));
        Seen(told, Barrel, "position.y", 30, 60, 90, 120).Min().ShouldBeGreaterThan(0.99);
    }

    [Fact]
    public void It_bounces_off_what_it_is_told_and_what_stands_still_stays()
    {
        var scene = Pier(new SetValues([new(Bollard, "position.x", 0), new(Bollard, "position.y", 0)]), new SetBounce([Crate], [Bollard]));
        // Straight above: it bounces on top of the other, a diameter up.
        Seen(scene, Crate, "position.y", 400)[0].ShouldBe(1, 1e-2);
        Seen(scene, Crate, "position.y", 1, 10, 20, 30, 60, 100).Min().ShouldBeGreaterThan(0.99);
        Seen(scene, Bollard, "position.y", 1, 100).ShouldBe([0, 0]);
        var bare = Pier(new SetValues([new(Bollard, "position.x", 0), new(Bollard, "position.y", 0)]), new SetBounce([Crate], []));
        Seen(bare, Crate, "position.y", 400)[0].ShouldBe(0.5, 1e-9);
    }

    [Fact]
    public void A_heap_comes_to_rest_without_lying_in_each_other_much()
    {
        var edits = Enumerable.Range(0, 12).SelectMany(i => new Edit[] { new AddObject(ObjectKind.Sphere, $"Float {i}"), new SetValues([new(new(4 + i), "position.x", i % 3 * 0.7), new(new(4 + i), "position.y", 2 + i * 0.8), new(new(4 + i), "position.z", i % 2 * 0.4)]) });
        ImmutableArray<ObjectId> all = [.. Enumerable.Range(4, 12).Select(i => new ObjectId(i))];
        var scene = Pier([.. edits, new SetBounce(all, [])]);
        var times = new FrameTimes(scene, [scene.Rate.At(600).Value, scene.Rate.At(624).Value]);
        var worlds = all.Select(id => new WorldSampler(scene, times).Worlds(id)).ToList();
        foreach (var world in worlds)
        {
            (world[1].Origin - world[0].Origin).Length().ShouldBeLessThan(0.01);
            world[0].Py.ShouldBeGreaterThan(0.499);
        }
        foreach (var (i, one) in worlds.Index())
            foreach (var other in worlds.Skip(i + 1)) (one[0].Origin - other[0].Origin).Length().ShouldBeGreaterThan(0.95);
    }

    [Fact]
    public void Under_a_parent_that_moves_it_falls_in_the_world()
    {
        var scene = Pier(new AddObject(ObjectKind.Group, "Ferry"), new SetParent([Crate], new ObjectId(4)), new KeyChannels(1, [new(new(4), "rotation.z", 0)]), new KeyChannels(60, [new(new(4), "rotation.z", 200)]), new SetBounce([Crate], []));
        var times = new FrameTimes(scene, [.. Enumerable.Range(1, 40).Select(frame => (double)scene.Rate.At(frame).Value)]);
        var worlds = new WorldSampler(scene, times).Worlds(Crate);
        var fall = Math.Sqrt(2 * 5 / 9.81);
        for (var i = 0; i < 24 * fall; i++) worlds[i].Py.ShouldBe(5.5 - 9.81 * i * i / 24.0 / 24 / 2, 1e-6);
    }

    [Fact]
    public void Nothing_that_bounces_carries_what_bounces_or_what_that_bounces_off()
    {
        var scene = Pier(new SetParent([Barrel], Crate), new SetBounce([Crate], []));
        Should.Throw<Refusal>(() => new SetBounce([Barrel], []).Apply(scene)).Reason.ShouldContain("nothing that bounces can carry");
        Should.Throw<Refusal>(() => new SetBounce([Crate], [Barrel]).Apply(scene)).Reason.ShouldBe("Crate would rest on Barrel would rest on Crate; nothing that bounces can carry something else that does, nor what that bounces off");
        Should.Throw<Refusal>(() => new SetParent([Bollard], Crate).Apply(new SetBounce([Crate], [Bollard]).Apply(scene))).Reason.ShouldContain("would rest on");
        // What aims at it, however it is carried, is no circle.
        new AimAt([Bollard], Crate).Apply(scene);
        Should.Throw<Refusal>(() => new SetBounce([Crate], [Bollard, Bollard]).Apply(scene)).Reason.ShouldContain("off the same twice");
    }

    [Fact]
    public void A_new_one_stands_as_high_as_it_is()
    {
        var scene = Pier(new AddObject(ObjectKind.Box, "Chest"), new SetValues([new(new(4), "shape.height", 3), new(new(4), "scale.y", 2), new(new(4), "position.y", 1)]), new SetBounce([new(4)], []));
        Seen(scene, new(4), Bounce.Radius, 1)[0].ShouldBe(3);
        // It starts lower than it is high: the ground is below it.
        Seen(scene, new(4), Bounce.Ground, 1)[0].ShouldBe(-2);
        Seen(scene, new(4), "position.y", 1, 100).ShouldBe([1, 1]);
    }

    [Fact]
    public void What_bounces_is_told_by_the_same_numbers_for_one_or_all()
    {
        var scene = Pier(new SetValues([new(Barrel, "position.x", 0.3), new(Barrel, "position.y", 3)]), new SetBounce([Crate, Barrel], [Bollard]));
        double[] frames = [1, 9.7, 33, 34, 120, 7];
        foreach (var id in (ObjectId[])[Crate, Barrel])
        {
            var all = Seen(scene, id, "position.x", frames);
            for (var i = 0; i < frames.Length; i++) Seen(scene, id, "position.x", frames[i])[0].ShouldBe(all[i]);
        }
    }

    [Fact]
    public void What_leaves_its_path_does_not_come_under_what_rests_on_it()
    {
        var route = new ObjectId(4);
        var below = Pier(new AddPath([new(new(0, 0, 0)), new(new(9, 0, 0))], Name: "Route"), new SetParent([Barrel], Crate), new FollowPath([Barrel], route));
        Scene[] scenes =
        [
            below.After(new SetBounce([Crate, Barrel], [])),
            below.After(new SetLag([Barrel], [], World: true), new AimAt([Crate], Barrel)),
        ];
        Edit[] leaving = [new LeavePath([Barrel], 1), new LeavePath([Barrel], 1, KeepMotion: true), new DeleteObjects([route], LeaveAt: 1), new Bake([new(Barrel, null)], 1, 20, PerFrame: 1, Parts: [BakePart.Path])];
        foreach (var scene in scenes)
            foreach (var edit in leaving)
                Should.Throw<Refusal>(() => edit.Apply(scene), $"{edit}").Reason.ShouldContain("would rest on");
    }
}
