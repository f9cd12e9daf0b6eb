using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Retiming;

public class RetimingTests
{
    private static readonly WarpId First = new(1);

    /// <summary>The moving ferry with a plain warp over the scene's 1 to 120.</summary>
    private static Scene Warped() => Moving().After(new AddWarp("Slow pass"));

    private static double Source(Scene scene, decimal played, ObjectId? id = null, string channel = "position.x") =>
        scene.Rate.FrameOf(new TimeFlow(scene).SourceOf(CurveRef.Of(id ?? Ferry, channel), scene.Rate.At(played).Value));

    [Fact]
    public void A_new_warp_changes_nothing()
    {
        var scene = Warped();
        foreach (var frame in new decimal[] { -10, 1, 17.5m, 120, 200 }) Source(scene, frame).ShouldBe((double)frame, 1e-9);
        scene.Warp(First).ShouldSatisfyAllConditions(w => w.On.ShouldBeTrue(), w => w.CoversScene.ShouldBeTrue());
        scene.After(new AddWarp(), new AddWarp()).Warps.Values.Select(w => w.Name).ShouldBe(["Slow pass", "Time flow", "Time flow 2"]);
        Should.Throw<Refusal>(() => new AddWarp("Slow pass").Apply(scene)).Place.ShouldBe("name");
    }

    [Fact]
    public void A_part_is_slowed_and_what_follows_moves_along()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 25, 49, Speed: 0.5m, GrowRange: true));
        Source(scene, 25).ShouldBe(25, 1e-9);
        Source(scene, 37).ShouldBe(31, 1e-9);
        Source(scene, 73).ShouldBe(49, 1e-9);
        Source(scene, 100).ShouldBe(76, 1e-9);
        scene.Settings.Range.ShouldBe(new FrameRange(1, 144));
        scene.Settings.Work.ShouldBe(new FrameRange(1, 144));
        scene.Keys(Ferry, "position.x").ShouldBe(Moving().Keys(Ferry, "position.x"));
    }

    [Fact]
    public void Eased_ends_change_the_speed_evenly_and_meet_the_rest_exactly()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 25, 49, Speed: 0.5m, Ease: 6));
        Source(scene, 19).ShouldBe(19, 1e-6);
        Source(scene, 31).ShouldBe(28, 1e-6);
        // From speed 1 to a half over twelve frames: at the middle it has gone 6·(1 + 3/4)/2.
        Source(scene, 25).ShouldBe(19 + 6 * 0.875, 1e-5);
        Source(scene, 79).ShouldBe(55, 1e-6);
        Source(scene, 110).ShouldBe(86, 1e-6);
    }

    [Fact]
    public void A_frame_is_held_and_a_freeze_lasts()
    {
        var held = Warped().After(new RetimePart(First, RetimeWay.Hold, 25, Frames: 10));
        foreach (var frame in new decimal[] { 25, 30.5m, 35 }) Source(held, frame).ShouldBe(25, 1e-9);
        Source(held, 45).ShouldBe(35, 1e-9);
        var frozen = Warped().After(new RetimePart(First, RetimeWay.Freeze, 40));
        foreach (var frame in new decimal[] { 40, 90, 120, 500 }) Source(frozen, frame).ShouldBe(40, 1e-9);
        Source(frozen, 39).ShouldBe(39, 1e-9);
    }

    [Fact]
    public void A_part_runs_backwards_and_the_rest_as_before()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Backwards, 20, 40));
        Source(scene, 19.9m).ShouldBe(19.9, 1e-3);
        Source(scene, 20).ShouldBe(40, 1e-6);
        Source(scene, 25).ShouldBe(35, 1e-6);
        Source(scene, 39.5m).ShouldBe(20.5, 1e-6);
        Source(scene, 40).ShouldBe(20, 1e-6);
        Source(scene, 40.01m).ShouldBe(40.01, 1e-3);
        Source(scene, 60).ShouldBe(60, 1e-6);
    }

    [Fact]
    public void A_part_is_looped_and_what_follows_moves_along()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Loop, 20, 30, Times: 3));
        Source(scene, 25).ShouldBe(25, 1e-6);
        // Each round has all frames of the part, the last one too.
        foreach (var start in new[] { 20, 31, 42 })
            for (var i = 0; i <= 10; i++) Source(scene, start + i).ShouldBe(20 + i, 1e-6);
        Source(scene, 53).ShouldBe(31, 1e-6);
        Source(scene, 60).ShouldBe(38, 1e-6);
    }

    [Fact]
    public void A_part_that_is_to_end_at_a_frame_ends_on_its_tick()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 20, 40, EndsAt: 90));
        scene.Warp(First).Curve.Keys.Select(key => key.Time).ShouldContain(scene.Rate.StartOf(90));
        Source(scene, 90).ShouldBe(40, 1e-9);
        Source(scene, 91).ShouldBe(41, 1e-9);
        Should.Throw<Refusal>(() => new RetimePart(First, RetimeWay.Speed, 20, 40, EndsAt: 20).Apply(Warped())).Place.ShouldBe("endsAt");
    }

    [Fact]
    public void Retiming_where_there_is_no_warp_adds_one_over_the_scene()
    {
        var scene = Moving().After(new RetimePart(null, RetimeWay.Hold, 25, Frames: 10));
        scene.Warps.Values.Single().Targets.ShouldBeNull();
        Source(scene, 35).ShouldBe(25, 1e-9);
    }

    [Theory]
    [InlineData(RetimeWay.Speed)]
    [InlineData(RetimeWay.Backwards)]
    [InlineData(RetimeWay.Loop)]
    public void A_part_needs_an_end_after_its_start(RetimeWay way) =>
        Should.Throw<Refusal>(() => new RetimePart(First, way, 30, 20).Apply(Warped())).Place.ShouldBe("to");

    [Fact]
    public void The_whole_scene_is_played_at_one_speed_without_touching_a_key()
    {
        var fast = Moving().After(new SetSceneSpeed(1.5m));
        fast.Settings.Range.ShouldBe(new FrameRange(1, 80));
        Source(fast, 33).ShouldBe(49, 1e-6);
        fast.Keys(Ferry, "position.x").ShouldBe(Moving().Keys(Ferry, "position.x"));
        // Set anew it counts from the motion, not from what was made of it; at 1 it is gone.
        var slow = fast.After(new SetSceneSpeed(0.5m));
        // The last pose comes on the last frame: 119 frames on at half the speed.
        slow.Settings.Range.ShouldBe(new FrameRange(1, 239));
        Source(slow, 97).ShouldBe(49, 1e-6);
        var plain = slow.After(new SetSceneSpeed(1));
        plain.Warps.ShouldBeEmpty();
        plain.Settings.Range.ShouldBe(new FrameRange(1, 120));
    }

    [Fact]
    public void Warps_apply_from_the_scene_inwards()
    {
        var scene = Moving().After(
            new AddWarp("Scene"), new RetimePart(new WarpId(1), RetimeWay.Speed, 1, 61, Speed: 0.5m),
            new AddWarp("Ferry", [new TimeTarget(Ferry, null)]), new RetimePart(new WarpId(2), RetimeWay.Hold, 21, Frames: 10),
            new AddWarp("Sideways", [new TimeTarget(Ferry, "position.x")]), new RetimePart(new WarpId(3), RetimeWay.Backwards, 5, 9));
        // Played 53 is 27 for the scene, 21 (held) for the ferry; the innermost leaves 21 alone.
        Source(scene, 53).ShouldBe(21, 1e-6);
        Source(scene, 53, Buoy).ShouldBe(27, 1e-6);
        // Played 13 is 7 for the scene and the ferry, and 7 is the middle of what runs backwards.
        Source(scene, 11).ShouldBe(8, 1e-6);
        Source(scene, 11, Ferry, "position.y").ShouldBe(6, 1e-6);
        Source(scene.After(new SetWarp(new WarpId(3), On: false)), 11).ShouldBe(6, 1e-6);
        Source(scene.After(new DeleteWarp(new WarpId(2))), 53).ShouldBe(27, 1e-6);
    }

    [Property]
    public bool Forward_and_inverse_meet_to_a_tick(byte speed, byte ease, ushort at)
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 20, 60, Speed: 0.2m + speed / 100m, Ease: ease / 16m));
        var warp = scene.Warp(First);
        var near = 0;
        var played = scene.Rate.StartOf(1).Value + (scene.Rate.StartOf(119) - scene.Rate.StartOf(1)).Value * (at / 65536.0);
        var source = warp.SourceOf(played, ref near);
        return warp.Curve.Segments.ToArray().SelectMany(segment => segment.TimesOf(source)).Any(back => Math.Abs(back - played) <= 1);
    }

    [Fact]
    public void A_warp_that_no_longer_ends_with_the_scene_is_refitted_either_way()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 25, 49, Speed: 0.5m));
        scene.Settings.Range.Last.ShouldBe(120);
        scene.After(new FitRangeToWarp(First)).Settings.ShouldSatisfyAllConditions(
            s => s.Range.ShouldBe(new FrameRange(1, 144)), s => s.Work.ShouldBe(new FrameRange(1, 144)));
        var refitted = scene.After(new RefitWarp(First));
        Source(refitted, 120).ShouldBe(120, 1e-6);
        Source(refitted, 1).ShouldBe(1, 1e-6);
        refitted.Warp(First).Curve.Keys.Length.ShouldBe(4);
    }

    [Fact]
    public void A_warps_points_are_keys_like_any_other()
    {
        var scene = Warped();
        KeySet At(params decimal[] frames) => new(CurveRef.Of(First), [.. frames.Select(frame => scene.Rate.At(frame))]);
        var inserted = scene.After(new InsertKeys(60, [new ChannelValue(Warp: First)]));
        inserted.Warp(First).Curve.Keys.Length.ShouldBe(3);
        Source(inserted.After(new MoveKeys([At(60)], 0, Values: [10])), 60).ShouldBe(70, 1e-9);
        Source(inserted.After(new MoveKeys([At(60)], 12)), 72).ShouldBe(60, 1e-9);
        Source(inserted.After(new MoveKeys([At(60)], 12, Ripple: true)), 132).ShouldBe(120, 1e-9);
        Source(inserted.After(new SetInterpolation([At(60)], Interpolation.Smooth, Interpolation.Flat)), 60).ShouldBe(60, 1e-9);
        Source(inserted.After(new SetKeyValues([At(60)], 42)), 60).ShouldBe(42, 1e-9);
        Source(inserted.After(new EaseKeys([At(1, 60)], Css: "cubic-bezier(0.5, 0, 0.5, 1)")), 30.5m).ShouldBe(30.5, 1e-6);
        inserted.After(new MoveKeys([At(60)], 0, Values: [0.123])).Warp(First).Curve.Keys[1].Value.ShouldBe(Math.Round(60.123 * 29_400_000));
        Should.Throw<Refusal>(() => new DeleteKeys([At(1, 120)]).Apply(scene)).Reason.ShouldContain("delete the warp");
        Should.Throw<Refusal>(() => new DeleteKeys([new KeySet([Tick.Zero], Warp: new WarpId(7))]).Apply(scene)).Reason.ShouldContain("no such warp");
        new MoveKeys([At(1)], 1).Title(scene).ShouldNotBeEmpty();
    }

    [Fact]
    public void Points_are_copied_and_pasted_like_keys()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 25, 49, Speed: 0.5m));
        var copied = CopiedKeys.Of(scene, [new KeySet(CurveRef.Of(First), [scene.Rate.At(25), scene.Rate.At(73)])]);
        var pasted = scene.After(new PasteKeys(copied, 90));
        Source(pasted, 90).ShouldBe(25, 1e-6);
        Source(pasted, 138).ShouldBe(49, 1e-6);
    }

    [Fact]
    public void A_copy_is_warped_as_the_original_is()
    {
        var scene = Moving().After(new AddWarp("Ferry", [new TimeTarget(Ferry, null), new TimeTarget(Hull, "scale.x")]), new RetimePart(First, RetimeWay.Hold, 10, Frames: 5));
        var copied = scene.After(new DuplicateObjects([Ferry]));
        var copy = copied.Find("Ferry 2")!;
        Source(copied, 20, copy.Id).ShouldBe(15, 1e-6);
        copied.Warp(First).Targets!.Value.Length.ShouldBe(4);
        copied.After(new DeleteObjects([copy.Id])).Warp(First).Targets!.Value.ShouldBe(scene.Warp(First).Targets!.Value);
    }

    [Fact]
    public void A_key_is_seen_where_its_source_frame_first_is()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 25, 49, Speed: 0.5m));
        double? Played(Scene of, double source) => new TimeFlow(of).PlayedOf(CurveRef.Of(Ferry, "position.x"), source * of.Rate.TicksPerFrame) / of.Rate.TicksPerFrame;
        Played(scene, 10)!.Value.ShouldBe(10, 1e-6);
        Played(scene, 31)!.Value.ShouldBe(37, 1e-6);
        Played(scene, 49)!.Value.ShouldBe(73, 1e-6);
        Played(scene, 200)!.Value.ShouldBe(224, 1e-6);
        Played(scene, -5)!.Value.ShouldBe(-5, 1e-6);
        var frozen = scene.After(new RetimePart(First, RetimeWay.Freeze, 60));
        Played(frozen, 90).ShouldBeNull();
        var both = scene.After(new AddWarp("Ferry", [new TimeTarget(Ferry, null)]), new RetimePart(new WarpId(2), RetimeWay.Hold, 20, Frames: 10));
        // Source 30 is 40 for the ferry's warp, and that is 55 for the scene's.
        Played(both, 30)!.Value.ShouldBe(55, 1e-6);
        Played(both, 20)!.Value.ShouldBe(20, 1e-6);
    }

    [Fact]
    public void A_key_is_moved_by_played_frames()
    {
        var scene = Warped().After(new RetimePart(First, RetimeWay.Speed, 25, 49, Speed: 0.5m));
        // Source 25 is played at 25; ten played frames later source 30 is shown.
        scene.After(new MoveKeys([Selected(25)], 10, Played: true)).Keys(Ferry, "position.x")[1].Time.ShouldBe(scene.Rate.At(30));
        scene.After(new MoveKeys([Selected(25)], 10)).Keys(Ferry, "position.x")[1].Time.ShouldBe(scene.Rate.At(35));
        var frozen = scene.After(new RetimePart(First, RetimeWay.Freeze, 30));
        Should.Throw<Refusal>(() => new MoveKeys([Selected(49)], 1, Played: true).Apply(frozen)).Reason.ShouldContain("never played");
    }

    [Fact]
    public void Only_what_a_warp_covers_is_sampled_again()
    {
        var scene = Moving().After(new AddWarp("Ferry", [new TimeTarget(Ferry, null)]));
        var held = scene.After(new RetimePart(First, RetimeWay.Hold, 5, Frames: 3));
        SceneChange.Between(scene, held).Stale(held, RetimedObjects.Of(SceneChange.Between(scene, held), scene, held)).Select(target => target.Object.Id).ShouldBe([Ferry]);
        var all = held.After(new SetWarpTargets(First));
        SceneChange.Between(held, all).Stale(all, RetimedObjects.Of(SceneChange.Between(held, all), held, all)).Count.ShouldBe(3);
    }
}
