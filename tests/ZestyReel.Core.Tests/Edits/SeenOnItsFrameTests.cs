using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

/// <summary>What is set on a frame is seen on it, whatever lies between the key and the eye.</summary>
public class SeenOnItsFrameTests
{
    private static double Seen(Scene scene, ObjectId id, string channel, decimal frame) =>
        Stages.Values(scene.Object(id), channel, FrameTimes.At(scene, scene.Rate.At(frame)))[0];

    /// <summary>A warp that bends all the way: the source times of frames lie between ticks.</summary>
    private static Scene Bent()
    {
        var scene = Moving().After(new AddWarp(), new RetimePart(new WarpId(1), RetimeWay.Speed, 10, 50, Speed: 0.37m, Ease: 9));
        KeySet points = new(CurveRef.Of(new WarpId(1)), [.. scene.Warp(new WarpId(1)).Curve.Keys.Select(key => key.Time)]);
        return scene.After(new SetInterpolation([points], Interpolation.Smooth, Interpolation.Smooth));
    }

    [Fact]
    public void A_key_under_a_bent_warp_is_seen_on_its_frame()
    {
        for (var frame = 2m; frame < 61; frame++)
        {
            var scene = Bent().After(
                new KeyChannels(1, [new(Ferry, "position.y", 5), new(Ferry, "visible", 1)], Interpolation.Hold), new KeyChannels(100, [new(Ferry, "position.y", 5), new(Ferry, "visible", 1)], Interpolation.Hold));
            var keyed = scene.After(new KeyChannels(frame, [new(Ferry, "position.y", 7), new(Ferry, "visible", 0), new(Ferry, "position.x", -4)], Interpolation.Hold));
            Seen(keyed, Ferry, "position.y", frame).ShouldBe(7, $"frame {frame}");
            Seen(keyed, Ferry, "visible", frame).ShouldBe(0, $"frame {frame}");
            Seen(keyed, Ferry, "position.x", frame).ShouldBe(-4, 1e-5, $"frame {frame}");
        }
    }

    [Fact]
    public void A_clip_is_seen_from_its_frame_on()
    {
        var scene = Bent().After(new KeyChannels(1, [new(Buoy, "position.y", 0)], Interpolation.Hold), new KeyChannels(20, [new(Buoy, "position.y", 3)], Interpolation.Hold));
        scene = scene.After(new SaveClip([new KeySet(Buoy, "position.y", [.. scene.Keys(Buoy, "position.y").Select(key => key.Time)])], "Hop", ClipValues.AsTheyAre));
        var wide = scene.With(scene.Clip(new ClipId(1)) with { Channels = scene.Clip(new ClipId(1)).Channels.SetItem("position.y", new Curve([new Key(Tick.Zero, 2, Interpolation.Hold, Interpolation.Hold)])) });
        for (var frame = 2m; frame < 61; frame++)
            Seen(wide.After(new PlaceClip(new ClipId(1), [Hull], frame)), Hull, "position.y", frame).ShouldBe(2, $"frame {frame}");
    }

    [Fact]
    public void A_value_kept_still_is_the_one_that_was_seen_through_clips()
    {
        var scene = Moving().After(new SaveClip([Selected(1, 25)], "Step"), new PlaceClip(new ClipId(1), [Ferry], 5));
        var seen = Seen(scene, Ferry, "position.x", 20);
        Seen(scene.After(new StayStill(20, [new(Ferry, "position.x")])), Ferry, "position.x", 20).ShouldBe(seen, 1e-9);
        Seen(scene.After(new StayStill(20, [new(Ferry, "position.x", 3)])), Ferry, "position.x", 20).ShouldBe(3, 1e-9);
    }

    [Fact]
    public void What_is_seen_is_within_the_limits_of_its_channel()
    {
        var scene = Still().After(new KeyChannels(1, [new(Hull, "look.opacity", 0)]), new KeyChannels(25, [new(Hull, "look.opacity", 1)]));
        scene = scene.After(new SetHandle(Hull, "look.opacity", FrameRate.Film.At(25), KeySide.In, -12, 3), new SetExtrapolation([new(Hull, "look.opacity")], Extrapolation.Straight));
        for (var frame = -20m; frame < 40; frame += 0.5m) Seen(scene, Hull, "look.opacity", frame).ShouldBeInRange(0, 1);
        scene.Object(Hull).Channel("look.opacity").Curve!.ValueAt(scene.Rate.At(20).Value).ShouldBeGreaterThan(1);
        Sampler.Blocks(scene, [SampleTarget.All(scene.Object(Hull))], new FrameRange(-20, 40))[0].Tracks.Single(t => t.Channel == "look.opacity").Samples.ShouldAllBe(v => v >= 0 && v <= 1);
    }

    [Theory]
    [InlineData("Ferry", false)]
    [InlineData("Buoy", false)]
    [InlineData("Buoy", true)]
    public void A_place_is_kept_under_whatever_warps(string covered, bool ofOneChannel)
    {
        var scene = Still().After(
            new KeyChannels(1, [new(Ferry, "position.x", 0), new(Ferry, "rotation.y", 0)]), new KeyChannels(60, [new(Ferry, "position.x", 30), new(Ferry, "rotation.y", 90)]),
            new KeyChannels(10, [new(Buoy, "position.x", 4), new(Buoy, "position.z", 1)]), new KeyChannels(30, [new(Buoy, "position.x", 9), new(Buoy, "position.z", -2)]), new KeyChannels(50, [new(Buoy, "position.x", 1), new(Buoy, "position.z", 6)]));
        scene = scene.After(new AddWarp("Slow", [new TimeTarget(scene.Find(covered)!.Id, ofOneChannel ? "position.x" : null)]), new RetimePart(new WarpId(1), RetimeWay.Speed, 5, 40, Speed: 0.6m));
        var under = scene.After(new SetParent([Buoy], Ferry, 1));
        var flow = new TimeFlow(scene);
        foreach (var frame in (decimal[])[10, 30, 50])
        {
            var played = flow.PlayedOf(CurveRef.Of(Buoy, "position.x"), scene.Rate.At(frame).Value)!.Value;
            Transform World(Scene of) => new WorldSampler(of, new FrameTimes(of, [played])).Worlds(Buoy)[0];
            var (before, after) = (World(scene).Position, World(under).Position);
            (Math.Abs(before.X - after.X) + Math.Abs(before.Y - after.Y) + Math.Abs(before.Z - after.Z)).ShouldBeLessThan(1e-5, $"frame {frame}");
        }
    }
}
