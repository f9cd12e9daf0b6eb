using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Retiming;

/// <summary>Warps that are retimed beyond their ends, over holds, and with all of time.</summary>
public class WarpsRetimedTests
{
    private static readonly WarpId First = new(1);

    private static Scene Warped(WarpBeyond beyond, params (decimal Played, decimal Source, Interpolation Out)[] points)
    {
        var curve = new Curve([.. points.Select(p => new Key(FrameRate.Film.At(p.Played), FrameRate.Film.At(p.Source).Value, Interpolation.Linear, p.Out))]);
        return Moving().With(new Warp(First, "Flow", true, null, beyond, curve));
    }

    private static double Source(Scene scene, decimal played) =>
        scene.Rate.FrameOf(new TimeFlow(scene).SourceOf(CurveRef.Of(Ferry, "position.x"), scene.Rate.At(played).Value));

    private static double Seen(Scene scene, double frame) =>
        Stages.Values(scene.Object(Ferry), "position.x", new FrameTimes(scene, [Math.Round(frame * scene.Rate.TicksPerFrame)]))[0];

    [Theory]
    [InlineData(WarpBeyond.RunOn, 80, 5)]
    [InlineData(WarpBeyond.Stop, 60, 20)]
    public void A_point_beyond_the_ends_changes_nothing(WarpBeyond beyond, double late, double early)
    {
        var scene = Warped(beyond, (20, 20, Interpolation.Linear), (60, 60, Interpolation.Linear));
        Edit[] ways = [new InsertKeys(80, [new(Warp: First)]), new InsertKeys(5, [new(Warp: First)]), new KeyChannels(80, [new(Warp: First)]), new KeyChannels(5, [new(Warp: First)])];
        foreach (var way in ways)
        {
            var after = scene.After(way);
            after.Warp(First).Curve.Keys.Length.ShouldBe(3);
            for (var frame = -20m; frame < 120; frame += 0.5m) Source(after, frame).ShouldBe(Source(scene, frame), 1e-6, $"{way} at {frame}");
            (Source(after, 80), Source(after, 5)).ShouldBe((late, early));
        }
    }

    [Fact]
    public void A_part_beyond_the_ends_is_retimed_from_what_is_seen_there()
    {
        var scene = Warped(WarpBeyond.RunOn, (20, 20, Interpolation.Linear), (60, 60, Interpolation.Linear));
        var slow = scene.After(new RetimePart(First, RetimeWay.Speed, 70, 80, Speed: 0.5m));
        Source(slow, 70).ShouldBe(70, 1e-6);
        Source(slow, 80).ShouldBe(75, 1e-6);
        Source(slow, 100).ShouldBe(90, 1e-6);
        Source(scene.After(new RetimePart(First, RetimeWay.Hold, 70, Frames: 5)), 74).ShouldBe(70, 1e-6);
    }

    [Fact]
    public void A_freeze_changes_nothing_before_it()
    {
        var scene = Warped(WarpBeyond.RunOn, (20, 20, Interpolation.Linear), (60, 30, Interpolation.Linear));
        var frozen = scene.After(new RetimePart(First, RetimeWay.Freeze, 40));
        for (var frame = 1m; frame <= 40; frame++) Source(frozen, frame).ShouldBe(Source(scene, frame), 1e-6, $"frame {frame}");
        for (var frame = 40m; frame < 150; frame += 10) Source(frozen, frame).ShouldBe(25, 1e-6);
    }

    [Fact]
    public void A_held_stretch_shows_its_frame_backwards_too()
    {
        var scene = Warped(WarpBeyond.RunOn, (0, 0, Interpolation.Linear), (20, 20, Interpolation.Hold), (30, 50, Interpolation.Linear), (60, 80, Interpolation.Linear));
        var turned = scene.After(new RetimePart(First, RetimeWay.Backwards, 10, 50));
        // What was seen at a frame of the part is seen as far from its other end.
        for (var frame = 11m; frame < 50; frame++) Source(turned, 60 - frame).ShouldBe(Source(scene, frame), 1e-6, $"frame {frame}");
    }

    public static TheoryData<Edit, double, double> Moves() => new()
    {
        { new StretchTime(40, 30, new StretchPart(30, 50)), 30, 2 },
        { new InsertFrames(30, 12), 30, 0 },
        { new RemoveFrames(30, 12), 30, 0 },
    };

    [Theory]
    [MemberData(nameof(Moves))]
    public void A_warp_of_another_speed_moves_with_all_of_time(Edit edit, double at, double factor)
    {
        // Keys at every frame: the motion between two of them is a line, whatever is cut between.
        var scene = Still();
        scene = scene.After(new SetRanges(new FrameRange(0, 100)));
        scene = scene.With(scene.Object(Ferry).WithChannel("position.x", new Channel(0, new Curve(
            [.. Enumerable.Range(-50, 300).Select(n => new Key(scene.Rate.StartOf(n), n * n % 37 + n * 0.5, Interpolation.Linear, Interpolation.Linear))]))));
        var warp = new Curve([
            new Key(scene.Rate.StartOf(0), scene.Rate.StartOf(0).Value, Interpolation.Linear, Interpolation.Linear),
            new Key(scene.Rate.StartOf(40), scene.Rate.StartOf(64).Value, Interpolation.Linear, Interpolation.Linear),
            new Key(scene.Rate.StartOf(100), scene.Rate.StartOf(20).Value, Interpolation.Linear, Interpolation.Linear)]);
        scene = scene.With(new Warp(First, "Flow", true, null, WarpBeyond.RunOn, warp));
        var after = scene.After(edit);
        var different = 0;
        for (var frame = 0; frame <= 100; frame++)
        {
            double? now = edit switch
            {
                StretchTime => frame <= at ? frame : frame >= at + 20 ? frame + 20 : at + (frame - at) * factor,
                InsertFrames => frame < at ? frame : frame + 12,
                _ => frame < at ? frame : frame < at + 12 ? null : frame - 12,
            };
            // What was played there shows a source frame that has been removed: there is none to show.
            if (now is not { } there || edit is RemoveFrames && Source(scene, frame) is >= 30 and < 42) continue;
            if (Math.Abs(Seen(after, there) - Seen(scene, frame)) > 1e-4) different++;
        }
        // At the very cut a jump decides which side is seen.
        different.ShouldBeLessThanOrEqualTo(1);
    }

    [Fact]
    public void A_lead_only_moves_what_it_leads()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Smooth), Keyed(7, 5, Interpolation.Smooth), Keyed(13, -3, Interpolation.Clamped), Keyed(25, 8, Interpolation.Smooth));
        var led = scene.After(new AddLead(12));
        for (var frame = 1.0; frame <= 30; frame += 0.25) Seen(led, frame + 12).ShouldBe(Seen(scene, frame), 1e-9, $"frame {frame}");
        for (var frame = 1.0; frame <= 13; frame += 0.5) Seen(led, frame).ShouldBe(0, 1e-9);
        var cycle = scene.After(new SetExtrapolation([new(Ferry, "position.x")], Extrapolation.Repeat, Extrapolation.Mirror));
        var waits = cycle.After(new AddLead(12));
        for (var frame = 1.0; frame <= 90; frame += 0.25) Seen(waits, frame + 12).ShouldBe(Seen(cycle, frame), 1e-9, $"frame {frame}");
        Seen(waits, 5).ShouldBe(0);
    }

    [Fact]
    public void No_clip_goes_in_silence_and_no_locked_key_moves()
    {
        var clips = Moving().After(new SaveClip([Selected(1, 25)], "Step"), new PlaceClip(new ClipId(1), [Buoy], 40, 0.5m));
        Should.Throw<Refusal>(() => new RemoveFrames(30, 40).Apply(clips)).Reason.ShouldContain("nothing would be left of Step on Buoy");
        Should.Throw<Refusal>(() => new RemoveFrames(30, 40, [Buoy]).Apply(clips)).Reason.ShouldContain("nothing would be left of Step on Buoy");
        clips.After(new RemoveFrames(30, 40, DeleteKeys: true)).PlacedClips.ShouldBeEmpty();
        clips.After(new RemoveFrames(60, 40)).PlacedClips.Count.ShouldBe(1);
        var locked = Moving().After(new SetLocked([new(Ferry, "position.x")], true));
        foreach (Edit edit in (Edit[])[new AddLead(3), new InsertFrames(5, 3), new RemoveFrames(5, 3), new AddLead(3, [Ferry]), new InsertFrames(5, 3, [Ferry]), new RemoveFrames(5, 3, [Ferry])])
            Should.Throw<Refusal>(() => edit.Apply(locked)).Reason.ShouldContain("Ferry's position.x is locked");
        locked.After(new AddLead(3, [Buoy])).Keys(Ferry, "position.x").ShouldBe(locked.Keys(Ferry, "position.x"));
    }
}
