using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Layers;
using ZestyReel.Core.Tests.Scenes;

namespace ZestyReel.Core.Tests.Edits;

/// <summary>An in-between is a key at a share of the way from the key before it to the one after it.</summary>
public class KeyBetweenTests
{
    private static readonly ObjectId Boat = RandomLayers.Boat;

    private static Scene Sailing() => Scene.Empty("Bay").After(new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Boat"),
        new KeyChannels(1, [new(Boat, "position.x", 2), new(Boat, "visible", 1), new(Boat, "look.opacity", 0.9)], Interpolation.Linear),
        new KeyChannels(13, [new(Boat, "rotation.y", 90)]),
        new KeyChannels(25, [new(Boat, "position.x", 10), new(Boat, "visible", 0), new(Boat, "look.opacity", 1)], Interpolation.Linear));

    private static readonly ChannelValue[] All = [new(Boat, "position.x"), new(Boat, "position.y"), new(Boat, "rotation.y"), new(Boat, "visible"), new(Boat, "look.opacity")];

    [Theory]
    [InlineData(0, 2, 1, 0.9)]
    [InlineData(0.25, 4, 1, 0.925)]
    [InlineData(0.5, 6, 0, 0.95)]
    [InlineData(1, 10, 0, 1)]
    [InlineData(1.5, 14, 0, 1)]
    [InlineData(-0.5, -2, 1, 0.85)]
    public void Each_channel_goes_its_own_share_of_the_way_within_its_limits(double share, double x, double visible, double opacity)
    {
        var scene = Sailing();
        var after = scene.After(new KeyBetween(7, [.. All], share));
        double At(string name) => after.Keys(Boat, name).Single(key => key.Time == scene.Rate.StartOf(7)).Value;
        At("position.x").ShouldBe(x, 1e-9);
        At("visible").ShouldBe(visible);
        At("look.opacity").ShouldBe(opacity, 1e-9);
        // Without keys on both sides a channel stays as it is.
        after.Object(Boat).Channel("position.y").ShouldBe(scene.Object(Boat).Channel("position.y"));
        after.Keys(Boat, "rotation.y").ShouldBe(scene.Keys(Boat, "rotation.y"));
    }

    [Fact]
    public void A_key_that_stands_there_gets_the_value_and_keeps_its_sides()
    {
        var scene = Sailing().After(new KeyChannels(7, [new(Boat, "position.x", 99)], Interpolation.Flat));
        var after = scene.After(new KeyBetween(7, [new(Boat, "position.x")], 0.5));
        after.Keys(Boat, "position.x").Select(key => (key.Value, key.Out)).ShouldBe([(2, Interpolation.Linear), (6, Interpolation.Flat), (10, Interpolation.Linear)]);
        // Done again, it is the same.
        after.After(new KeyBetween(7, [new(Boat, "position.x")], 0.5)).ShouldBe(after);
    }

    [Fact]
    public void In_layers_and_under_warps_it_stands_where_the_frame_is_made_and_is_between_its_neighbours() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var random = new Random(seed);
            var scene = RandomLayers.Scene(random);
            var (frame, share) = (random.Next(-5, 65), random.NextDouble());
            var thing = scene.Object(Boat);
            var keyed = thing.Channels.Where(each => each.Value.Curve is not null).Select(each => each.Key).ToList();
            if (keyed.Count == 0) return;
            var times = new FrameTimes(scene, [scene.Rate.StartOf(frame).Value]);
            Scene after;
            try
            {
                after = new KeyBetween(frame, [.. keyed.Select(name => new ChannelValue(Boat, name))], share).Apply(scene);
            }
            catch (Refusal refusal)
            {
                refusal.Reason.ShouldContain("nothing there has a key before");
                after = scene;
            }
            foreach (var name in keyed)
            {
                var source = times.For(Boat, LayeredName.ChannelOf(name))[0];
                var keys = thing.Channels[name].Curve!.Keys;
                var (earlier, later) = (keys.Where(key => key.Time.Value < Math.Floor(source)).ToList(), keys.Where(key => key.Time.Value > Math.Floor(source)).ToList());
                if (earlier.Count == 0 || later.Count == 0)
                {
                    after.Object(Boat).Channels[name].ShouldBe(thing.Channels[name]);
                    continue;
                }
                var (made, a, b) = (after.Keys(Boat, name).Single(key => Math.Abs(key.Time.Value - source) < 1), earlier[^1].Value, later[0].Value);
                made.Value.ShouldBe(a + (b - a) * share, 1e-9, name);
                after.Keys(Boat, name).Where(key => key.Time != made.Time).ShouldBe(keys.Where(key => key.Time != made.Time));
            }
        }).QuickCheckThrowOnFailure();

    private static readonly string[] Rotations = ["rotation.x", "rotation.y", "rotation.z"];

    /// <summary>A boat that turns by quaternion interpolation, with keys of the three channels on frames of their own.</summary>
    private static Scene Turning(Random random)
    {
        var scene = Scene.Empty("Bay").After(new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Boat"),
            new SetValues([.. Rotations.Select(name => new ChannelValue(Boat, name, random.Next(-400, 400)))]),
            new SetRotationOrder([Boat], (RotationOrder)random.Next(6)));
        foreach (var name in Rotations.Where((_, axis) => axis == 0 || random.Next(4) > 0))
            for (var key = 0; key < 4; key++)
                scene = scene.After(new KeyChannels(random.Next(1, 7) * 8 - 7, [new(Boat, name, random.Next(-400, 400))], (Interpolation)random.Next(1, 5)));
        return scene.After(new SetRotationInterpolation([Boat], RotationInterpolation.Quaternion));
    }

    /// <summary>How the boat is turned, as another library has it.</summary>
    private static System.Numerics.Quaternion Turned(Scene scene, double frame)
    {
        var times = new FrameTimes(scene, [scene.Rate.StartOf(0).Value + frame * scene.Rate.TicksPerFrame]);
        var angles = Array.ConvertAll(Rotations, name => Stages.Values(scene.Object(Boat), name, times)[0] * Math.PI / 180);
        var all = System.Numerics.Quaternion.Identity;
        foreach (var axis in scene.Object(Boat).RotationOrder.Axes())
            all *= System.Numerics.Quaternion.CreateFromAxisAngle(
                axis switch { Axis.X => System.Numerics.Vector3.UnitX, Axis.Y => System.Numerics.Vector3.UnitY, _ => System.Numerics.Vector3.UnitZ }, (float)angles[(int)axis]);
        return all;
    }

    /// <summary>How far apart two rotations are, from 0 to 1.</summary>
    private static double Apart(System.Numerics.Quaternion a, System.Numerics.Quaternion b) => 1 - Math.Abs(System.Numerics.Quaternion.Dot(a, b));

    [Fact]
    public void Between_poses_it_is_on_the_shortest_way_and_they_stay() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var random = new Random(seed);
            var scene = Turning(random);
            var poses = Rotations.Where(name => scene.Object(Boat).Channel(name).Curve is not null)
                .SelectMany(name => scene.Keys(Boat, name)).Select(key => (int)scene.Rate.NearestFrame(key.Time)).Distinct().Order().ToList();
            var frame = random.Next(1, 50);
            if (frame <= poses[0] || frame >= poses[^1]) return;
            var (from, to) = (poses.Last(pose => pose < frame), poses.First(pose => pose > frame));
            var share = random.NextDouble();
            var after = scene.After(new KeyBetween(frame, [new(Boat, Rotations[random.Next(3)])], share, (Interpolation)random.Next(1, 5)));
            Apart(Turned(after, frame), System.Numerics.Quaternion.Slerp(Turned(scene, from), Turned(scene, to), (float)share)).ShouldBeLessThan(1e-5);
            foreach (var pose in (int[])[from, to]) Apart(Turned(after, pose), Turned(scene, pose)).ShouldBeLessThan(1e-6);
        }).QuickCheckThrowOnFailure();

    [Fact]
    public void A_pose_beyond_the_one_after_goes_on_the_same_way()
    {
        var scene = Scene.Empty("Bay").After(new AddObject(ObjectKind.Box, "Boat"), new SetRotationInterpolation([Boat], RotationInterpolation.Quaternion),
            new KeyChannels(1, [new(Boat, "rotation.y", 10)]), new KeyChannels(25, [new(Boat, "rotation.y", 50)]));
        scene.After(new KeyBetween(13, [new(Boat, "rotation.y")], 1.5)).Keys(Boat, "rotation.y").Single(key => key.Time == scene.Rate.StartOf(13)).Value.ShouldBe(70, 1e-9);
        scene.After(new KeyBetween(13, [new(Boat, "rotation.x")], -0.5)).Keys(Boat, "rotation.y").Single(key => key.Time == scene.Rate.StartOf(13)).Value.ShouldBe(-10, 1e-9);
        Should.Throw<Refusal>(() => new KeyBetween(30, [new(Boat, "rotation.y")], 0.5).Apply(scene)).Reason.ShouldContain("nothing there has a key before");
    }

    [Fact]
    public void A_pose_is_not_put_into_a_cycle_and_not_past_a_lock()
    {
        var scene = Scene.Empty("Bay").After(new AddObject(ObjectKind.Box, "Boat"), new SetRotationInterpolation([Boat], RotationInterpolation.Quaternion),
            new KeyChannels(1, [new(Boat, "rotation.y", 10), new(Boat, "rotation.z", 0)]), new KeyChannels(9, [new(Boat, "rotation.z", 40)]), new KeyChannels(25, [new(Boat, "rotation.y", 50)]));
        var cycling = scene.After(new SetExtrapolation([new(Boat, "rotation.z")], null, Extrapolation.Repeat));
        Should.Throw<Refusal>(() => new KeyBetween(13, [new(Boat, "rotation.y")], 0.5).Apply(cycling)).Reason.ShouldContain("bake its cycles");
        var locked = scene.After(new SetLocked([new(Boat, "rotation.z")], true));
        Should.Throw<Refusal>(() => new KeyBetween(13, [new(Boat, "rotation.y")], 0.5).Apply(locked)).Reason.ShouldContain("rotation.z is locked");
    }

    [Fact]
    public void What_cannot_be_done_is_refused_with_its_place()
    {
        var scene = Sailing();
        Should.Throw<Refusal>(() => new KeyBetween(7, [], 0.5).Apply(scene)).Place.ShouldBe("channels");
        Should.Throw<Refusal>(() => new KeyBetween(40, [.. All], 0.5).Apply(scene)).Reason.ShouldContain("frame 40");
        Should.Throw<Refusal>(() => new KeyBetween(7, [.. All], double.NaN).Apply(scene)).Place.ShouldBe("share");
        Should.Throw<Refusal>(() => new KeyBetween(7, [.. All], 2.1).Apply(scene)).Place.ShouldBe("share");
        var locked = scene.After(new SetLocked([new(Boat, "position.x")], true));
        Should.Throw<Refusal>(() => new KeyBetween(7, [.. All], 0.5).Apply(locked)).Reason.ShouldContain("locked");
        Should.Throw<Refusal>(() => new KeyBetween(7, [new(CurveRef.Of(new WarpId(1)))], 0.5).Apply(scene.After(new AddWarp()))).Reason.ShouldContain("warp");
    }
}
