using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Evaluation;

/// <summary>What aims looks where it is to, whatever carries it and wherever its target goes.</summary>
public class AimTests
{
    private static readonly ObjectId Lamp = new(1), Boat = new(2), Raft = new(3);

    private static Scene Bay(params Edit[] edits) => Scene.Empty("Bay").After(
        new AddObject(ObjectKind.Light, "Lamp"), new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Group, "Raft"),
        new KeyChannels(1, [new(Boat, "position.x", -6), new(Boat, "position.y", 1), new(Boat, "position.z", 4)]), new KeyChannels(49, [new(Boat, "position.x", 7), new(Boat, "position.y", 3), new(Boat, "position.z", -5)]),
        new SetValues([new(Lamp, "position.y", 5), new(Lamp, "position.x", 1)])).After(edits);

    private static Transform World(Scene scene, ObjectId id, decimal frame) => new WorldSampler(scene, FrameTimes.At(scene, scene.Rate.At(frame))).Worlds(id)[0];

    private static Vector Axis(in Transform world, SignedAxis axis)
    {
        Vector[] columns = [new(world.Xx, world.Xy, world.Xz), new(world.Yx, world.Yy, world.Yz), new(world.Zx, world.Zy, world.Zz)];
        return columns[(int)axis / 2].Unit() * ((int)axis % 2 == 0 ? 1 : -1);
    }

    private static void ShouldLook(Scene scene, ObjectId id, ObjectId target, SignedAxis axis, SignedAxis up, double within = 1e-9)
    {
        for (var frame = 1m; frame < 50; frame += 3.5m)
        {
            var (own, other) = (World(scene, id, frame), World(scene, target, frame));
            var way = new Vector(other.Px - own.Px, other.Py - own.Py, other.Pz - own.Pz).Unit();
            (Axis(own, axis) - way).Length().ShouldBeLessThan(within, $"at {frame}");
            // What is up lies in the plane of the way and the world's up, on the upper side of it.
            Math.Abs(Axis(own, up).Dot(way.Cross(new(0, 1, 0)).Unit())).ShouldBeLessThan(within);
            Axis(own, up).Y.ShouldBeGreaterThan(0);
        }
    }

    [Theory]
    [InlineData(SignedAxis.MinusZ, SignedAxis.PlusY)]
    [InlineData(SignedAxis.PlusX, SignedAxis.PlusY)]
    [InlineData(SignedAxis.MinusY, SignedAxis.PlusX)]
    [InlineData(SignedAxis.PlusZ, SignedAxis.MinusX)]
    public void It_looks_at_its_target_all_the_time(SignedAxis axis, SignedAxis up)
    {
        ShouldLook(Bay(new AimAt([Lamp], Boat, axis, up)), Lamp, Boat, axis, up);
        // Also carried by what moves, turns and grows.
        ShouldLook(Bay(new SetParent([Lamp], Raft, 1), new KeyChannels(1, [new(Raft, "rotation.y", 0), new(Raft, "scale.x", 1)]),
            new KeyChannels(40, [new(Raft, "rotation.y", 200), new(Raft, "rotation.x", 40), new(Raft, "position.z", 5), new(Raft, "scale.x", 2), new(Raft, "scale.y", 2), new(Raft, "scale.z", 2)]), new AimAt([Lamp], Boat, axis, up)), Lamp, Boat, axis, up, 1e-6);
    }

    [Fact]
    public void Carried_by_what_is_scaled_unevenly_it_still_looks_there()
    {
        var scene = Bay(new SetParent([Lamp], Raft, 1), new SetValues([new(Raft, "scale.x", 3), new(Raft, "rotation.z", 30)]), new AimAt([Lamp], Boat));
        var (own, other) = (World(scene, Lamp, 20), World(scene, Boat, 20));
        (Axis(own, SignedAxis.MinusZ) - new Vector(other.Px - own.Px, other.Py - own.Py, other.Pz - own.Pz).Unit()).Length().ShouldBeLessThan(1e-9);
    }

    [Fact]
    public void Its_weight_goes_the_shortest_way_and_its_own_rotation_comes_after()
    {
        var plain = Bay();
        var half = Bay(new AimAt([Lamp], Boat), new SetValues([new(Lamp, Aim.Weight, 0.5)]));
        var (none, whole, between) = (World(plain, Lamp, 20), World(Bay(new AimAt([Lamp], Boat)), Lamp, 20), World(half, Lamp, 20));
        double Apart(in Transform a, in Transform b)
        {
            var (p, q) = (Quaternion.Of(a), Quaternion.Of(b));
            return 2 * Math.Acos(Math.Min(1, Math.Abs(p.W * q.W + p.X * q.X + p.Y * q.Y + p.Z * q.Z)));
        }
        Apart(none, between).ShouldBe(Apart(none, whole) / 2, 1e-9);
        Apart(between, whole).ShouldBe(Apart(none, whole) / 2, 1e-9);
        Apart(World(Bay(new AimAt([Lamp], Boat), new SetValues([new(Lamp, "rotation.y", 30)])), Lamp, 20), whole).ShouldBe(30 * Math.PI / 180, 1e-9);
        Apart(World(Bay(new AimAt([Lamp], Boat), new SetValues([new(Lamp, Aim.Weight, 0)])), Lamp, 20), none).ShouldBe(0, 1e-7);
    }

    [Fact]
    public void Straight_above_its_target_and_within_it_it_is_turned_some_way_all_the_same()
    {
        foreach (var (x, y) in (ReadOnlySpan<(double, double)>)[(0, 5), (0, -5), (0, 0)])
        {
            var scene = Scene.Empty("Bay").After(new AddObject(ObjectKind.Light, "Lamp"), new AddObject(ObjectKind.Box, "Boat"), new SetValues([new(Lamp, "position.x", x), new(Lamp, "position.y", y)]), new AimAt([Lamp], Boat));
            var world = World(scene, Lamp, 1);
            double.IsFinite(world.Xx + world.Yy + world.Zz).ShouldBeTrue();
            if (y != 0) Axis(world, SignedAxis.MinusZ).Y.ShouldBe(-Math.Sign(y), 1e-9);
        }
    }

    [Fact]
    public void Where_target_and_object_are_in_one_place_but_for_rounding_nothing_is_turned()
    {
        // 0.1 + 0.2 is not quite 0.3.
        var scene = Scene.Empty("Bay").After(new AddObject(ObjectKind.Light, "Lamp"), new AddObject(ObjectKind.Group, "Raft"), new AddObject(ObjectKind.Box, "Boat", new ObjectId(2)),
            new SetValues([new(new ObjectId(1), "position.y", 0.1 + 0.2), new(new ObjectId(3), "position.y", 0.1), new(new ObjectId(2), "position.y", 0.2)]),
            new SetValues([new(new ObjectId(1), "position.y", 0.3)]), new AimAt([new ObjectId(1)], new ObjectId(3)));
        var (own, other) = (World(scene, new ObjectId(1), 1), World(scene, new ObjectId(3), 1));
        (other.Py - own.Py).ShouldNotBe(0);
        own.Rotation(RotationOrder.Xyz).ShouldBe((0, 0, 0));
    }

    [Fact]
    public void Switched_on_and_off_it_stays_turned_as_it_is_where_that_is_wanted()
    {
        var scene = Bay(new KeyChannels(1, [new(Lamp, "rotation.y", 10)]), new KeyChannels(49, [new(Lamp, "rotation.y", 80), new(Lamp, "rotation.x", 20)]));
        void Same(Scene a, Scene b, params decimal[] frames)
        {
            foreach (var frame in frames)
                foreach (var axis in Enum.GetValues<SignedAxis>()) (Axis(World(a, Lamp, frame), axis) - Axis(World(b, Lamp, frame), axis)).Length().ShouldBeLessThan(1e-6);
        }
        var kept = scene.After(new AimAt([Lamp], Boat, KeepAt: 20));
        Same(scene, kept, 1, 49);
        var dropped = scene.After(new AimAt([Lamp], Boat));
        ShouldLook(dropped, Lamp, Boat, SignedAxis.MinusZ, SignedAxis.PlusY);
        Same(dropped, dropped.After(new LeaveAim([Lamp], 20)), 20);
        Same(dropped, dropped.After(new LeaveAim([Lamp], 20, KeepMotion: true)), [.. Enumerable.Range(1, 49).Select(frame => (decimal)frame)]);
        Same(dropped, dropped.After(new DeleteObjects([Boat], LeaveAt: 33)), 33);
        // Under another parent it stays turned as it is, and looks at its target all the same.
        Same(kept, kept.After(new SetValues([new(Raft, "rotation.y", 60)]), new SetParent([Lamp], Raft, 20)), 1, 49);
    }

    [Fact]
    public void Two_look_at_each_other_and_nothing_at_what_it_carries()
    {
        var scene = Bay(new AimAt([Lamp], Boat), new AimAt([Boat], Lamp));
        ShouldLook(scene, Lamp, Boat, SignedAxis.MinusZ, SignedAxis.PlusY);
        ShouldLook(scene, Boat, Lamp, SignedAxis.MinusZ, SignedAxis.PlusY);
        Should.Throw<Refusal>(() => Bay(new SetParent([Boat], Lamp, 1), new AimAt([Lamp], Boat))).Reason.ShouldContain("Lamp");
        Should.Throw<Refusal>(() => scene.After(new SetParent([Boat], Lamp, 1))).Place.ShouldBe("aim");
        Should.Throw<Refusal>(() => Bay(new AimAt([Lamp], Lamp)));
        Should.Throw<Refusal>(() => Bay(new AimAt([Lamp], Boat, SignedAxis.PlusY))).Place.ShouldBe("up");
        Should.Throw<Refusal>(() => Bay(new SetValues([new(Lamp, Aim.Weight, 1)]))).Reason.ShouldContain("aims at nothing");
        // A cue that starts the target is a cue that what aims rests on.
        var cued = Bay(new AimAt([Lamp], Boat), new SetParent([Raft], Lamp, 1));
        Should.Throw<Refusal>(() => cued.After(new AddCue(new(CueEvent.Near, Raft, Value: 2, Other: Lamp), [new(Boat, null)])));
    }

    [Fact]
    public void It_is_sampled_anew_when_its_target_moves_or_what_carries_that()
    {
        var scene = Bay(new SetParent([Boat], Raft, 1), new AimAt([Lamp], Boat));
        foreach (var edit in (Edit[])[new KeyChannels(20, [new(Boat, "position.x", 3)]), new SetValues([new(Raft, "position.y", 3)]), new SetValues([new(Lamp, "position.z", 3)])])
        {
            var (after, change) = edit.Changed(scene);
            change.Stale(after, RetimedObjects.Of(change, scene, after)).Single(target => target.Object.Id == Lamp).Channels.ShouldContain(spec => spec.Name == Aim.Weight);
        }
        var block = Sampler.Blocks(scene, [SampleTarget.All(scene.Object(Lamp))], new(1, 10))[0];
        block.Tracks.Select(track => track.Channel).ShouldContain("aim.qw");
    }
}
