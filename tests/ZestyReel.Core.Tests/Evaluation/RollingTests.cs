using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Evaluation;

public class RollingTests
{
    private static readonly ObjectId Wheel = new(4);

    /// <summary>A wheel of radius 2 on the ferry, its axle along z; the ferry goes 0 to 10 to 30 along x.</summary>
    private static Scene Wheeled(params Edit[] edits) => Moving().After(
        new AddObject(ObjectKind.Torus, "Wheel", Ferry), new SetRoll([Wheel], Axis.Z, 2)).After(edits);

    private static double Turn(Scene scene, double frame, string channel = "rotation.z") => Stages.Values(
        scene.Object(Wheel), channel, new FrameTimes(scene, [Math.Round(frame * scene.Rate.TicksPerFrame)]))[0];

    /// <summary>Degrees of a way rolled at radius 2; to the side of x a wheel about z turns backwards.</summary>
    private static double Rolled(double way) => -way / 2 * 180 / Math.PI;

    [Fact]
    public void A_wheel_rolls_as_far_as_it_is_carried()
    {
        var scene = Wheeled();
        foreach (var (frame, way) in new[] { (-5.0, 0.0), (1, 0), (13, 5), (25, 10), (30.3, 10 + 20 * 5.3 / 24), (49, 30), (100, 30) })
            Turn(scene, frame).ShouldBe(Rolled(way), 1e-6, $"frame {frame}");
        // On top of its own turn, and no other axis.
        Turn(scene.After(new SetValues([new(Wheel, "rotation.z", 15)])), 25).ShouldBe(15 + Rolled(10), 1e-6);
        Turn(scene, 25, "rotation.x").ShouldBe(0);
        Turn(scene.After(new SetRoll([Wheel])), 25).ShouldBe(0);
    }

    /// <summary>Each is turned by those that it stands on, about its own axle, and goes as far: it would take years if each link doubled the work.</summary>
    [Fact]
    public void Wheels_on_wheels_roll_as_far_as_the_lowest()
    {
        var scene = Wheeled();
        SceneObject Highest(int count)
        {
            while (scene.Objects.Count < Wheel.Value + count)
                scene = scene.After(new AddObject(ObjectKind.Torus, Parent: scene.Objects.Keys.Max()), new SetRoll([scene.NextObjectId()], Axis.Z, 2));
            return scene.Object(scene.Objects.Keys.Max());
        }
        var highest = Highest(40);
        // On the grid of quarter frames, and between its places.
        foreach (var (frame, way) in new[] { (13.0, 5.0), (30.3, 10 + 20 * 5.3 / 24) })
            Stages.Values(highest, "rotation.z", new FrameTimes(scene, [Math.Round(frame * scene.Rate.TicksPerFrame)]))[0].ShouldBe(Rolled(way), 1e-6, $"frame {frame}");
        Should.Throw<Refusal>(() => Highest(PlaceTies.MostBehind)).Reason.ShouldContain("would rest on each other");
    }

    /// <summary>Far from frame 0: on a level way the sum over a million places is the way between its ends; on a slope it is followed.</summary>
    [Theory]
    [InlineData(0, 0)]
    [InlineData(3, 0)]
    [InlineData(0, 40)]
    public void Far_away_it_has_rolled_as_far_as_it_was_carried(double rise, double heading)
    {
        var scene = Wheeled(
            new SetRanges(new FrameRange(1, 400_000), new FrameRange(1, 400_000)), new SetValues([new(Ferry, "rotation.y", heading)]),
            Keyed(390_000, 500), new KeyChannels(1, [new(Ferry, "position.y", 0)]), new KeyChannels(390_000, [new(Ferry, "position.y", rise)]));
        // Both run from their first key to their last as one straight line.
        scene = scene.After(
            new DeleteKeys([Selected(25, 49)]), new SetInterpolation([Selected(1, 390_000), new KeySet(Ferry, "position.y", [FrameRate.Film.At(1), FrameRate.Film.At(390_000)])], Interpolation.Linear, Interpolation.Linear));
        var along = 500 * Math.Cos(heading * Math.PI / 180);
        foreach (var part in new[] { 0.25, 0.7701, 1, 1.01 })
            Turn(scene, 1 + part * 389_999).ShouldBe(Rolled(Math.Min(part, 1) * along * Math.Sqrt(1 + rise * rise / 250_000)), 0.01, $"{part}");
    }

    [Fact]
    public void The_point_that_touches_the_ground_stands()
    {
        // Closed form of rolling: the lowest point of the rim does not move while the wheel does.
        var scene = Wheeled(new SetValues([new(Wheel, "position.y", 2)]));
        Transform At(double frame) => new WorldSampler(scene, new FrameTimes(scene, [frame * scene.Rate.TicksPerFrame])).Worlds(Wheel)[0];
        var (now, next) = (At(30), At(30.01));
        // Where the ground point of now lies on the wheel, and where that point of the wheel is a moment later.
        var onWheel = (now with { Px = 0, Py = 0, Pz = 0 }).Inverse()!.Value * (Transform.Identity with { Py = -2 });
        var later = next * onWheel;
        later.Px.ShouldBe(now.Px, 1e-3 * Math.Abs(next.Px - now.Px));
        later.Py.ShouldBe(0, 1e-3 * Math.Abs(next.Px - now.Px) + 1e-5);
    }

    [Fact]
    public void It_stands_starts_and_runs_back_with_its_vehicle_warped_or_not()
    {
        var back = Wheeled(Keyed(73, 10));
        Turn(back, 73).ShouldBe(Rolled(10), 1e-6);
        var warped = Wheeled(new AddWarp(), new RetimePart(new WarpId(1), RetimeWay.Hold, 25, Frames: 12), new RetimePart(new WarpId(1), RetimeWay.Backwards, 45, 55));
        for (var frame = 1.0; frame < 80; frame += 1.5)
        {
            var x = Stages.Values(warped.Object(Ferry), "position.x", new FrameTimes(warped, [Math.Round(frame * warped.Rate.TicksPerFrame)]))[0];
            Turn(warped, frame).ShouldBe(Rolled(x), 1e-6, $"frame {frame}");
        }
    }

    [Fact]
    public void Sideways_it_slides_and_up_a_slope_it_rolls_the_slope()
    {
        Turn(Still().After(new AddObject(ObjectKind.Torus, "Wheel", Ferry), new SetRoll([Wheel], Axis.X, 2)).After(Keyed(1, 0), Keyed(25, 10)), 25).ShouldBe(0, 1e-9);
        var slope = Wheeled(
            new KeyChannels(25, [new(Ferry, "position.y", 0)], Interpolation.Linear), new KeyChannels(49, [new(Ferry, "position.y", 15)], Interpolation.Linear));
        // 20 along and 15 up are 25 on the slope.
        Turn(slope, 49).ShouldBe(Rolled(10 + 25), 1e-6);
        var lifted = Still().After(new AddObject(ObjectKind.Torus, "Wheel", Ferry), new SetRoll([Wheel], Axis.Z, 2),
            new KeyChannels(1, [new(Ferry, "position.y", 0)]), new KeyChannels(25, [new(Ferry, "position.y", 9)]));
        Turn(lifted, 25).ShouldBe(0, 1e-9);
    }

    [Fact]
    public void Round_a_bend_it_rolls_the_length_of_the_bend()
    {
        // The wheel stands 5 from the middle of a turntable, its axle towards the middle: it goes 2π·5 in a full turn.
        var table = Still().After(
            new AddObject(ObjectKind.Torus, "Wheel", Ferry), new SetValues([new(Wheel, "position.z", 5)]), new SetRoll([Wheel], Axis.Z, 2),
            new KeyChannels(1, [new(Ferry, "rotation.y", 0)], Interpolation.Linear), new KeyChannels(49, [new(Ferry, "rotation.y", 360)], Interpolation.Linear));
        Math.Abs(Turn(table, 49)).ShouldBe(2 * Math.PI * 5 / 2 * 180 / Math.PI, 0.05);
    }

    [Fact]
    public void Its_radius_is_its_own_unless_one_is_given()
    {
        var scene = Still().After(new AddObject(ObjectKind.Torus, "Wheel", Ferry, System.Collections.Immutable.ImmutableDictionary<string, double>.Empty.Add("shape.radius", 0.5).Add("shape.tube", 0.1)),
            new SetValues([new(Ferry, "scale.x", 3), new(Ferry, "scale.y", 3), new(Ferry, "scale.z", 3)]), new SetRoll([Wheel], Axis.Z));
        scene.Object(Wheel).Roll!.Value.Radius.ShouldBe(1.8, 1e-9);
        Should.Throw<Refusal>(() => new SetRoll([Wheel], Axis.Z, 0).Apply(scene)).Place.ShouldBe("radius");
    }

    [Fact]
    public void While_it_rolls_the_order_of_its_turns_stays()
    {
        Should.Throw<Refusal>(() => new SetRotationOrder([Wheel], RotationOrder.Zyx).Apply(Wheeled())).Reason.ShouldContain("rolling");
        Wheeled().After(new SetRotationOrder([Wheel], RotationOrder.Xyz)).Object(Wheel).Roll.ShouldNotBeNull();
    }

    [Fact]
    public void Whatever_moves_a_wheel_makes_its_roll_stale()
    {
        var before = Wheeled();
        var after = before.After(new MoveKeys([Selected(49)], 3));
        SceneChange.Between(before, after).Stale(after, RetimedObjects.Of(SceneChange.Between(before, after), before, after)).Select(t => (t.Object.Id, string.Join(' ', t.Channels.Select(c => c.Name))))
            .ShouldBe([(Ferry, "position.x"), (Wheel, "rotation.z")]);
        var moved = before.After(new SetParent([Wheel], null));
        SceneChange.Between(before, moved).Stale(moved, RetimedObjects.Of(SceneChange.Between(before, moved), before, moved)).Single().Channels.Select(c => c.Name).ShouldBe(["rotation.z"]);
        // What the wheel itself is seen at is what it is keyed at.
        var keyed = before.After(new KeyChannels(25, [new(Wheel, "rotation.z", 100)]));
        Turn(keyed, 25).ShouldBe(100, 1e-6);
    }

    [Fact]
    public void Sideways_it_slides_and_lifted_it_stands_whatever_rounding_says()
    {
        var scene = Still().After(
            new AddObject(ObjectKind.Torus, "Wheel"), new SetRoll([Wheel], Axis.Z, 2), new SetValues([new(Wheel, "rotation.y", 45)]),
            new KeyChannels(0, [new(Wheel, "position.x", 0), new(Wheel, "position.y", 0), new(Wheel, "position.z", 0)], Interpolation.Linear),
            new KeyChannels(100, [new(Wheel, "position.x", 10), new(Wheel, "position.y", 10), new(Wheel, "position.z", 10)], Interpolation.Linear));
        // At 45° its axle lies along the way: it slides, however far it rises.
        Turn(scene, 100).ShouldBe(0, 1e-6);
        // Across, it rolls the whole of the way over the slope.
        Turn(scene.After(new SetValues([new(Wheel, "rotation.y", -45)])), 100).ShouldBe(Rolled(Math.Sqrt(300)), 1e-6);
    }

    [Fact]
    public void A_moment_has_one_value_whatever_else_is_asked()
    {
        var scene = Wheeled(new KeyChannels(30, [new(Wheel, "rotation.y", 0)]), new KeyChannels(60, [new(Wheel, "rotation.y", 200)]), new SetRanges(new FrameRange(1, 400_000)));
        double[] At(params double[] frames) => Stages.Values(scene.Object(Wheel), "rotation.z", new FrameTimes(scene, [.. frames.Select(frame => Math.Round(frame * scene.Rate.TicksPerFrame))]));
        var alone = At(45.3)[0];
        At(45.1, 45.2, 45.3, 45.4)[2].ShouldBe(alone);
        At(-3000, 45.3, 250_000)[1].ShouldBe(alone);
        At([.. Enumerable.Range(0, 8000).Select(n => n * 0.0453 / 4)])[4000].ShouldBe(alone);
        At(250_000)[0].ShouldBe(At(249_990, 250_000)[1]);
    }

    [Fact]
    public void What_changes_a_wheels_way_changes_what_it_rolled()
    {
        var scene = Wheeled();
        Turn(scene, 25).ShouldBe(Rolled(10), 1e-6);
        Turn(scene.After(Keyed(25, 14)), 25).ShouldBe(Rolled(14), 1e-6);
        Turn(scene.After(new AddWarp(), new RetimePart(new WarpId(1), RetimeWay.Hold, 13, Frames: 50)), 25).ShouldBe(Rolled(5), 1e-6);
        Turn(scene, 25).ShouldBe(Rolled(10), 1e-6);
    }
}
