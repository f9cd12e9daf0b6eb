using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Curves;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Baking;

/// <summary>What a curve does before and after its keys is baked with them.</summary>
[Properties(Arbitrary = [typeof(RandomCurves)])]
public class BakedEndsTests
{
    private static readonly WarpId First = new(1);

    private static Curve Line(Extrapolation ends, params (decimal Frame, double Value)[] keys) => new(
        [.. keys.Select(key => new Key(FrameRate.Film.At(key.Frame), key.Value, Interpolation.Linear, Interpolation.Linear))], ends, ends);

    /// <summary>The ferry on a curve, seen through a warp over the whole scene, from frame 0 to 120.</summary>
    private static Scene Warped(Curve curve, WarpBeyond beyond, params (decimal Played, decimal Source)[] points)
    {
        var scene = Still().After(new SetRanges(new FrameRange(0, 120)));
        var warp = new Curve([.. points.Select(p => new Key(FrameRate.Film.At(p.Played), FrameRate.Film.At(p.Source).Value, Interpolation.Linear, Interpolation.Linear))]);
        return scene.With(scene.Object(Ferry).WithChannel("position.x", new Channel(0, curve))).With(new Warp(First, "Flow", true, null, beyond, warp));
    }

    private static double[] Played(Scene scene, double step = 1) => Stages.Values(
        scene.Object(Ferry), "position.x", new FrameTimes(scene, [.. Enumerable.Range(0, (int)(120 / step) + 1).Select(i => Math.Round(i * step * scene.Rate.TicksPerFrame))]));

    private static void ShouldPlayTheSame(Scene scene, Scene baked, double tolerance, double step = 1)
    {
        double[] before = Played(scene, step), after = Played(baked, step);
        for (var i = 0; i < before.Length; i++)
        {
            if (Math.Abs(after[i] - before[i]) <= tolerance) continue;
            // Where it is as steep as a jump, it may be there a few ticks earlier or later.
            var at = Math.Round(i * step * scene.Rate.TicksPerFrame);
            var around = Stages.Values(scene.Object(Ferry), "position.x", new FrameTimes(scene, [.. Enumerable.Range(-64, 129).Select(k => at + k)]));
            after[i].ShouldBeInRange(around.Min() - tolerance, around.Max() + tolerance, $"frame {i * step} of {string.Join(' ', scene.Keys(Ferry, "position.x"))}");
        }
    }

    [Fact]
    public void What_runs_straight_on_runs_on_as_fast()
    {
        var scene = Warped(Line(Extrapolation.Straight, (0, 0), (10, 10)), WarpBeyond.RunOn, (0, 0), (40, 20));
        Played(scene)[120].ShouldBe(100, 1e-6);
        var baked = scene.After(new BakeWarp(First));
        Played(baked).ShouldBe(Played(scene), 1e-3);
        // Beyond the range as well.
        Stages.Values(baked.Object(Ferry), "position.x", new FrameTimes(baked, [200 * baked.Rate.TicksPerFrame]))[0].ShouldBe(180, 1e-3);
    }

    [Fact]
    public void Cycles_that_are_pushed_together_do_not_run_into_each_other()
    {
        var scene = Warped(Line(Extrapolation.Repeat, (0, 0), (13, 10)), WarpBeyond.RunOn, (0, 0), (100, 110));
        ShouldPlayTheSame(scene, scene.After(new BakeWarp(First)), 1e-3);
    }

    [Fact]
    public void A_cycle_starts_on_its_very_frame()
    {
        var scene = Warped(Line(Extrapolation.Repeat, (0, 0), (25, 10)), WarpBeyond.Stop, (0, 0), (100, 100));
        Played(scene)[100].ShouldBe(0);
        Played(scene.After(new BakeWarp(First))).ShouldBe(Played(scene), 1e-3);
    }

    [Property(MaxTest = 400, Replay = "7255008473379148780,10422517902563265955,56")]
    public void No_channel_is_refused_and_none_is_beyond_the_tolerance(Curve curve, byte ends, byte beyond, byte speed, byte way)
    {
        var keys = curve.Keys.Select(key => key with { Time = new Tick(key.Time.Value / 3) });
        var scene = Warped(new Curve([.. keys], (Extrapolation)(ends % 5), (Extrapolation)(ends / 5 % 5)), (WarpBeyond)(beyond % 2), (10, 12), (70, 30 + speed % 90), (110, 20 + way));
        var baked = scene.After(new BakeWarp(First, 0.02));
        ShouldPlayTheSame(scene, baked, 0.021, 0.5);
    }

    [Property(MaxTest = 60)]
    public void Clips_are_baked_as_they_were_played(Curve curve, byte ends, byte rate, byte after)
    {
        var scene = Still().After(new SetRanges(new FrameRange(0, 120)));
        scene = scene.With(scene.Object(Ferry).WithChannel("position.x", new Channel(0, new Curve(curve.Keys, (Extrapolation)(ends % 5), (Extrapolation)(ends / 5 % 5)))));
        var keyed = Still().After(Keyed(1, 0, Interpolation.Hold), Keyed(7, 4, Interpolation.Smooth), Keyed(19, -3, Interpolation.Hold), Keyed(25, 2));
        scene = scene.With(new Clip(new ClipId(1), "Bob", scene.Rate.StartOf(24).Value,
            ImmutableSortedDictionary<string, Curve>.Empty.Add("position.x", new Curve([.. keyed.Keys(Ferry, "position.x").Select(key => key with { Time = new Tick(key.Time.Value - scene.Rate.StartOf(1).Value) })]))));
        scene = scene.After(new PlaceClip(new ClipId(1), [Ferry], 20.3m, 2.4m, (ClipCycle)(rate % 3), (ClipAfter)(after % 2)), new SetValues([new ChannelValue(Placed: new PlacedClipId(1), Value: rate / 64.0 - 1.5)]));
        var baked = scene.After(new BakeClips([Ferry], 0.02));
        baked.PlacedClips.ShouldBeEmpty();
        ShouldPlayTheSame(scene, baked, 0.021, 0.25);
    }

    [Fact]
    public void A_hold_stays_one_and_a_steep_bend_is_followed()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Hold), Keyed(13, 8, Interpolation.Hold), Keyed(25, 0));
        scene = scene.After(new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.In, -11.99, -900, alone: true), new SetInterpolation([Selected(13)], Out: Interpolation.Free));
        var clip = scene.After(new SaveClip([Selected(13, 25)], "Bend"), new PlaceClip(new ClipId(1), [Buoy], 3), new PlaceClip(new ClipId(1), [Buoy], 40, 2, ClipCycle.Repeat));
        var baked = clip.After(new BakeClips([Buoy], 0.001));
        for (var frame = 0.0; frame < 80; frame += 0.0625)
        {
            double[] ticks = [Math.Round(frame * scene.Rate.TicksPerFrame)];
            Stages.Values(baked.Object(Buoy), "position.x", new FrameTimes(baked, ticks))[0]
                .ShouldBe(Stages.Values(clip.Object(Buoy), "position.x", new FrameTimes(clip, ticks))[0], 0.0011, $"frame {frame}");
        }
    }

    [Fact]
    public void A_rotation_that_is_one_thing_is_baked_as_it_was_seen()
    {
        static KeyChannels Pose(decimal frame, double x, double y, double z) =>
            new(frame, [new(Ferry, "rotation.x", x), new(Ferry, "rotation.y", y), new(Ferry, "rotation.z", z)]);
        var scene = Still().After(Pose(1, 0, 0, 0), Pose(49, 80, 120, -60), new SetRotationInterpolation([Ferry], RotationInterpolation.Quaternion),
            new KeyChannels(1, [new(Buoy, "rotation.y", 0)]), new KeyChannels(25, [new(Buoy, "rotation.y", 30)]),
            new SaveClip([new KeySet(Buoy, "rotation.y", [FrameRate.Film.At(1), FrameRate.Film.At(25)])], "Nod"), new PlaceClip(new ClipId(1), [Ferry], 10));
        var baked = scene.After(new BakeClips([Ferry], 0.01));
        baked.Object(Ferry).RotationInterpolation.ShouldBe(RotationInterpolation.EachAxis);
        foreach (var channel in (string[])["rotation.x", "rotation.y", "rotation.z"])
            Stages.Values(baked.Object(Ferry), channel, FrameTimes.Of(baked, new FrameRange(1, 60)))
                .ShouldBe(Stages.Values(scene.Object(Ferry), channel, FrameTimes.Of(scene, new FrameRange(1, 60))), 0.011);
    }

    [Fact]
    public void A_clip_takes_the_place_of_keys_only_where_the_motion_stays()
    {
        var scene = Moving().After(new SetExtrapolation([new(Ferry, "position.x")], After: Extrapolation.Repeat));
        Should.Throw<Refusal>(() => new SaveClip([Selected(1, 25, 49)], InPlace: true).Apply(scene)).Reason.ShouldContain("goes on before or after");
        scene.After(new SaveClip([Selected(1, 25, 49)])).Clips.Count.ShouldBe(1);
    }
}
