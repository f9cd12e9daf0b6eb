using System.Collections.Immutable;
using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Baking;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Layers;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Baking;

/// <summary>Whatever motion comes from, its samples become keys: what was seen is seen, and what was not meant is not touched.</summary>
public class BakeTests
{
    private static readonly ObjectId Boat = RandomLayers.Boat, Gull = RandomLayers.Gull, Route = new(3), Quay = new(4);

    private static double[] Seen(Scene scene, ObjectId id, string channel, IEnumerable<decimal> frames) =>
        Stages.Values(scene.Object(id), channel, new FrameTimes(scene, [.. frames.Select(frame => (double)scene.Rate.At(frame).Value)]));

    private static IEnumerable<decimal> Frames(int first, int last, int per = 1) => Enumerable.Range(0, (last - first) * per + 1).Select(i => first + (decimal)i / per);

    private static void ShouldBeNear(double[] seen, double[] wanted, double within, string what)
    {
        for (var i = 0; i < seen.Length; i++) Math.Abs(seen[i] - wanted[i]).ShouldBeLessThan(within, $"{what} at {i}: {seen[i]}, not {wanted[i]}");
    }

    [Fact]
    public void Layers_warps_and_cycles_become_keys_that_show_the_same_on_every_sample() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var random = new Random(seed);
            var scene = RandomLayers.Scene(random);
            var per = random.Next(1, 5);
            Scene baked;
            try
            {
                baked = new Bake([new(Boat, null)], 1, 60, per).Apply(scene);
            }
            catch (Refusal refusal)
            {
                refusal.Reason.ShouldContain("nothing to bake");
                return;
            }
            baked.Object(Boat).Channels.Keys.ShouldNotContain(name => LayeredName.Is(name) && scene.Layer(LayeredName.LayerOf(name)!.Value).On);
            baked.Warps.ShouldBeEmpty();
            foreach (var channel in RandomLayers.Channels)
            {
                // A value may jump: right at it a key a tick away is as good.
                ShouldBeNear(Seen(baked, Boat, channel, Frames(1, 60, per)), Seen(scene, Boat, channel, Frames(1, 60, per)), 1e-6, channel);
                Seen(baked, Gull, channel, Frames(-10, 80, 3)).ShouldBe(Seen(scene, Gull, channel, Frames(-10, 80, 3)));
            }
        }).QuickCheckThrowOnFailure();

    [Fact]
    public void Within_a_tolerance_what_is_told_is_what_is_measured() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var scene = RandomLayers.Scene(new Random(seed), isPlain: true);
            if (scene.Object(Boat).Channels.IsEmpty) return;
            var bake = new Bake([new(Boat, null)], 1, 60, PerSecond: 240, Tolerance: 0.01, Degrees: 0.01);
            CurveConsequence told;
            try
            {
                told = CurveConsequence.Of(scene, bake);
            }
            catch (Refusal)
            {
                return;
            }
            var after = bake.Apply(scene);
            var finer = BakeGrid.Of(scene, 1, 60, null, 240).Finer(8).Moments();
            var largest = RandomLayers.Channels.Max(channel =>
            {
                var (was, isNow) = (Stages.Values(scene.Object(Boat), channel, new FrameTimes(scene, finer)), Stages.Values(after.Object(Boat), channel, new FrameTimes(after, finer)));
                return was.Zip(isNow, (a, b) => Math.Abs(a - b)).Max();
            });
            told.Difference.ShouldBe(largest, 1e-9);
            told.KeysAfter.ShouldBe(after.Object(Boat).Channels.Where(each => each.Value != scene.Object(Boat).Channels.GetValueOrDefault(each.Key)).Sum(each => each.Value.Curve?.Keys.Length ?? 0));
        }).QuickCheckThrowOnFailure();

    [Fact]
    public void Into_a_layer_it_is_seen_within_the_range_only_and_nothing_else_is_touched() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var scene = RandomLayers.Scene(new Random(seed), isPlain: true);
            scene = scene.Layers.Values.Where(layer => layer.Solo).Aggregate(scene, (now, layer) => now.With(layer with { Solo = false }));
            if (!RandomLayers.Channels.Any(channel => Stages.Moves(scene.Object(Boat), channel, new FrameTimes(scene, [0])))) return;
            var baked = new Bake([new(Boat, null)], 20, 40, 2, Into: BakeInto.Layer, Name: "Swell").Apply(scene);
            baked.Layers.Values.Single(layer => layer.Name == "Swell").Mode.ShouldBe(LayerMode.Override);
            foreach (var channel in RandomLayers.Channels)
            {
                ShouldBeNear(Seen(baked, Boat, channel, Frames(20, 40, 2)), Seen(scene, Boat, channel, Frames(20, 40, 2)), 1e-9, channel);
                Seen(baked, Boat, channel, Frames(1, 19, 4)).ShouldBe(Seen(scene, Boat, channel, Frames(1, 19, 4)));
                Seen(baked, Boat, channel, Frames(41, 60, 4)).ShouldBe(Seen(scene, Boat, channel, Frames(41, 60, 4)));
            }
            foreach (var (name, channel) in scene.Object(Boat).Channels) baked.Object(Boat).Channels[name].ShouldBe(channel);
        }).QuickCheckThrowOnFailure();

    /// <summary>A boat on a route that turns, banks and rolls in waves; a gull that looks at it from a quay that moves.</summary>
    private static Scene Harbour() => Scene.Empty("Harbour").After(
        new SetRanges(new(1, 48)), new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Cone, "Gull"),
        new AddPath([new(new(0, 0, 0)), new(new(6, 1, 2)), new(new(9, 0, 8)), new(new(2, 2, 12))], Name: "Route"),
        new AddObject(ObjectKind.Group, "Quay"),
        new FollowPath([Boat], Route, SignedAxis.PlusX, Bank: 20),
        new KeyChannels(1, [new(Boat, "rotation.x", -10), new(Quay, "position.y", 0), new(Quay, "rotation.y", 20)]),
        new KeyChannels(40, [new(Boat, "rotation.x", 15), new(Quay, "position.y", 3), new(Quay, "rotation.y", 80)]),
        new SetParent([Gull], Quay), new AimAt([Gull], Boat, SignedAxis.PlusZ));

    private static void ShouldStandAlike(Scene was, ObjectId id, Scene isNow, ObjectId other, IEnumerable<decimal> frames, double within)
    {
        double[] moments = [.. frames.Select(frame => (double)was.Rate.At(frame).Value)];
        var (a, b) = (new WorldSampler(was, new FrameTimes(was, moments)).Worlds(id), new WorldSampler(isNow, new FrameTimes(isNow, moments)).Worlds(other));
        for (var i = 0; i < moments.Length; i++)
            foreach (var point in (Vector[])[Vector.Zero, new(1, 0, 0), new(0, 1, 0), new(0, 0, 1)])
                (a[i].Point(point) - b[i].Point(point)).Length().ShouldBeLessThan(within, $"at {moments[i]}");
    }

    [Fact]
    public void What_follows_and_what_aims_keeps_its_place_without_path_and_target()
    {
        var scene = Harbour();
        var baked = scene.After(new Bake([new(Boat, null), new(Gull, null)], 1, 48, 4));
        (baked.Object(Boat).Follow, baked.Object(Gull).Aim, baked.Object(Gull).Parent).ShouldBe((null, null, (ObjectId?)Quay));
        foreach (var id in (ObjectId[])[Boat, Gull]) ShouldStandAlike(scene, id, baked, id, Frames(1, 48, 4), 1e-6);
        // Straight between samples: the more of them, the nearer, by the square.
        double Off(int per)
        {
            double[] moments = [.. Frames(1, 48, 32).Select(frame => (double)scene.Rate.At(frame).Value)];
            var after = scene.After(new Bake([new(Boat, null)], 1, 48, per));
            var (a, b) = (new WorldSampler(scene, new FrameTimes(scene, moments)).Worlds(Boat), new WorldSampler(after, new FrameTimes(after, moments)).Worlds(Boat));
            return Enumerable.Range(0, moments.Length).Max(i => (a[i].Point(Vector.Zero) - b[i].Point(Vector.Zero)).Length());
        }
        (Off(1) / Off(4)).ShouldBeInRange(8, 32);
        scene.After(new Bake([new(Gull, null)], 1, 48, 1, World: true)).Object(Gull).Parent.ShouldBeNull();
    }

    [Fact]
    public void What_is_baked_together_with_what_carries_it_keeps_its_place()
    {
        // The gull sits on the boat and looks at the quay; the wheel rolls under the boat, which leaves its route.
        var scene = Harbour().After(new AimAt([Gull], Quay, SignedAxis.PlusZ), new SetParent([Gull], Boat), new AddObject(ObjectKind.Cylinder, "Wheel", Boat), new SetRoll([new(5)], Axis.Z, 0.4));
        foreach (var parts in (ImmutableArray<BakePart>?[])[null, [BakePart.Path, BakePart.Aim]])
        {
            var baked = scene.After(new Bake([new(Gull, null), new(new(5), "rotation.z"), new(Boat, null)], 1, 48, 2, Parts: parts));
            (baked.Object(Boat).Follow, baked.Object(Gull).Aim, baked.Object(new(5)).Roll is null).ShouldBe((null, null, parts is null));
            foreach (var id in (ObjectId[])[Boat, Gull]) ShouldStandAlike(scene, id, baked, id, Frames(1, 48, 2), 1e-6);
            if (parts is null) ShouldStandAlike(scene, new(5), baked, new(5), Frames(1, 48, 2), 1e-6);
        }
    }

    [Fact]
    public void A_twin_without_a_parent_stands_where_the_other_is_and_that_one_is_left_alone()
    {
        var scene = Harbour();
        var baked = scene.After(new Bake([new(Gull, null)], 1, 48, 2, Into: BakeInto.Twin));
        var twin = baked.Find("Gull baked")!;
        (twin.Parent, twin.Aim, twin.Kind).ShouldBe((null, null, ObjectKind.Cone));
        ShouldStandAlike(scene, Gull, baked, twin.Id, Frames(1, 48, 2), 1e-6);
        baked.Object(Gull).ShouldBe(scene.Object(Gull));
        // What is not chosen stands as at the start.
        var still = scene.After(new Bake([new(Gull, "position.x")], 1, 48, 2, Into: BakeInto.Twin)).Find("Gull baked")!;
        still.Channels.Values.Count(channel => channel.Curve is not null).ShouldBeLessThanOrEqualTo(1);
    }

    [Fact]
    public void Keys_outside_the_range_and_other_channels_are_what_they_were()
    {
        var scene = RandomLayers.Scene(new Random(7), isPlain: true).After(
            new KeyChannels(2, [new(Boat, "scale.y", 1), new(Boat, "position.z", 3)]), new KeyChannels(15, [new(Boat, "scale.y", 4), new(Boat, "position.z", 5)]),
            new KeyChannels(33, [new(Boat, "scale.y", 2), new(Boat, "position.z", -5)]), new KeyChannels(52, [new(Boat, "scale.y", 3), new(Boat, "position.z", 1)]));
        var baked = scene.After(new Bake([new(Boat, "scale.y")], 20, 30, 1));
        baked.Object(Boat).Channel("position.z").ShouldBe(scene.Object(Boat).Channel("position.z"));
        var keys = baked.Keys(Boat, "scale.y");
        keys.Select(key => scene.Rate.FrameOf(key.Time.Value)).ShouldBe([2, 15, .. Enumerable.Range(20, 11), 33, 52]);
        foreach (var (first, last) in ((int, int)[])[(1, 20), (30, 60)])
            ShouldBeNear(Seen(baked, Boat, "scale.y", Frames(first, last, 8)), Seen(scene, Boat, "scale.y", Frames(first, last, 8)), 1e-9, "outside");
        ShouldBeNear(Seen(baked, Boat, "scale.y", Frames(20, 30)), Seen(scene, Boat, "scale.y", Frames(20, 30)), 1e-9, "inside");
    }

    [Fact]
    public void Samples_go_by_the_second_whatever_the_rate_and_the_last_frame_is_one()
    {
        var scene = Scene.Empty("Bay").After(new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Boat"),
            new KeyChannels(1, [new(Boat, "position.x", 0)], Interpolation.Linear), new KeyChannels(49, [new(Boat, "position.x", 8)], Interpolation.Linear));
        var times = scene.After(new Bake([new(Boat, "position.x")], 1, 49, PerSecond: 5)).Keys(Boat, "position.x").Select(key => (key.Time - scene.Rate.StartOf(1)).Value).ToList();
        times.ShouldBe(Enumerable.Range(0, 11).Select(i => i * Tick.PerSecond / 5));
        scene.After(new Bake([new(Boat, "position.x")], 1, 48, PerSecond: 5)).Keys(Boat, "position.x")[^2].Time.ShouldBe(scene.Rate.StartOf(48));
    }

    [Fact]
    public void What_was_exact_stays_so()
    {
        var scene = Scene.Empty("Bay").After(new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Boat"),
            new KeyChannels(1, [new(Boat, "position.x", 0)]), new KeyChannels(10.25m, [new(Boat, "position.x", 8)]), new KeyChannels(49, [new(Boat, "position.x", 1)]));
        var keys = scene.After(new Bake([new(Boat, "position.x")], 1, 49, 1)).Keys(Boat, "position.x");
        keys.ShouldContain(key => key.Time == scene.Rate.At(10.25m) && key.Value == 8);
        // What its own keys say alone is left as it is, unless it is asked for by name.
        Should.Throw<Refusal>(() => new Bake([new(Boat, null)], 1, 49, 1).Apply(scene)).Reason.ShouldContain("by its own keys alone");
        // With a tolerance a line is a line again.
        var line = Scene.Empty("Bay").After(new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Boat"),
            new KeyChannels(1, [new(Boat, "position.x", 0)], Interpolation.Linear), new KeyChannels(49, [new(Boat, "position.x", 8)], Interpolation.Linear));
        line.After(new Bake([new(Boat, "position.x")], 1, 49, 2, Tolerance: 0.001)).Keys(Boat, "position.x").Length.ShouldBe(2);
    }

    [Theory, InlineData(30, 0.001), InlineData(0.001, 30)]
    public void What_turns_has_a_tolerance_of_its_own(double lengths, double degrees)
    {
        var scene = Scene.Empty("Bay").After(new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Boat"));
        foreach (var name in (string[])["position.x", "rotation.y"])
        {
            foreach (var frame in (int[])[1, 17, 33, 49])
                scene = scene.After(new KeyChannels(frame, [new(Boat, name, frame % 3 * 10)], Interpolation.Free));
        }
        int Count(string name) => scene.After(new Bake([new(Boat, "position.x"), new(Boat, "rotation.y")], 1, 49, 4, Tolerance: lengths, Degrees: degrees)).Keys(Boat, name).Length;
        var (coarse, fine) = lengths > degrees ? ("position.x", "rotation.y") : ("rotation.y", "position.x");
        Count(coarse).ShouldBeLessThan(Count(fine));
        Should.Throw<Refusal>(() => new Bake([new(Boat, null)], 1, 49, 4, Degrees: -1).Apply(scene)).Place.ShouldBe("degrees");
    }

    [Fact]
    public void A_jump_stays_a_jump()
    {
        var scene = Scene.Empty("Bay").After(new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Boat"),
            new KeyChannels(1, [new(Boat, "rotation.y", 0)], Interpolation.Linear), new KeyChannels(13, [new(Boat, "rotation.y", 360)], Interpolation.Linear),
            new KeyChannels(1, [new(Boat, "position.x", 2)], Interpolation.Hold), new KeyChannels(20.5m, [new(Boat, "position.x", 7)], Interpolation.Hold),
            new SetExtrapolation([new(Boat, "rotation.y")], Extrapolation.Hold, Extrapolation.Repeat));
        foreach (var tolerance in (double[])[0, 0.001])
        {
            CurveConsequence.Of(scene, new Bake([new(Boat, null)], 1, 49, 2, Tolerance: tolerance, Degrees: tolerance)).Difference.ShouldBeLessThan(0.002);
            CurveConsequence.Of(scene, new Bake([new(Boat, "position.x")], 1, 49, 1, Tolerance: tolerance)).Difference.ShouldBeLessThan(0.002);
        }
    }

    [Fact]
    public void Time_that_is_left_is_set_against_and_where_it_stands_that_is_told()
    {
        var scene = RandomLayers.Scene(new Random(3), isPlain: true).After(new SetRanges(new(1, 60)),
            new KeyChannels(1, [new(Boat, "position.z", 0)]), new KeyChannels(60, [new(Boat, "position.z", 9)]),
            new AddWarp("Slow"), new KeyChannels(30, [new(CurveRef.Of(new WarpId(1)), 20)]));
        // The warp covers the whole scene, and stays.
        var baked = scene.After(new Bake([new(Boat, "position.z")], 1, 60, 2));
        baked.Warps.Count.ShouldBe(1);
        ShouldBeNear(Seen(baked, Boat, "position.z", Frames(1, 60, 2)), Seen(scene, Boat, "position.z", Frames(1, 60, 2)), 1e-5, "through the warp");
        var standing = scene.After(new KeyChannels(40, [new(CurveRef.Of(new WarpId(1)), 20)], Interpolation.Linear));
        Should.Throw<Refusal>(() => new Bake([new(Boat, "position.z")], 1, 60, 2).Apply(standing)).Reason.ShouldContain("stands still or runs backwards");
    }

    [Fact]
    public void What_covers_more_than_is_baked_is_not_taken_off_behind_ones_back()
    {
        var scene = Scene.Empty("Bay").After(new SetRanges(new(1, 60)), new AddObject(ObjectKind.Box, "Boat"),
            new KeyChannels(1, [new(Boat, "position.x", 0), new(Boat, "position.y", 0)]), new KeyChannels(30, [new(Boat, "position.x", 4), new(Boat, "position.y", 2)]),
            new AddWarp("Slow", [new(Boat, null)]), new KeyChannels(20, [new(CurveRef.Of(new WarpId(1)), 10)]));
        Should.Throw<Refusal>(() => new Bake([new(Boat, "position.x")], 1, 60, 1).Apply(scene)).Reason.ShouldContain("position.y");
        scene.After(new Bake([new(Boat, "position.x"), new(Boat, "position.y")], 1, 60, 1)).Warps.ShouldBeEmpty();
        var left = scene.After(new Bake([new(Boat, "position.x")], 1, 60, 1, Parts: []));
        left.Warps.Count.ShouldBe(1);
        ShouldBeNear(Seen(left, Boat, "position.x", Frames(1, 60)), Seen(scene, Boat, "position.x", Frames(1, 60)), 1e-5, "under the warp");
    }

    [Theory]
    [InlineData(0, 48, 1, null, "perFrame")]
    [InlineData(0, 48, null, null, "perFrame")]
    [InlineData(10, 10, 1, null, "last")]
    [InlineData(1, 48, 11, null, "perFrame")]
    [InlineData(1, 48, null, 241, "perSecond")]
    [InlineData(1, 48, null, 0, "perSecond")]
    [InlineData(1, 48, 2, 5, "perFrame")]
    public void Nonsense_is_refused_with_its_place(int first, int last, int? perFrame, int? perSecond, string place)
    {
        var refusal = Should.Throw<Refusal>(() => new Bake([new(Boat, null)], first == 0 ? 1 : first, last, first == 0 && perFrame is 1 ? 0 : perFrame, perSecond).Apply(Harbour()));
        refusal.Place.ShouldBe(place);
        Should.Throw<Refusal>(() => new Bake([], 1, 48, 1).Apply(Harbour())).Place.ShouldBe("targets");
        Should.Throw<Refusal>(() => new Bake([new(Quay, "scale.x")], 1, 1_000_000, 10).Apply(Harbour())).Reason.ShouldContain("samples");
    }
}
