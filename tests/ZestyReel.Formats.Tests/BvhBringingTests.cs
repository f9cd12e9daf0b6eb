using System.Collections.Immutable;
using System.Numerics;
using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Bvh;
using Vector = ZestyReel.Core.Scenes.Vector;

namespace ZestyReel.Formats.Tests;

/// <summary>Captured motion in a scene: where each joint is, against matrices multiplied as the format says, and out again.</summary>
public class BvhBringingTests
{
    /// <summary>Where the joints and the ends of bones are, by the format's own words, with the matrices of System.Numerics.</summary>
    private static List<(string Name, Vector3 At)> Places(BvhMotion motion, double[] row)
    {
        var worlds = new Matrix4x4[motion.Joints.Length];
        var found = new List<(string, Vector3)>();
        var column = 0;
        foreach (var (i, joint) in motion.Joints.Index())
        {
            var at = new Vector3((float)joint.Offset.X, (float)joint.Offset.Y, (float)joint.Offset.Z);
            var turned = Matrix4x4.Identity;
            foreach (var channel in joint.Channels)
            {
                var value = (float)row[column++];
                var angle = value * MathF.PI / 180;
                switch (channel)
                {
                    case BvhChannel.Xposition: at.X += value; break;
                    case BvhChannel.Yposition: at.Y += value; break;
                    case BvhChannel.Zposition: at.Z += value; break;
                    // Rows are multiplied from the left there: what comes first turns last.
                    case BvhChannel.Xrotation: turned = Matrix4x4.CreateRotationX(angle) * turned; break;
                    case BvhChannel.Yrotation: turned = Matrix4x4.CreateRotationY(angle) * turned; break;
                    default: turned = Matrix4x4.CreateRotationZ(angle) * turned; break;
                }
            }
            worlds[i] = turned * Matrix4x4.CreateTranslation(at) * (joint.Parent is { } parent ? worlds[parent] : Matrix4x4.Identity);
            found.Add((joint.Name, worlds[i].Translation));
            if (joint.End is { } end) found.Add((joint.Name + BvhBringing.End, Vector3.Transform(new((float)end.X, (float)end.Y, (float)end.Z), worlds[i])));
        }
        return found;
    }

    private static Scene With(BvhMotion motion, BvhBringing how) => how.Of(motion).Apply(Scene.Empty("Pier"));

    private static Vector At(Scene scene, string name, double ticks) => new WorldSampler(scene, new FrameTimes(scene, [ticks])).Worlds(scene.Find(name)!.Id)[0].Origin;

    [Fact]
    public void Every_joint_is_where_the_file_puts_it_whichever_axis_is_up() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var motion = Made(new Random(seed));
            foreach (var up in Enum.GetValues<BvhUp>())
            {
                var scene = With(motion, new(0.5, 10, up));
                foreach (var (frame, row) in motion.Values.Index())
                {
                    var ticks = scene.Rate.StartOf(10).Value + Math.Round((double)(frame * motion.FrameTime * Tick.PerSecond));
                    foreach (var (name, at) in Places(motion, row))
                    {
                        var wanted = (up == BvhUp.Y ? new Vector(at.X, at.Y, at.Z) : new Vector(at.X, at.Z, -at.Y)) * 0.5;
                        (At(scene, name, ticks) - wanted).Length().ShouldBeLessThan(2e-3, $"{name} on {frame}, {up} up");
                    }
                }
            }
        }).QuickCheckThrowOnFailure();

    [Fact]
    public void What_came_in_goes_out_the_same() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var motion = Made(new Random(seed));
            var scene = With(motion, new(1, 5));
            var back = BvhReader.Read(BvhWriter.Write(BvhSkeleton.Of(scene, scene.Find(motion.Joints[0].Name)!.Id)));
            (back.FrameTime, back.Values.Length).ShouldBe((motion.FrameTime, motion.Values.Length));
            foreach (var (a, b) in motion.Values.Zip(back.Values))
                foreach (var (was, isNow) in Places(motion, a).Zip(Places(back, b)))
                {
                    isNow.Name.ShouldBe(was.Name);
                    // Single precision over places of some thousands of lengths is the test's own.
                    (isNow.At - was.At).Length().ShouldBeLessThan(2e-3f);
                }
            back.Joints.Select(joint => joint.Name).ShouldBe(motion.Joints.Select(joint => joint.Name));
        }).QuickCheckThrowOnFailure();

    [Fact]
    public void Keys_stand_at_the_files_own_times_and_are_locked_under_a_layer_and_the_scene_grows_if_wanted()
    {
        var motion = Walk(0.0083333m, 121);
        var scene = With(motion, new(1, 1));
        var keys = scene.Find("Hips")!.Channel("rotation.y").Curve!.Keys;
        for (var i = 0; i < keys.Length; i++) (keys[i].Time - scene.Rate.StartOf(1)).Value.ShouldBe((long)Math.Round(i * 0.0083333m * Tick.PerSecond));
        (scene.Find("Hips")!.Channel("rotation.y").Locked, scene.Layers.Values.Single().Name).ShouldBe((true, "Clean-up"));
        scene.Settings.Range.ShouldBe(Scene.Empty("Pier").Settings.Range);
        var grown = With(Walk(0.0083333m, 12_001), new(1, 1, Grow: true));
        grown.Rate.StartOf(grown.Settings.Range.Last).Value.ShouldBeGreaterThanOrEqualTo(grown.Find("Hips")!.Channel("rotation.y").Curve!.Keys[^1].Time.Value);
        grown.Settings.Range.Last.ShouldBe((long)Math.Ceiling(1 + 12_000 * 0.0083333 * 24));
        grown.Settings.Work.ShouldBe(grown.Settings.Range);
    }

    [Fact]
    public void Onto_joints_of_the_same_names_only_the_motion_comes()
    {
        var scene = With(Walk(0.05m, 4), new());
        Should.Throw<Refusal>(() => new BvhBringing(1, 50, Onto: true).Of(Walk(0.05m, 9)).Apply(scene)).Reason.ShouldContain("locked");
        var unlocked = scene.With(scene.Find("Hips")! with { Channels = scene.Find("Hips")!.Channels.ToImmutableSortedDictionary(each => each.Key, each => each.Value with { Locked = false }) });
        var after = new BvhBringing(1, 50, Onto: true).Of(Walk(0.05m, 9)).Apply(unlocked);
        (after.Objects.Count, after.Find("Hips")!.Channel("rotation.y").Curve!.Keys.Length).ShouldBe((scene.Objects.Count, 9));
        var over = new BvhBringing(1, 50, Onto: true, Unlock: true).Of(Walk(0.05m, 9)).Apply(scene).Find("Hips")!.Channel("rotation.y");
        (over.Curve!.Keys.Length, over.Locked).ShouldBe((9, true));
        Should.Throw<Refusal>(() => new BvhBringing(Onto: true).Of(Walk(0.05m, 2)).Apply(Scene.Empty("Pier"))).Place.ShouldBe("onto");
        Should.Throw<Refusal>(() => new BvhBringing(0).Of(Walk(0.05m, 2))).Place.ShouldBe("scale");
        Should.Throw<Refusal>(() => BvhSkeleton.Of(Scene.Empty("Pier"), new(1))).Place.ShouldBe("root");
        // The same again is another skeleton, with names of its own.
        new BvhBringing().Of(Walk(0.05m, 4)).Apply(scene).Objects.Count.ShouldBe(2 * scene.Objects.Count);
    }

    private static BvhMotion Walk(decimal step, int frames) => new(
        [new("Hips", null, Vector.Zero, [BvhChannel.Xposition, BvhChannel.Yposition, BvhChannel.Zposition, BvhChannel.Yrotation], new(0, 1, 0))], step,
        [.. Enumerable.Range(0, frames).Select(i => new double[] { i * 0.01, 1, 0, i % 7 })]);

    private static BvhMotion Made(Random random)
    {
        double Number(double most) => Math.Round((random.NextDouble() * 2 - 1) * most, 4);
        var joints = new List<BvhJoint>();
        void Add(int? parent, int depth)
        {
            var at = joints.Count;
            BvhChannel[] turns = [BvhChannel.Xrotation, BvhChannel.Yrotation, BvhChannel.Zrotation];
            random.Shuffle(turns);
            BvhChannel[] places = [BvhChannel.Xposition, BvhChannel.Yposition, BvhChannel.Zposition];
            joints.Add(new($"Joint{at}", parent, new(Number(9), Number(9), Number(9)), [.. parent is null || random.Next(4) == 0 ? places : [], .. turns.Take(parent is null ? 3 : random.Next(1, 4))]));
            var children = depth > 3 ? 0 : random.Next(0, 3);
            for (var i = 0; i < children; i++) Add(at, depth + 1);
            if (children == 0) joints[at] = joints[at] with { End = new(Number(3), Number(3), Number(3)) };
        }
        Add(null, 0);
        var columns = joints.SelectMany(joint => joint.Channels).ToList();
        return new([.. joints], new[] { 0.0083333m, 0.01m, 0.0333333m, 1m / 24 }[random.Next(3)], [.. Enumerable.Range(0, random.Next(2, 6)).Select(_ => columns.Select(channel => Number(channel > BvhChannel.Zposition ? 170 : 30)).ToArray())]);
    }
}
