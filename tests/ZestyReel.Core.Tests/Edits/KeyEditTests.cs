using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

/// <summary>Arranging keys. The ferry is keyed on x at 1 (0), 25 (10) and 49 (30).</summary>
public class KeyEditTests
{
    private static decimal?[] Frames(Scene scene) => [.. scene.Keys(Ferry, "position.x").Select(k => scene.Rate.ExactFrameOf(k.Time))];

    private static double[] Values(Scene scene) => [.. scene.Keys(Ferry, "position.x").Select(k => k.Value)];

    [Fact]
    public void A_value_of_minus_zero_is_zero()
    {
        var keys = Moving().After(new SetKeyValues([Selected(1, 25, 49)], -0.0)).Keys(Ferry, "position.x");
        keys.ShouldAllBe(key => !double.IsNegative(key.Value));
        double.IsNegative(Moving().After(new SetValues([new ChannelValue(Buoy, "position.y", -0.0)])).Object(Buoy).Channel("position.y").Still).ShouldBeFalse();
    }

    [Fact]
    public void Where_keys_meet_it_stops_replaces_or_keeps_both()
    {
        var clash = Should.Throw<KeyClash>(() => new MoveKeys([Selected(1)], 24).Apply(Moving()));
        (clash.Count, clash.Frame).ShouldBe((1, 25));
        var replaced = Moving().After(new MoveKeys([Selected(1)], 24, Meet: WhenKeysMeet.Replace));
        (Frames(replaced), Values(replaced)).ShouldSatisfyAllConditions(
            both => both.Item1.ShouldBe([25, 49]), both => both.Item2.ShouldBe([0, 30]));
        var kept = Moving().After(new MoveKeys([Selected(1)], 24, Meet: WhenKeysMeet.KeepBoth));
        Values(kept).ShouldBe([10, 0, 30]);
        (kept.Keys(Ferry, "position.x")[1].Time - kept.Keys(Ferry, "position.x")[0].Time).ShouldBe(new TickSpan(1));
    }

    [Fact]
    public void What_follows_ripples_along()
    {
        Frames(Moving().After(new MoveKeys([Selected(25)], 7, Ripple: true))).ShouldBe([1, 32, 56]);
        Should.Throw<KeyClash>(() => new MoveKeys([Selected(25)], -24, Ripple: true).Apply(Moving()));
    }

    [Fact]
    public void Copies_stand_beside_the_originals()
    {
        var scene = Moving().After(new DuplicateKeys([Selected(1, 25)], 60));
        Frames(scene).ShouldBe([1, 25, 49, 61, 85]);
        Values(scene).ShouldBe([0, 10, 30, 0, 10]);
    }

    [Fact]
    public void Keys_scale_about_a_frame()
    {
        Frames(Moving().After(new ScaleKeys([Selected(1, 25, 49)], 1, 49, 25))).ShouldBe([1, 13, 25]);
        Frames(Moving().After(new ScaleKeys([Selected(1, 25, 49)], 49, 1, 25))).ShouldBe([25, 37, 49]);
        Frames(Moving().After(new ScaleKeys([Selected(25, 49)], 25, 49, 32.5m))).ShouldBe([1, 25, 32.5m]);
        Frames(Moving().After(new ScaleKeys([Selected(25, 49)], 25, 49, 32.4m, OnFrames: true))).ShouldBe([1, 25, 32]);
        Should.Throw<Refusal>(() => new ScaleKeys([Selected(25, 49)], 25, 49, 20).Apply(Moving())).Place.ShouldBe("to");
        Should.Throw<KeyClash>(() => new ScaleKeys([Selected(1, 25, 49)], 1, 49, 2, OnFrames: true).Apply(Moving())).Count.ShouldBe(1);
    }

    [Property]
    public bool A_pair_one_frame_apart_survives_a_hundred_scalings(int seed)
    {
        var random = new Random(seed);
        var scene = Moving().After(Keyed(26, 11));
        var values = Values(scene);
        for (var i = 0; i < 100; i++)
        {
            var all = new KeySet(Ferry, "position.x", [.. scene.Keys(Ferry, "position.x").Select(k => k.Time)]);
            scene = scene.After(new ScaleKeys([all], 1, 40, 1 + random.Next(1, 90) * (random.Next(2) == 0 ? 0.1m : 1m), Meet: WhenKeysMeet.KeepBoth));
            if (scene.Keys(Ferry, "position.x").Any(k => Math.Abs(k.Time.Value) > Tick.Furthest / 1000)) break;
        }
        return Values(scene).SequenceEqual(values);
    }

    [Fact]
    public void On_whole_frames_one_of_those_that_meet_stays_as_said()
    {
        var scene = Moving().After(Keyed(25.25m, 7), Keyed(30.5m, 8), Keyed(24.75m, 6));
        var selected = Selected(24.75m, 25.25m, 30.5m);
        (Frames(scene.After(new PutOnFrames([selected], FrameRule.Nearest))), Values(scene.After(new PutOnFrames([selected], FrameRule.Nearest)))).ShouldSatisfyAllConditions(
            both => both.Item1.ShouldBe([1, 25, 30, 49]), both => both.Item2.ShouldBe([0, 10, 8, 30]));
        Values(scene.After(new PutOnFrames([selected], FrameRule.Earliest))).ShouldBe([0, 6, 8, 30]);
        Values(scene.After(new PutOnFrames([selected], FrameRule.Latest))).ShouldBe([0, 7, 8, 30]);
        var told = TimeConsequence.Of(scene, new PutOnFrames([selected], FrameRule.Nearest));
        (told.Keys - told.KeysAfter).ShouldBe(2);
    }

    [Fact]
    public void A_pose_is_copied_from_any_frame_and_keyed_on_another()
    {
        var scene = Moving().After(new KeyChannels(1, [new(Ferry, "rotation.y", 0)]), new KeyChannels(49, [new(Ferry, "rotation.y", 48)], Interpolation.Linear));
        var pose = CopiedPose.Of(scene, [Ferry], 13);
        pose.Values.Select(value => (value.Channel, value.Value)).ShouldBe([("position.x", 5), ("rotation.y", scene.Object(Ferry).Channel("rotation.y").ValueAt(FrameRate.Film.At(13).Value))]);
        var pasted = scene.After(new PastePose(pose, 60));
        (Frames(pasted), Values(pasted)).ShouldSatisfyAllConditions(both => both.Item1.ShouldBe([1, 25, 49, 60]), both => both.Item2[^1].ShouldBe(5));
        pasted.Keys(Ferry, "position.x").Take(3).Select(key => (key.Time, key.Value)).ShouldBe(scene.Keys(Ferry, "position.x").Select(key => (key.Time, key.Value)));
        // On others, those of them that have the channels; what never had keys gives its transform.
        pasted = scene.After(new PastePose(pose, 60, [Buoy, Hull]));
        pasted.Keys(Buoy, "position.x").Single().Value.ShouldBe(5);
        CopiedPose.Of(scene, [Buoy], 1).Values.Select(value => value.Channel).ShouldBe(["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z", "scale.x", "scale.y", "scale.z"]);
        Should.Throw<Refusal>(() => new PastePose(pose, 60, [new ObjectId(77)]).Apply(scene)).Place.ShouldBe("onto");
        Should.Throw<Refusal>(() => CopiedPose.Of(scene, [], 1)).Place.ShouldBe("objects");
    }

    /// <summary>Every point of what is mirrored is where the mirror has it: by the worlds of both, from matrices.</summary>
    [Property(MaxTest = 30)]
    public bool A_mirrored_pose_is_the_mirror_image(int seed)
    {
        var random = new Random(seed);
        foreach (var order in Enum.GetValues<RotationOrder>())
        {
            var axis = (Axis)random.Next(3);
            var channels = new[] { "position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z" };
            var scene = Still().After(new SetRotationOrder([Buoy], order), new KeyChannels(1, [.. channels.Select(channel => new ChannelValue(Buoy, channel, random.NextDouble() * 200 - 100))]));
            var mirrored = scene.After(new PastePose(CopiedPose.Of(scene, [Buoy], 1), 30, Mirror: axis));
            var (was, now) = (WorldOf(mirrored, 1), WorldOf(mirrored, 30));
            // M·W·M for the rotation, M·p for the place.
            double Sign(int i) => i == (int)axis ? -1 : 1;
            for (var i = 0; i < 3; i++)
                for (var j = 0; j < 3; j++)
                    if (Math.Abs(was[i, j] * Sign(i) * Sign(j) - now[i, j]) > 1e-9) return false;
        }
        return true;
    }

    /// <summary>The rotation of the buoy as a matrix, each column where an axis comes to.</summary>
    private static double[,] WorldOf(Scene scene, long frame)
    {
        var turned = new double[3, 3];
        for (var column = 0; column < 3; column++)
        {
            var at = scene.After(new AddObject(ObjectKind.Box, "Tip", Buoy, ImmutableDictionary<string, double>.Empty.Add($"position.{"xyz"[column]}", 1)));
            var times = new FrameTimes(at, [at.Rate.StartOf(frame).Value]);
            var (tip, root) = (new WorldSampler(at, times).Worlds(at.Find("Tip")!.Id)[0].Position, new WorldSampler(at, times).Worlds(Buoy)[0].Position);
            (turned[0, column], turned[1, column], turned[2, column]) = (tip.X - root.X, tip.Y - root.Y, tip.Z - root.Z);
        }
        return turned;
    }

    [Fact]
    public void Copied_keys_are_pasted_at_a_frame_in_place_and_on_another_object()
    {
        var copied = CopiedKeys.Of(Moving(), [Selected(25, 49)]);
        var later = Moving().After(new PasteKeys(copied, 100));
        Frames(later).ShouldBe([1, 25, 49, 100, 124]);
        // Gone meanwhile, they come back where they were.
        Moving().After(new DeleteKeys([Selected(25, 49)]), new PasteKeys(copied)).Keys(Ferry, "position.x").ShouldBe(Moving().Keys(Ferry, "position.x"));
        var onBuoy = Moving().After(new PasteKeys(copied, 10, [Buoy]));
        onBuoy.Keys(Buoy, "position.x").Select(k => (onBuoy.Rate.ExactFrameOf(k.Time), k.Value)).ShouldBe([(10, 10), (34, 30)]);
        var colour = CopiedKeys.Of(Still().After(new KeyChannels(1, [new ChannelValue(Hull, "look.red", 1)])), [new KeySet(Hull, "look.red", [FrameRate.Film.At(1)])]);
        Should.Throw<Refusal>(() => new PasteKeys(colour, Onto: [Ferry]).Apply(Moving())).Place.ShouldBe("onto");
    }

    [Fact]
    public void Copied_keys_of_one_channel_are_pasted_on_others_and_of_several_on_as_many()
    {
        var scene = Moving().After(new KeyChannels(25, [new(Ferry, "position.z", 7)]));
        var copied = CopiedKeys.Of(scene, [Selected(25, 49)]);
        var after = scene.After(new PasteKeys(copied, 30, [Ferry, Buoy], Channels: ["scale.x", "rotation.y"]));
        foreach (var (thing, channel) in new[] { (Ferry, "scale.x"), (Ferry, "rotation.y"), (Buoy, "scale.x"), (Buoy, "rotation.y") })
            after.Keys(thing, channel).Select(k => (after.Rate.ExactFrameOf(k.Time), k.Value)).ShouldBe([(30, 10), (54, 30)], $"{thing} {channel}");
        after.Keys(Ferry, "position.x").ShouldBe(scene.Keys(Ferry, "position.x"));
        var two = CopiedKeys.Of(scene, [Selected(25, 49), new KeySet(Ferry, "position.z", [FrameRate.Film.At(25)])]);
        var turned = scene.After(new PasteKeys(two, Channels: ["rotation.x", "rotation.z"]));
        turned.Keys(Ferry, "rotation.x").Select(k => k.Value).ShouldBe([10, 30]);
        turned.Keys(Ferry, "rotation.z").Select(k => k.Value).ShouldBe([7]);
        Should.Throw<Refusal>(() => new PasteKeys(two, Channels: ["rotation.x"]).Apply(scene)).Place.ShouldBe("channels");
        Should.Throw<Refusal>(() => new PasteKeys(two, Channels: ["rotation.x", "rotation.x"]).Apply(scene)).Place.ShouldBe("channels");
        Should.Throw<Refusal>(() => new PasteKeys(copied, Channels: ["no such"]).Apply(scene)).Place.ShouldBe("onto");
        // Onto itself it lands on its own keys, as anywhere.
        Should.Throw<Refusal>(() => new PasteKeys(copied, Channels: ["position.x"]).Apply(scene));
    }

    [Property]
    public void Values_are_pasted_so_many_times_as_large_and_more_all_along_the_curve(sbyte times, sbyte plus, byte place)
    {
        var scene = Moving();
        var copied = CopiedKeys.Of(scene, [Selected(1, 25, 49)]);
        var after = scene.After(new PasteKeys(copied, Channels: ["rotation.z"], Times: times / 4.0, Plus: plus));
        var tick = scene.Rate.StartOf(1).Value + (long)(place / 255.0 * (scene.Rate.StartOf(49).Value - scene.Rate.StartOf(1).Value));
        after.Object(Ferry).Channel("rotation.z").ValueAt(tick).ShouldBe(scene.Object(Ferry).Channel("position.x").ValueAt(tick) * times / 4.0 + plus, 1e-9);
    }

    [Fact]
    public void Values_that_would_be_out_of_reach_are_not_pasted()
    {
        var copied = CopiedKeys.Of(Moving(), [Selected(25, 49)]);
        Should.Throw<Refusal>(() => new PasteKeys(copied, Channels: ["rotation.z"], Times: double.NaN).Apply(Moving())).Place.ShouldBe("times");
        Should.Throw<Refusal>(() => new PasteKeys(copied, Channels: ["rotation.z"], Times: 2e6).Apply(Moving())).Place.ShouldBe("times");
        Should.Throw<Refusal>(() => new PasteKeys(copied, Channels: ["rotation.z"], Plus: double.PositiveInfinity).Apply(Moving())).Place.ShouldBe("plus");
        Should.Throw<Refusal>(() => new PasteKeys(copied, Channels: ["look.opacity"]).Apply(Moving())).Reason.ShouldContain("look.opacity takes 0 to 1");
        Moving().After(new PasteKeys(copied, Channels: ["look.opacity"], Times: 0.01)).Keys(Ferry, "look.opacity").Select(key => key.Value).ShouldBe([0.1, 0.3]);
    }

    [Fact]
    public void Keys_of_a_layer_are_pasted_on_others_of_that_layer()
    {
        var scene = Moving().After(new AddLayer("Lean"));
        var layer = scene.Layers.Keys.Single();
        var layered = scene.After(new KeyChannels(5, [new(Ferry, $"{layer.Value}/rotation.x", 12)]));
        var copied = CopiedKeys.Of(layered, [new KeySet(Ferry, $"{layer.Value}/rotation.x", [FrameRate.Film.At(5)])]);
        layered.After(new PasteKeys(copied, 9, Channels: ["rotation.z"])).Keys(Ferry, $"{layer.Value}/rotation.z").Select(k => k.Value).ShouldBe([12]);
    }

    [Property]
    public bool Mirrored_twice_is_as_it_was(NonEmptyArray<(byte Frame, sbyte Value, byte Mode)> some)
    {
        var keys = some.Get.DistinctBy(k => k.Frame).OrderBy(k => k.Frame).Select(k => new Key(
            FrameRate.Film.At(k.Frame), k.Value, (Interpolation)(k.Mode % 6), (Interpolation)(k.Mode / 6 % 6), new Handle(-5e6, 1), new Handle(7e6, -2)));
        var before = Still().With(Still().Object(Ferry).WithChannel("position.x", new Channel(0, new Curve([.. keys]))));
        Scene Mirrored(Scene scene)
        {
            var all = new KeySet(Ferry, "position.x", [.. scene.Keys(Ferry, "position.x").Select(k => k.Time)]);
            return scene.After(new DeleteKeys([all]), new PasteKeys(CopiedKeys.Of(scene, [all]), Mirrored: true));
        }
        // A mirrored curve is the same curve read backwards.
        var (curve, turned) = (before.Object(Ferry).Channel("position.x").Curve!, Mirrored(before).Object(Ferry).Channel("position.x").Curve!);
        var ends = curve.Keys[0].Time.Value + curve.Keys[^1].Time.Value;
        var isBackwards = curve.Segments.Length == 0 || Enumerable.Range(1, 40).All(i =>
        {
            var ticks = curve.Keys[0].Time.Value + (curve.Keys[^1].Time - curve.Keys[0].Time).Value * i / 41.0;
            return curve.Keys.Any(k => k.Out == Interpolation.Hold || k.In == Interpolation.Hold)
                || Math.Abs(curve.ValueAt(ticks) - turned.ValueAt(ends - ticks)) < 1e-6;
        });
        return isBackwards && Mirrored(Mirrored(before)).Keys(Ferry, "position.x").SequenceEqual(before.Keys(Ferry, "position.x"));
    }

    [Fact]
    public void Values_of_keys_are_set_or_changed()
    {
        Values(Moving().After(new SetKeyValues([Selected(1, 49)], 4))).ShouldBe([4, 10, 4]);
        Values(Moving().After(new SetKeyValues([Selected(1, 49)], 4, 1))).ShouldBe([4, 10, 34]);
    }

    [Fact]
    public void A_pose_is_held_flat()
    {
        var pushed = Moving().After(new HoldPose(13, 23, [Ferry], Push: true));
        Frames(pushed).ShouldBe([1, 13, 23, 35, 59]);
        Values(pushed).ShouldBe([0, 5, 5, 10, 30], 1e-9);
        for (var frame = 13m; frame <= 23; frame += 0.5m) pushed.Object(Ferry).Channel("position.x").ValueAt(pushed.Rate.At(frame).Value).ShouldBe(5, 1e-9);
        Frames(Moving().After(new HoldPose(13, 30, [Ferry]))).ShouldBe([1, 13, 30, 49]);
        Should.Throw<Refusal>(() => new HoldPose(13, 13, [Ferry]).Apply(Moving()));
        Should.Throw<Refusal>(() => new HoldPose(13, 20, [Buoy]).Apply(Moving())).Place.ShouldBe("objects");
    }

    [Fact]
    public void A_lead_holds_the_first_pose()
    {
        var led = Moving().After(new AddLead(12));
        Frames(led).ShouldBe([1, 13, 37, 61]);
        led.Object(Ferry).Channel("position.x").ValueAt(led.Rate.At(7).Value).ShouldBe(0);
        led.Settings.Range.ShouldBe(new FrameRange(1, 132));
        Moving().After(new AddLead(12, [Ferry])).Settings.Range.ShouldBe(new FrameRange(1, 120));
    }

    [Fact]
    public void Locked_channels_stay_as_they_are()
    {
        var locked = Moving().After(new SetLocked([new ChannelValue(Ferry, "position.x"), new ChannelValue(Buoy, "position.y")], true));
        foreach (Edit edit in new Edit[]
        {
            new MoveKeys([Selected(25)], 3), new DeleteKeys([Selected(25)]), Keyed(30, 1), new StayStill(30, [new ChannelValue(Ferry, "position.x")]),
            new SetValues([new ChannelValue(Buoy, "position.y", 1)]), new HoldPose(3, 9, [Ferry]), new SetExtrapolation([new ChannelValue(Ferry, "position.x")], Extrapolation.Mirror),
        }) Should.Throw<Refusal>(() => edit.Apply(locked)).Reason.ShouldContain("locked");
        locked.After(new StretchTime(240, 1)).Object(Ferry).Channel("position.x").Locked.ShouldBeTrue();
        locked.After(new SetLocked([new ChannelValue(Buoy, "position.y")], false)).Object(Buoy).Channels.ShouldNotContainKey("position.y");
    }

    [Fact]
    public void The_first_key_of_a_still_channel_leaves_an_anchor()
    {
        var scene = Still().After(
            new SetValues([new ChannelValue(Buoy, "position.y", 2)]), new KeyChannels(30, [new ChannelValue(Buoy, "position.y", 5)], Anchor: 1));
        scene.Keys(Buoy, "position.y").Select(k => (scene.Rate.ExactFrameOf(k.Time), k.Value)).ShouldBe([(1, 2), (30, 5)]);
        scene.After(new KeyChannels(40, [new ChannelValue(Buoy, "position.y", 6)], Anchor: 1)).Keys(Buoy, "position.y").Length.ShouldBe(3);
        Still().After(new KeyChannels(1, [new ChannelValue(Buoy, "position.y", 5)], Anchor: 1)).Keys(Buoy, "position.y").Single().Value.ShouldBe(5);
    }

    [Fact]
    public void Objects_are_put_elsewhere_in_the_order()
    {
        Still().After(new ReorderObjects([Buoy], Ferry)).InOrder().Select(o => o.Name).ShouldBe(["Buoy", "Ferry", "Hull"]);
        Still().After(new ReorderObjects([Ferry])).InOrder().Select(o => o.Name).ShouldBe(["Buoy", "Ferry", "Hull"]);
        Should.Throw<Refusal>(() => new ReorderObjects([Ferry], Ferry).Apply(Still()));
    }

    [Fact]
    public void Held_channels_take_holds_whole_values_and_values_within_their_limits()
    {
        var scene = Still().After(new KeyChannels(10, [new(Ferry, "visible", 0)]), new KeyChannels(20, [new(Ferry, "visible", 1)]));
        KeySet visible = new(Ferry, "visible", [FrameRate.Film.At(10), FrameRate.Film.At(20)]);
        void ShouldHold(Scene of) => of.Keys(Ferry, "visible").ShouldAllBe(key => key.In == Interpolation.Hold && key.Out == Interpolation.Hold && (key.Value == 0 || key.Value == 1));
        ShouldHold(scene.After(new SnapValues([visible], 0.7)));
        ShouldHold(scene.After(new InsertKeys(5, [new(Ferry, "visible")]), new InsertKeys(30, [new(Ferry, "visible")])));
        var copied = new CopiedKeys([new CopiedChannel([new CopiedKey(FrameRate.Film.At(12), 1, Interpolation.Linear, Interpolation.Free, default, new Handle(1e7, 3))], Ferry, "visible")]);
        ShouldHold(scene.After(new PasteKeys(copied)));
        ShouldHold(scene.After(new ReplaceKeys(copied, 11, 19)));
        ShouldHold(scene.After(new AddWarp(), new RetimePart(new WarpId(1), Core.Retiming.RetimeWay.Backwards, 5, 30), new BakeWarp(new WarpId(1))));
        var faded = Still().After(new KeyChannels(1, [new(Hull, "look.opacity", 0)]), new KeyChannels(25, [new(Hull, "look.opacity", 1)]));
        KeySet fade = new(Hull, "look.opacity", [FrameRate.Film.At(1), FrameRate.Film.At(25)]);
        foreach (Edit edit in (Edit[])[new EaseKeys([fade], ReadyEase.Settle), new EaseKeys([fade], ReadyEase.Overshoot), new EaseKeys([fade], Css: "linear(0, 1.4 60%, 1)")])
            faded.After(edit).Keys(Hull, "look.opacity").ShouldAllBe(key => key.Value >= 0 && key.Value <= 1);
        faded.After(new SetExtrapolation([new(Hull, "look.opacity")], After: Extrapolation.RepeatOffset), new BakeCycles([new(Hull, "look.opacity")], After: 3))
            .Keys(Hull, "look.opacity").ShouldAllBe(key => key.Value >= 0 && key.Value <= 1);
    }

    [Fact]
    public void Scenes_that_could_not_be_read_are_not_made()
    {
        var scene = Moving().After(new AddWarp("Far"));
        var far = scene.With(scene.Warp(new WarpId(1)) with { Curve = new Curve([new Key(scene.Rate.At(1), 0), new Key(scene.Rate.At(9_000_000), 100)]) });
        Should.Throw<Refusal>(() => new FitRangeToWarp(new WarpId(1)).Apply(far)).Reason.ShouldContain("1000000 a range can have");
        var two = Moving().After(new SetSceneSpeed(2), new SetWarpTargets(new WarpId(1), [new TimeTarget(Ferry, null)]), new SetSceneSpeed(3));
        two.Warps.Values.Select(warp => warp.Name).ShouldBe(["Whole scene", "Whole scene 2"]);
        two.After(new SetSceneSpeed(4)).Warps.Count.ShouldBe(2);
    }

    [Fact]
    public void Flipped_in_time_holds_are_mirrored_and_nothing_gets_a_sign()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Hold), Keyed(11, 5, Interpolation.Hold), Keyed(21, -2, Interpolation.Linear));
        var flipped = scene.After(new FlipKeys([Selected(1, 11, 21)], InTime: true));
        double At(Scene of, double frame) => of.Object(Ferry).Channel("position.x").ValueAt(frame * of.Rate.TicksPerFrame);
        for (var frame = 1.5; frame < 21; frame++) At(flipped, 22 - frame).ShouldBe(At(scene, frame), $"frame {frame}");
        flipped.Keys(Ferry, "position.x").ShouldAllBe(key => !double.IsNegative(key.InHandle.Ticks + key.OutHandle.Value) && (key.Value != 0 || !double.IsNegative(key.Value)));
        var upside = Still().After(Keyed(1, 0), Keyed(11, 0)).After(new FlipKeys([Selected(1, 11)], InTime: false, About: 0));
        upside.Keys(Ferry, "position.x").ShouldAllBe(key => !double.IsNegative(key.Value));
    }

    [Fact]
    public void A_key_into_a_cycle_is_refused_and_a_free_side_takes_its_handle_over()
    {
        var scene = Moving().After(new SetExtrapolation([new(Ferry, "position.x")], After: Extrapolation.Repeat));
        Should.Throw<Refusal>(() => new InsertKeys(80, [new(Ferry, "position.x")]).Apply(scene)).Reason.ShouldContain("bake its cycles first");
        scene.After(new InsertKeys(-5, [new(Ferry, "position.x")])).Keys(Ferry, "position.x").Length.ShouldBe(4);
        var freed = Moving().After(new SetInterpolation([Selected(25)], Interpolation.Free, Interpolation.Free));
        foreach (var frame in (double[])[5, 13, 24, 26, 40])
            freed.Object(Ferry).Channel("position.x").ValueAt(frame * 29_400_000).ShouldBe(Moving().Object(Ferry).Channel("position.x").ValueAt(frame * 29_400_000), 1e-9);
    }
}
