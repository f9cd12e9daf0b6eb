using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Paths;

/// <summary>What goes along a path: where it is, which way it looks, what its own channels do, and what carries it.</summary>
public class FollowTests
{
    private static readonly ObjectId Boat = new(1), Route = new(2);

    private static PathPoint Corner(double x, double y, double z) => new(new(x, y, z), PathPointKind.Corner);

    private static Scene Afloat(params PathPoint[] points) => Scene.Empty("Harbour").After(
        new SetRanges(new(1, 25)), new AddObject(ObjectKind.Box, "Boat"), new AddPath([.. points], Name: "Route"),
        new FollowPath([Boat], Route, SignedAxis.PlusX));

    private static Transform At(Scene scene, decimal frame, ObjectId? id = null) =>
        new WorldSampler(scene, new FrameTimes(scene, [scene.Rate.At(frame).Value])).Worlds(id ?? Boat)[0];

    private static void ShouldBe(Vector seen, Vector wanted, double within = 1e-9) => (seen - wanted).Length().ShouldBeLessThan(within, $"{seen} instead of {wanted}");

    private static Vector Place(Transform world) => new(world.Px, world.Py, world.Pz);

    [Fact]
    public void It_goes_from_end_to_end_over_the_work_range()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(12, 0, 0), Corner(12, 0, 12));
        scene.Keys(Boat, Follow.Travel).Select(key => (key.Time, key.Value)).ShouldBe([(FrameRate.Film.At(1), 0), (FrameRate.Film.At(25), 1)]);
        for (var frame = 1; frame <= 25; frame++)
        {
            var gone = (frame - 1.0);
            ShouldBe(Place(At(scene, frame)), gone <= 12 ? new(gone, 0, 0) : new(12, 0, gone - 12));
        }
        // Along +x it looks where its own x points; along +z its x points there, and its y stays up.
        var turned = At(scene, 20);
        ShouldBe(new(turned.Xx, turned.Xy, turned.Xz), new(0, 0, 1));
        ShouldBe(new(turned.Yx, turned.Yy, turned.Yz), new(0, 1, 0));
        ShouldBe(new(turned.Zx, turned.Zy, turned.Zz), new(-1, 0, 0));
    }

    [Theory]
    [InlineData(SignedAxis.PlusX, SignedAxis.PlusY)]
    [InlineData(SignedAxis.MinusZ, SignedAxis.PlusY)]
    [InlineData(SignedAxis.PlusZ, SignedAxis.MinusX)]
    [InlineData(SignedAxis.MinusY, SignedAxis.PlusZ)]
    public void The_direction_that_faces_looks_along_the_path_and_the_one_that_is_up_stays_up(SignedAxis facing, SignedAxis up)
    {
        var scene = Afloat(new PathPoint(new(0, 0, 0)), new PathPoint(new(4, 3, 1)), new PathPoint(new(2, 5, 6))).After(new SetFollow([Boat], facing, up, 0));
        for (var frame = 2; frame < 25; frame++)
        {
            var world = At(scene, frame);
            Vector Own(SignedAxis axis)
            {
                Vector[] columns = [new(world.Xx, world.Xy, world.Xz), new(world.Yx, world.Yy, world.Yz), new(world.Zx, world.Zy, world.Zz)];
                return columns[(int)axis / 2] * ((int)axis % 2 == 0 ? 1 : -1);
            }
            var along = (Place(At(scene, frame + 0.01m)) - Place(At(scene, frame - 0.01m))).Unit();
            ShouldBe(Own(facing), along, 1e-3);
            Own(up).Dot(along).ShouldBe(0, 1e-3);
            Own(up).Y.ShouldBeGreaterThan(0);
            // It neither mirrors nor scales.
            Own(SignedAxis.PlusX).Cross(Own(SignedAxis.PlusY)).Dot(Own(SignedAxis.PlusZ)).ShouldBe(1, 1e-9);
        }
    }

    [Fact]
    public void Where_the_path_runs_straight_up_what_is_up_is_that_of_the_nearest_place()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(10, 0, 0), Corner(10, 20, 0), Corner(10, 20, 10));
        // On the way up it leans back from where it came, and near the top from where it goes.
        var (low, high) = (At(scene, 9), At(scene, 19));
        ShouldBe(new(low.Xx, low.Xy, low.Xz), new(0, 1, 0));
        ShouldBe(new(low.Yx, low.Yy, low.Yz), new(-1, 0, 0), 1e-6);
        ShouldBe(new(high.Yx, high.Yy, high.Yz), new(0, 0, -1), 1e-6);
    }

    [Fact]
    public void It_leans_into_bends_as_far_as_its_bank_says()
    {
        // To the left round a circle of radius 8, seen from above: x to the right, z towards the viewer.
        const double k = 0.5522847498307936, r = 8;
        PathPoint On(double x, double z, double ox, double oz) => new(new(x * r, 0, z * r), PathPointKind.Free, new(-k * r * ox, 0, -k * r * oz), new(k * r * ox, 0, k * r * oz));
        var left = Afloat(On(1, 0, 0, -1), On(0, -1, -1, 0), On(-1, 0, 0, 1)).After(new SetFollow([Boat], SignedAxis.PlusX, SignedAxis.PlusY, 160));
        var up = At(left, 10);
        // 160 degrees for a bend of 1, and this one is 1/8: its up is 20 degrees off, towards the middle.
        up.Yy.ShouldBe(Math.Cos(20 * Math.PI / 180), 2e-3);
        new Vector(up.Yx, 0, up.Yz).Dot(new(up.Px, 0, up.Pz)).ShouldBeLessThan(0);
        var right = left.After(new ReversePath(Route));
        var other = At(right, 16);
        new Vector(other.Yx, 0, other.Yz).Dot(new(other.Px, 0, other.Pz)).ShouldBeLessThan(0);
        At(left.After(new SetFollow([Boat], SignedAxis.PlusX, SignedAxis.PlusY, 1e6)), 10).Yy.ShouldBe(0.5, 1e-3);
    }

    [Fact]
    public void Its_own_channels_are_offsets_and_the_paths_own_carry_it()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(24, 0, 0)).After(
            new SetValues([new(Boat, "position.z", 2), new(Boat, "position.y", 1), new(Boat, "scale.x", 3)]),
            new KeyChannels(1, [new(Route, "rotation.y", 0)]), new KeyChannels(25, [new(Route, "rotation.y", 90)]),
            new SetValues([new(Route, "scale.x", 0.5), new(Route, "position.y", 5)]));
        var first = At(scene, 1);
        // The path lies about its middle, at (12, 5, 0), half as long: it starts at 6.
        ShouldBe(Place(first), new(6, 6, 2));
        first.Scale.X.ShouldBe(3, 1e-9);
        var last = At(scene, 25);
        // Turned by 90° about its middle, it ends at z −6, looking along −z: its own z then points to −x... and it stands beside.
        ShouldBe(Place(last), new(12 + 2, 6, -6));
        ShouldBe(new Vector(last.Xx, last.Xy, last.Xz).Unit(), new(0, 0, -1), 1e-6);
    }

    [Fact]
    public void Without_facing_it_keeps_the_paths_own_directions()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(0, 0, 24)).After(new SetFollow([Boat], null, SignedAxis.PlusY, 0), new SetValues([new(Route, "rotation.y", 30), new(Route, "scale.y", 7)]));
        var world = At(scene, 13);
        world.Xx.ShouldBe(Math.Cos(Math.PI / 6), 1e-9);
        world.Yy.ShouldBe(1, 1e-9);
    }

    [Fact]
    public void What_hangs_below_it_and_what_rolls_goes_along()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(24, 0, 0)).After(
            new AddObject(ObjectKind.Torus, "Wheel", Boat), new SetRoll([new ObjectId(3)], Axis.Z, 2));
        At(scene, 25, new ObjectId(3)).Px.ShouldBe(24, 1e-9);
        var rolled = Stages.Values(scene.Object(new ObjectId(3)), "rotation.z", new FrameTimes(scene, [.. new[] { 1m, 25 }.Select(f => (double)scene.Rate.At(f).Value)]));
        (rolled[1] - rolled[0]).ShouldBe(-24 / 2.0 * 180 / Math.PI, 1e-6);
    }

    [Fact]
    public void A_parent_above_it_carries_it_nowhere()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(24, 0, 0)).After(new AddObject(ObjectKind.Group, "Dock"), new SetValues([new(new ObjectId(3), "position.y", 9)]));
        var before = At(scene, 13);
        At(scene.After(new SetParent([Boat], new ObjectId(3))), 13).ShouldBe(before);
        At(scene.After(new SetParent([Boat], new ObjectId(3), 13)), 13).ShouldBe(before);
    }

    [Fact]
    public void Off_the_path_it_keeps_its_place_and_loses_its_travel()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(12, 0, 0), Corner(12, 0, 12));
        var off = scene.After(new LeavePath([Boat], 19));
        off.Object(Boat).Channels.Keys.ShouldNotContain(Follow.Travel);
        ShouldBe(Place(At(off, 1)), Place(At(scene, 19)), 1e-6);
        At(off, 5).Xz.ShouldBe(1, 1e-9);
        // So it does when its path is deleted.
        var gone = scene.After(new DeleteObjects([Route], 19));
        ShouldBe(Place(At(gone, 1)), Place(At(scene, 19)), 1e-6);
        gone.Object(Boat).Follow.ShouldBeNull();
    }

    [Fact]
    public void Off_the_path_it_can_keep_its_motion_with_a_key_on_each_frame()
    {
        var scene = Afloat(new PathPoint(new(0, 0, 0)), new PathPoint(new(6, 2, 3)), new PathPoint(new(2, 0, 9))).After(new SetFollow([Boat], SignedAxis.PlusX, SignedAxis.PlusY, 40));
        var baked = scene.After(new LeavePath([Boat], 5, KeepMotion: true));
        for (var frame = 1; frame <= 25; frame++)
        {
            var (was, now) = (At(scene, frame), At(baked, frame));
            ShouldBe(Place(now), Place(was), 1e-9);
            ShouldBe(new(now.Xx, now.Xy, now.Xz), new(was.Xx, was.Xy, was.Xz), 1e-9);
        }
        baked.Object(Boat).Channels.Keys.ShouldNotContain(Follow.Travel);
        // Scale never changed, and got no keys.
        baked.Object(Boat).Channel("scale.x").Curve.ShouldBeNull();
    }

    [Fact]
    public void Nothing_carries_itself()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(12, 0, 0)).After(new AddObject(ObjectKind.Group, "Fleet"));
        Should.Throw<Refusal>(() => scene.After(new SetParent([Route], Boat))).Reason.ShouldContain("nothing can carry itself");
        Should.Throw<Refusal>(() => scene.After(new SetParent([Route], Boat, 5))).Reason.ShouldContain("nothing can carry itself");
        var under = scene.After(new AddPath([Corner(0, 0, 0), Corner(1, 1, 1)], Name: "Loop"), new SetParent([new ObjectId(4)], Boat));
        Should.Throw<Refusal>(() => under.After(new FollowPath([Route], new ObjectId(4)))).Reason.ShouldContain("Route would be carried by Loop would be carried by Boat");
        Should.Throw<Refusal>(() => scene.After(new FollowPath([Route], Route))).Reason.ShouldContain("cannot follow itself");
        Should.Throw<Refusal>(() => scene.After(new FollowPath([Boat], new ObjectId(3)))).Reason.ShouldContain("is no path");
        Should.Throw<Refusal>(() => scene.After(new SetFollow([Boat], SignedAxis.PlusY, SignedAxis.MinusY, 0))).Reason.ShouldContain("across");
        Should.Throw<Refusal>(() => scene.After(new KeyChannels(1, [new(new ObjectId(3), Follow.Travel, 0)]))).Reason.ShouldContain("follows no path");
    }

    [Fact]
    public void A_copy_of_both_follows_the_copy()
    {
        var scene = Afloat(Corner(0, 0, 0), Corner(12, 0, 0));
        var both = scene.After(new DuplicateObjects([Boat, Route]));
        both.Object(new ObjectId(3)).Follow!.Path.ShouldBe(new ObjectId(4));
        scene.After(new DuplicateObjects([Boat])).Object(new ObjectId(3)).Follow!.Path.ShouldBe(Route);
    }
}
