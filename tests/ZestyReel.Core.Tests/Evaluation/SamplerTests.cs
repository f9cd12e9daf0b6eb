using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Evaluation;

public class SamplerTests
{
    private static readonly FrameRate Film = FrameRate.Film;

    private static double[] X(Scene scene, params int[] frames) => Stages.Values(
        scene.Object(Ferry), "position.x", new FrameTimes(scene, [.. frames.Select(f => (double)Film.StartOf(f).Value)]));

    [Fact]
    public void Blocks_hold_the_values_of_whole_frames_and_one_for_what_is_still()
    {
        var scene = Moving();
        var block = Sampler.Blocks(scene, [SampleTarget.All(scene.Object(Ferry))], new FrameRange(0, 60)).Single();
        var x = block.Tracks.Single(t => t.Channel == "position.x").Samples;
        x.Length.ShouldBe(61);
        x[13].ShouldBe(5f);
        x[37].ShouldBe(20f);
        block.Tracks.Single(t => t.Channel == "scale.y").Samples.ShouldBe([1f]);
        // The group's eleven channels, its speed and its source frames.
        block.Tracks.Length.ShouldBe(13);
    }

    [Fact]
    public void Only_what_an_edit_touched_is_sampled_again()
    {
        var before = Moving();
        var after = before.After(new KeyChannels(7, [new ChannelValue(Buoy, "rotation.z", 90)]));
        var stale = SceneChange.Between(before, after).Stale(after, RetimedObjects.Of(SceneChange.Between(before, after), before, after)).Single();
        stale.Object.Id.ShouldBe(Buoy);
        stale.Channels.Single().Name.ShouldBe("rotation.z");
        var retimed = before.After(new SetRate(FrameRate.Parse("25"), RateKeep.Clock));
        SceneChange.Between(before, retimed).Stale(retimed, RetimedObjects.Of(SceneChange.Between(before, retimed), before, retimed)).Count.ShouldBe(3);
    }

    [Fact]
    public void A_frame_is_the_same_in_whatever_run_it_is_sampled()
    {
        var scene = Moving().After(new AddWarp(), new KeyChannels(20, [new ChannelValue(Warp: new WarpId(1), Value: 31)]));
        IEnumerable<(string, float)> On(long frame, FrameRange frames) => Sampler.Blocks(scene, [SampleTarget.All(scene.Object(Ferry))], frames).Single().Tracks
            .Select(track => (track.Channel, track.Samples[track.IsStill ? 0 : frame - frames.First]));
        On(24, new(24, 24)).ShouldBe(On(24, new(0, 60)));
        On(24, new(20, 24)).ShouldBe(On(24, new(0, 60)));
    }

    [Fact]
    public void Warps_apply_from_the_outermost_in_and_only_where_they_cover()
    {
        // The ferry's line is 10 per second. The scene runs at half speed, the ferry's own warp starts one second late.
        var line = Still().After(Keyed(0, 0), Keyed(240, 100));
        var half = Warped(1, null, (0, 0), (240, 120));
        var late = Warped(2, [new TimeTarget(Ferry, null)], (0, -24), (240, 216));
        var other = Warped(3, [new TimeTarget(Buoy, null), new TimeTarget(Ferry, "position.y")], (0, 0), (240, 24));
        X(With(line, half), 48).ShouldBe([10], 1e-9);
        X(With(line, late), 48).ShouldBe([10], 1e-9);
        X(With(line, late, half), 96).ShouldBe([10], 1e-9);
        X(With(line, other), 48).ShouldBe([20], 1e-9);
        X(With(line, half with { On = false }), 48).ShouldBe([20], 1e-9);
    }

    [Fact]
    public void Beyond_its_ends_a_warp_runs_on_or_stops()
    {
        var line = Still().After(Keyed(0, 0), Keyed(240, 100));
        var warp = Warped(1, null, (48, 24), (96, 120));
        X(With(line, warp), 24, 144).ShouldBe([0, 70], 1e-9);
        X(With(line, warp with { Beyond = WarpBeyond.Stop }), 24, 144).ShouldBe([10, 50], 1e-9);
    }

    [Fact]
    public void A_key_set_under_a_warp_goes_to_the_source_time_of_its_frame()
    {
        var scene = With(Still().After(Keyed(0, 0), Keyed(240, 100)), Warped(1, null, (0, 0), (240, 120)))
            .After(new KeyChannels(48, [new ChannelValue(Ferry, "position.x", 77)]));
        scene.Keys(Ferry, "position.x")[1].Time.ShouldBe(Film.At(24));
        X(scene, 48).ShouldBe([77]);
    }

    [Fact]
    public void A_child_stands_in_its_parents_space()
    {
        // Turned a quarter about y, the parent's x points along the world's −z.
        var scene = Still().After(
            new SetValues([new(Ferry, "position.x", 5), new(Ferry, "rotation.y", 90), new(Ferry, "scale.x", 2), new(Hull, "position.x", 3), new(Hull, "rotation.x", 30)]));
        var world = new WorldSampler(scene, new FrameTimes(scene, [0])).Worlds(Hull)[0];
        world.Position.X.ShouldBe(5, 1e-12);
        world.Position.Z.ShouldBe(-6, 1e-12);
        world.Scale.X.ShouldBe(2, 1e-12);
        world.Rotation(RotationOrder.Yxz).Y.ShouldBe(90, 1e-9);
        world.Rotation(RotationOrder.Yxz).X.ShouldBe(30, 1e-9);
    }

    [Property]
    public bool Turns_come_back_from_their_matrix(short a, short b, short c, byte order)
    {
        var named = (RotationOrder)(order % 6);
        var turn = (a / 100.0, b / 100.0, c / 100.0);
        var there = Transform.Of((1, 2, 3), turn, (2, 3, 4), named);
        var back = Transform.Of((1, 2, 3), there.Rotation(named), there.Scale, named);
        return Near(there, back);
    }

    [Theory]
    [InlineData(RotationOrder.Xyz)]
    [InlineData(RotationOrder.Zyx)]
    [InlineData(RotationOrder.Yxz)]
    public void Locked_turns_still_give_the_same_rotation(RotationOrder order)
    {
        foreach (var middle in new[] { 90, -90 })
        {
            var there = Transform.Of((0, 0, 0), (order == RotationOrder.Yxz ? middle : 20, order == RotationOrder.Yxz ? 20 : middle, 35), (1, 1, 1), order);
            Near(there, Transform.Of((0, 0, 0), there.Rotation(order), there.Scale, order)).ShouldBeTrue();
        }
    }

    private static bool Near(Transform a, Transform b) =>
        new[] { a.Xx - b.Xx, a.Xy - b.Xy, a.Xz - b.Xz, a.Yx - b.Yx, a.Yy - b.Yy, a.Yz - b.Yz, a.Zx - b.Zx, a.Zy - b.Zy, a.Zz - b.Zz }
            .All(d => Math.Abs(d) < 1e-7);

    private static Warp Warped(int id, ImmutableArray<TimeTarget>? targets, params (int Frame, int Source)[] keys) => new(
        new WarpId(id), $"Warp {id}", true, targets, WarpBeyond.RunOn,
        new Curve([.. keys.Select(k => new Key(Film.StartOf(k.Frame), Film.StartOf(k.Source).Value, Interpolation.Linear, Interpolation.Linear))]));

    private static Scene With(Scene scene, params Warp[] warps) => scene with { Warps = warps.ToImmutableSortedDictionary(w => w.Id, w => w) };
}
