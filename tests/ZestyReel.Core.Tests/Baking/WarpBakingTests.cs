using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Curves;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Baking;

[Properties(Arbitrary = [typeof(RandomCurves)])]
public class WarpBakingTests
{
    private static readonly WarpId First = new(1);

    private static double[] Played(Scene scene, IEnumerable<double> frames) => Stages.Values(
        scene.Object(Ferry), "position.x", new FrameTimes(scene, [.. frames.Select(frame => frame * scene.Rate.TicksPerFrame)]));

    private static readonly double[] Places = [.. Enumerable.Range(0, 1400).Select(i => 0.5 + i * 0.0937)];

    private static void ShouldPlayTheSame(Scene before, Scene after, double tolerance)
    {
        double[] a = Played(before, Places), b = Played(after, Places);
        for (var i = 0; i < Places.Length; i++)
        {
            // At a jump, or where it is as steep as one, a few ticks decide.
            double[] sides = Played(before, [Places[i] - 2.2e-6, Places[i] + 2.2e-6]);
            if (Math.Abs(sides[0] - sides[1]) > 1e-3) continue;
            b[i].ShouldBe(a[i], tolerance, $"frame {Places[i]} of {string.Join(' ', before.Keys(Ferry, "position.x"))} through {string.Join(' ', before.Warps[First].Curve.Keys)}");
        }
    }

    private static Scene Curved() => Still().After(
        Keyed(1, 0, Interpolation.Smooth), Keyed(20, 10, Interpolation.Smooth), Keyed(21, 4, Interpolation.Clamped), Keyed(60, 7, Interpolation.Flat),
        Keyed(80, -3, Interpolation.Linear), Keyed(120, 5, Interpolation.Smooth));

    public static TheoryData<Edit> Ways() =>
    [
        new RetimePart(First, RetimeWay.Speed, 10, 50, Speed: 0.4m), new RetimePart(First, RetimeWay.Speed, 10, 50, Speed: 3, Ease: 5),
        new RetimePart(First, RetimeWay.Hold, 30, Frames: 12), new RetimePart(First, RetimeWay.Backwards, 15, 70),
        new RetimePart(First, RetimeWay.Freeze, 66), new RetimePart(First, RetimeWay.Loop, 30, 40, Times: 3),
    ];

    [Theory]
    [MemberData(nameof(Ways))]
    public void What_is_played_stays_within_the_tolerance(Edit way)
    {
        var scene = Curved().After(new AddWarp(), way);
        var committed = scene.After(new BakeWarp(First, 0.01));
        committed.Warps.ShouldBeEmpty();
        ShouldPlayTheSame(scene, committed, 0.01);
        var told = CurveConsequence.AsPlayed(scene, new BakeWarp(First, 0.01));
        told.Difference.ShouldBeLessThanOrEqualTo(0.01);
        (told.Keys, told.KeysAfter).ShouldBe((6, committed.Keys(Ferry, "position.x").Length));
    }

    [Property(MaxTest = 100, Replay = "4851302618552416671,9966967743322626985,91")]
    public void Baking_a_warp_holds_its_tolerance_over_random_curves_and_warps(Curve curve, byte speed, byte from, byte length, byte way)
    {
        var scene = Still();
        var first = curve.Keys[0].Time.Value;
        // Spread over the range, a tenth of a frame at least between keys.
        var keys = curve.Keys.Select((key, i) => key with { Time = new Tick((key.Time.Value - first) * 4 + scene.Rate.StartOf(2).Value) });
        scene = scene.With(scene.Object(Ferry).WithChannel("position.x", new Channel(0, new Curve([.. keys]))));
        decimal start = 2 + from % 60, end = start + 1 + length % 50;
        scene = scene.After(new AddWarp(), new RetimePart(First, (RetimeWay)(way % 5), start, end, Speed: 0.25m + speed / 64m, Frames: 1 + speed % 20, Ease: speed % 7));
        ShouldPlayTheSame(scene, scene.After(new BakeWarp(First, 0.05)), 0.06);
    }

    [Fact]
    public void On_a_warp_that_only_moves_forward_every_key_survives_at_its_new_time()
    {
        var scene = Curved().After(new AddWarp(), new RetimePart(First, RetimeWay.Speed, 10, 50, Speed: 0.5m));
        var committed = scene.After(new BakeWarp(First));
        var frames = committed.Keys(Ferry, "position.x").ToDictionary(key => scene.Rate.FrameOf(key.Time.Value), key => key.Value);
        foreach (var (frame, value) in new (double, double)[] { (1, 0), (30, 10), (32, 4), (100, 7), (120, -3), (160, 5) })
            frames.Single(key => Math.Abs(key.Key - frame) < 1e-6).Value.ShouldBe(value);
    }

    [Fact]
    public void A_straight_warp_over_straight_motion_takes_no_key_more()
    {
        var scene = Moving().After(new SetSceneSpeed(2));
        var committed = scene.After(new BakeWarp(First));
        committed.Keys(Ferry, "position.x").Select(key => (scene.Rate.FrameOf(key.Time.Value), key.Value)).ShouldBe([(1, 0), (13, 10), (25, 30)]);
        committed.Keys(Ferry, "position.x")[1].In.ShouldBe(Interpolation.Linear);
    }

    [Fact]
    public void A_pair_a_tick_apart_stays_a_pair_and_one_a_frame_apart_too()
    {
        var scene = Still().After(Keyed(1, 0), Keyed(30, 2), Keyed(31, 8), Keyed(90, 8)).After(
            new MoveKeys([Selected(90)], -59, Meet: WhenKeysMeet.KeepBoth), new AddWarp(), new RetimePart(First, RetimeWay.Speed, 10, 50, Speed: 30));
        scene.Keys(Ferry, "position.x").Length.ShouldBe(4);
        var committed = scene.After(new BakeWarp(First));
        committed.Keys(Ferry, "position.x").Select(key => key.Value).ShouldBe([0, 0.62, 2, 8, 8], 0.02);
    }

    [Property(MaxTest = 100)]
    public bool A_pair_one_frame_apart_survives_any_scaling(ushort factor, byte about)
    {
        var scene = Still().After(Keyed(1, 0), Keyed(30, 2), Keyed(31, 8), Keyed(90, 8));
        var scaled = scene.After(new ScaleKeys(
            [Selected(1, 30, 31, 90)], about, about + 1, about + 0.001m + factor / 4096m, OnFrames: factor % 2 == 0, Meet: WhenKeysMeet.KeepBoth));
        return scaled.Keys(Ferry, "position.x").Select(key => key.Value).SequenceEqual([0, 2, 8, 8]);
    }

    [Fact]
    public void On_off_channels_jump_where_they_jumped()
    {
        var scene = Still().After(
            new KeyChannels(1, [new(Ferry, "visible", 1)]), new KeyChannels(30, [new(Ferry, "visible", 0)]), new KeyChannels(40, [new(Ferry, "visible", 1)]),
            new AddWarp(), new RetimePart(First, RetimeWay.Backwards, 20, 50));
        var committed = scene.After(new BakeWarp(First));
        double At(Scene of, double frame) => Stages.Values(of.Object(Ferry), "visible", new FrameTimes(of, [frame * of.Rate.TicksPerFrame]))[0];
        for (var frame = 1.5; frame < 60; frame += 0.5)
            if (frame % 1 != 0) At(committed, frame).ShouldBe(At(scene, frame), 0, $"frame {frame}");
        committed.Keys(Ferry, "visible").ShouldAllBe(key => key.Out == Interpolation.Hold || key.Value == 1);
    }

    [Fact]
    public void What_repeats_is_written_down_as_far_as_it_is_played()
    {
        var scene = Moving().After(
            new SetExtrapolation([new ChannelValue(Ferry, "position.x")], After: Extrapolation.Mirror), new AddWarp(), new RetimePart(First, RetimeWay.Speed, 40, 80, Speed: 0.5m));
        ShouldPlayTheSame(scene, scene.After(new BakeWarp(First, 0.01)), 0.01);
    }

    [Fact]
    public void A_warp_behind_another_or_switched_off_is_not_baked()
    {
        var scene = Moving().After(new AddWarp("Scene"), new AddWarp("Ferry", [new TimeTarget(Ferry, null)]));
        Should.Throw<Refusal>(() => new BakeWarp(First).Apply(scene)).Reason.ShouldContain("Ferry lies between");
        scene.After(new BakeWarp(new WarpId(2)), new BakeWarp(First)).Warps.ShouldBeEmpty();
        Should.Throw<Refusal>(() => new BakeWarp(First).Apply(scene.After(new SetWarp(First, On: false)))).Reason.ShouldContain("switched off");
        Should.Throw<Refusal>(() => new BakeWarp(First, 0).Apply(scene)).Place.ShouldBe("tolerance");
    }
}
