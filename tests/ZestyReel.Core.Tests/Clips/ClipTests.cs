using FsCheck.Xunit;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Clips;

public class ClipTests
{
    private static readonly ClipId Bob = new(1);
    private static readonly PlacedClipId First = new(1), Second = new(2);
    private static readonly CurveRef FirstRate = CurveRef.Of(First);

    private static KeyChannels Up(decimal frame, double y) => new(frame, [new ChannelValue(Buoy, "position.y", y)], Interpolation.Linear);

    private static KeySet Heights(params decimal[] frames) => new(Buoy, "position.y", [.. frames.Select(frame => FrameRate.Film.At(frame))]);

    /// <summary>A clip that climbs by 12 in 12 frames and falls back in 12 more, saved from a buoy that lay at 5, and which lies at 5 still.</summary>
    private static Scene Bobbing()
    {
        var scene = Still().After(Up(1, 5), Up(13, 17), Up(25, 5));
        return scene.After(new SaveClip([Heights(1, 13, 25)], "Bob"), new DeleteKeys([Heights(1, 13, 25)]));
    }

    private static Scene Placed(decimal frame = 10, decimal times = 1, ClipCycle rounds = ClipCycle.Once, ClipAfter after = ClipAfter.LetGo) =>
        Bobbing().After(new PlaceClip(Bob, [Buoy], frame, times, rounds, after));

    private static double Y(Scene scene, double frame, ObjectId? id = null) => Stages.Values(
        scene.Object(id ?? Buoy), "position.y", new FrameTimes(scene, [Math.Round(frame * scene.Rate.TicksPerFrame)]))[0];

    private static double[] Ys(Scene scene, params double[] frames) => [.. frames.Select(frame => Math.Round(Y(scene, frame), 9))];

    [Fact]
    public void A_clip_adds_its_change_where_it_is_placed()
    {
        var scene = Placed();
        Ys(scene, 1, 10, 16, 22, 28, 34, 35).ShouldBe([5, 5, 11, 17, 11, 5, 5]);
        scene.Clip(Bob).Length.ShouldBe(scene.Rate.StartOf(24).Value);
        // On top of the object's own motion, and on any object.
        var ferry = Bobbing().After(new KeyChannels(1, [new(Ferry, "position.y", 0)], Interpolation.Linear), new KeyChannels(49, [new(Ferry, "position.y", 48)], Interpolation.Linear),
            new PlaceClip(Bob, [Ferry, Hull], 10));
        Y(ferry, 16, Ferry).ShouldBe(15 + 6, 1e-9);
        Y(ferry, 22, Hull).ShouldBe(12, 1e-9);
    }

    [Fact]
    public void Copied_clips_are_pasted_whole_also_where_they_are_gone_or_have_never_been()
    {
        var scene = Placed(times: 2, rounds: ClipCycle.Repeat).After(new KeyChannels(10, [new ChannelValue(CurveRef.Of(First), 2)]), new PlaceClip(Bob, [Ferry], 30));
        var copied = CopiedClips.Of(scene, [First, Second]);
        var gone = scene.After(new DeletePlacedClips([First, Second]), new DeleteClip(Bob));
        foreach (var back in new[] { gone.After(new PasteClips(copied)), scene.After(new DeletePlacedClips([First, Second]), new PasteClips(copied)) })
        {
            Ys(back, 1, 12, 20, 33, 40).ShouldBe(Ys(scene, 1, 12, 20, 33, 40));
            Y(back, 42, Ferry).ShouldBe(Y(scene, 42, Ferry));
            back.Clips.Count.ShouldBe(1);
        }
        // The first starts at the frame, the other as much later as it did; under a warp at the source time that is seen there.
        var warped = gone.After(new SetSceneSpeed(0.5m, FitRange: false), new PasteClips(copied, 41));
        warped.PlacedClips.Values.Select(placed => warped.Rate.FrameOf(placed.Start.Value)).ShouldBe([21, 31]);
        // A clip of the same name that is another motion stays as it is.
        var other = Bobbing().After(new ScaleClipOf(), new PasteClips(copied, 1, [Buoy, Hull]));
        other.Clips.Values.Select(clip => clip.Name).ShouldBe(["Bob", "Bob 2"]);
        other.PlacedClips.Values.Select(placed => placed.Object).ShouldBe([Buoy, Hull]);
        Should.Throw<Refusal>(() => new PasteClips(copied, 1, [Buoy, Hull, Ferry]).Apply(scene)).Place.ShouldBe("onto");
        Should.Throw<Refusal>(() => new PasteClips(copied with { Placed = [copied.Placed[0] with { Clip = 1 }] }).Apply(scene)).Place.ShouldBe("copied");
        Should.Throw<Refusal>(() => new PasteClips(copied with { Clips = [copied.Clips[0] with { Length = 3 }] }).Apply(gone));
        Should.Throw<Refusal>(() => CopiedClips.Of(scene, [new PlacedClipId(9)]));
    }

    /// <summary>Another motion under the name of the clip.</summary>
    private sealed record ScaleClipOf : Edit
    {
        public override string Title(Scene scene) => "";

        protected override Scene Make(Scene scene) => scene.With(scene.Clip(Bob) with { Length = scene.Clip(Bob).Length * 2 });
    }

    [Fact]
    public void Put_in_place_of_its_keys_a_clip_gives_the_same_motion()
    {
        var keyed = Still().After(
            new KeyChannels(1, [new(Buoy, "position.y", 5), new(Buoy, "rotation.z", 10)]), new KeyChannels(9, [new(Buoy, "position.y", 9)], Interpolation.Smooth),
            new KeyChannels(25, [new(Buoy, "position.y", 6), new(Buoy, "rotation.z", 90)]));
        foreach (var values in Enum.GetValues<ClipValues>())
        {
            var clip = keyed.After(new SaveClip([Heights(1, 9, 25), new KeySet(Buoy, "rotation.z", [keyed.Rate.At(1), keyed.Rate.At(25)])], "Bob", values, InPlace: true));
            clip.Object(Buoy).Channel("position.y").Curve.ShouldBeNull();
            // Before it starts there is what the channel rests at, which differs for values as they are.
            foreach (var frame in new[] { 1, 4.5, 9, 13, 25, 40 }) Y(clip, frame).ShouldBe(Y(keyed, frame), 1e-9);
        }
    }

    [Fact]
    public void A_clip_keeps_the_shape_of_its_keys_though_their_neighbours_stay_behind()
    {
        var keyed = Still().After([.. new[] { (1m, 0.0), (9m, 4.0), (17m, 6.0), (25m, 0.0) }.Select(k => new KeyChannels(k.Item1, [new(Buoy, "position.y", k.Item2)], Interpolation.Smooth))]);
        var clip = keyed.After(new SaveClip([Heights(9, 17)], "Crest")).Clip(Bob).Channels["position.y"];
        foreach (var frame in new[] { 10, 12.5, 16 })
            clip.ValueAt((frame - 9) * keyed.Rate.TicksPerFrame).ShouldBe(Y(keyed, frame) - 4, 1e-9);
    }

    [Fact]
    public void Cycles_repeat_from_the_start_or_from_where_the_last_one_ended()
    {
        Ys(Placed(times: 3, rounds: ClipCycle.Repeat), 10, 34, 40, 58, 70, 82, 83).ShouldBe([5, 5, 11, 5, 17, 5, 5]);
        var climbing = Still().After(Up(1, 0), Up(13, 12));
        climbing = climbing.After(new SaveClip([Heights(1, 13)], "Climb"), new DeleteKeys([Heights(1, 13)]), new SetValues([new(Buoy, "position.y", 0)]));
        var stairs = climbing.After(new PlaceClip(Bob, [Buoy], 1, 3, ClipCycle.RepeatOffset, ClipAfter.Hold));
        Ys(stairs, 1, 7, 13, 25, 31, 37, 60).ShouldBe([0, 6, 12, 24, 30, 36, 36]);
        // Without offset each round falls back; the last instant belongs to the last round.
        Ys(climbing.After(new PlaceClip(Bob, [Buoy], 1, 3, ClipCycle.Repeat, ClipAfter.Hold)), 13, 19, 37, 60).ShouldBe([0, 6, 12, 12]);
        Ys(climbing.After(new PlaceClip(Bob, [Buoy], 1, 2)), 7, 13, 20, 25, 26).ShouldBe([6, 12, 12, 12, 0]);
    }

    [Fact]
    public void It_starts_at_its_offset_and_keeps_its_place_when_its_start_is_moved()
    {
        Ys(Placed().After(new SetPlacedClip([First], Offset: 6)), 10, 16, 22).ShouldBe([11, 17, 11]);
        var trimmed = Placed().After(new SetPlacedClip([First], Start: 16));
        Ys(trimmed, 15, 16, 22, 30).ShouldBe([5, 11, 17, 9]);
        trimmed.Placed(First).Offset.ShouldBe(trimmed.Rate.StartOf(6).Value);
        Ys(Placed().After(new SetPlacedClip([First], End: 22, After: ClipAfter.Hold)), 22, 60).ShouldBe([17, 17]);
        var both = Placed().After(new PlaceClip(Bob, [Ferry], 40), new SetPlacedClip([First, Second], Cycle: ClipCycle.Repeat, After: ClipAfter.Hold));
        both.PlacedClips.Values.Select(p => (p.Cycle, p.After)).Distinct().ShouldBe([(ClipCycle.Repeat, ClipAfter.Hold)]);
        Should.Throw<Refusal>(() => new SetPlacedClip([First], End: 10).Apply(Placed())).Place.ShouldBe("end");
    }

    [Fact]
    public void The_rate_stands_runs_backwards_and_is_keyed_like_any_channel()
    {
        Ys(Placed(times: 2).After(new SetValues([new ChannelValue(FirstRate, 0.5)])), 10, 22, 34).ShouldBe([5, 11, 17]);
        Ys(Placed().After(new SetValues([new ChannelValue(FirstRate, 0)]), new SetPlacedClip([First], Offset: 3)), 10, 30).ShouldBe([8, 8]);
        Ys(Placed().After(new SetValues([new ChannelValue(FirstRate, -1)]), new SetPlacedClip([First], Offset: 24)), 10, 16, 22).ShouldBe([5, 11, 17]);
        // From 0 to 1 in 12 frames: the phase is t²/24.
        var starting = Placed(times: 2).After(
            new KeyChannels(10, [new ChannelValue(FirstRate, 0)], Interpolation.Linear), new KeyChannels(22, [new ChannelValue(FirstRate, 1)], Interpolation.Linear));
        foreach (var frame in new[] { 0, 3, 6, 10, 12 }) Y(starting, 10 + frame).ShouldBe(5 + frame * frame / 24.0, 1e-9);
        Y(starting, 22 + 5).ShouldBe(5 + 6 + 5, 1e-9);
        starting.Placed(First).Rate.Curve!.Keys.Length.ShouldBe(2);
        Ys(starting.After(new MoveKeys([new KeySet(FirstRate, [starting.Rate.At(22)])], -12 + 1)), 11, 16).ShouldBe([5.5, 10.5]);
    }

    [Fact]
    public void Two_that_overlap_blend_and_neither_jumps()
    {
        var scene = Placed(10, 1, ClipCycle.Once, ClipAfter.Hold).After(new PlaceClip(Bob, [Buoy], 28));
        // In the middle of the overlap, at frame 31, half of each: 3 of the one that goes, 3 of the one that comes.
        Y(scene, 31).ShouldBe(5 + 3, 1e-9);
        Y(scene, 28).ShouldBe(5 + 6, 1e-9);
        Y(scene, 34).ShouldBe(5 + 6, 1e-9);
        for (var frame = 1.0; frame < 60; frame += 0.25) Math.Abs(Y(scene, frame + 0.25) - Y(scene, frame)).ShouldBeLessThan(0.9);
        // One that lies within another comes and goes.
        var within = Placed(10, 4, ClipCycle.Repeat).After(new PlaceClip(Bob, [Buoy], 40));
        Y(within, 40).ShouldBe(Y(Placed(10, 4, ClipCycle.Repeat), 40), 1e-9);
        Y(within, 52).ShouldBe(17, 1e-9);
        Y(within, 70).ShouldBe(Y(Placed(10, 4, ClipCycle.Repeat), 70), 1e-9);
    }

    [Fact]
    public void What_it_holds_stays_until_the_next_one()
    {
        var up = Placed(10, 0.5m, after: ClipAfter.Hold);
        Ys(up, 22, 40, 100).ShouldBe([17, 17, 17]);
        Ys(up.After(new PlaceClip(Bob, [Buoy], 50)), 49, 50, 62, 80).ShouldBe([17, 5, 17, 5]);
    }

    [Fact]
    public void Clips_run_in_source_time_under_warps()
    {
        var warped = Placed().After(new AddWarp("Slow pass"), new RetimePart(new WarpId(1), RetimeWay.Speed, 10, 34, Speed: 0.5m));
        Ys(warped, 10, 22, 34, 58).ShouldBe([5, 11, 17, 5]);
        var later = warped.After(new PlaceClip(Bob, [Buoy], 34));
        later.Placed(Second).Start.ShouldBe(later.Rate.StartOf(22));
        var moved = warped.After(new MovePlacedClips([First], 12, Played: true));
        moved.Placed(First).Start.ShouldBe(moved.Rate.StartOf(16));
        Should.Throw<Refusal>(() => new BakeWarp(new WarpId(1)).Apply(warped)).Reason.ShouldContain("clips");
    }

    [Fact]
    public void They_are_moved_copied_taken_off_and_deleted()
    {
        var scene = Placed().After(new KeyChannels(20, [new ChannelValue(FirstRate, 1)]));
        var moved = scene.After(new MovePlacedClips([First], 5.5m));
        Ys(moved, 15.5, 27.5).ShouldBe([5, 17]);
        moved.Placed(First).Rate.Curve!.Keys[0].Time.ShouldBe(moved.Rate.At(25.5m));
        var copied = scene.After(new MovePlacedClips([First], 40, Copy: true));
        Ys(copied, 22, 62).ShouldBe([17, 17]);
        Ys(copied.After(new DeletePlacedClips([First])), 22, 62).ShouldBe([5, 17]);
        var onto = scene.After(new MovePlacedClips([First], 0, Onto: Ferry));
        Ys(onto, 22).ShouldBe([5]);
        Y(onto, 22, Ferry).ShouldBe(12, 1e-9);
        copied.After(new DeleteClip(Bob)).ShouldSatisfyAllConditions(s => s.Clips.ShouldBeEmpty(), s => s.PlacedClips.ShouldBeEmpty());
        copied.After(new DeleteObjects([Buoy])).PlacedClips.ShouldBeEmpty();
        copied.After(new DuplicateObjects([Buoy])).PlacedClips.Count.ShouldBe(4);
        scene.After(new RenameClip(Bob, "Swell")).Clip(Bob).Name.ShouldBe("Swell");
    }

    [Fact]
    public void A_value_that_is_set_is_the_one_that_is_seen()
    {
        var scene = Placed();
        Y(scene.After(Up(16, 30)), 16).ShouldBe(30, 1e-9);
        Y(scene.After(new SetValues([new(Buoy, "position.y", 30)], Frame: 22)), 22).ShouldBe(30, 1e-9);
        Y(scene.After(new SetValues([new(Buoy, "position.y", 30)])), 22).ShouldBe(42, 1e-9);
        // Keyed as it is, nothing moves.
        Ys(scene.After(new KeyChannels(16, [new(Buoy, "position.y")])), 16, 22).ShouldBe([11, 17]);
        // Under another parent it stays where it was.
        var world = (Scene s) => new WorldSampler(s, new FrameTimes(s, [s.Rate.StartOf(16).Value])).Worlds(Buoy)[0].Position.Y;
        var under = scene.After(new SetValues([new(Ferry, "position.y", 3)]), new SetParent([Buoy], Ferry, 16));
        world(under).ShouldBe(11, 1e-9);
    }

    [Fact]
    public void Stretched_with_the_scene_it_plays_as_slowly_as_all_else()
    {
        var keyed = new Edit[] { Up(1, 5), Up(13, 17), Up(25, 5) };
        var (plain, clip) = (Still().After(keyed), Still().After(keyed).After(new SaveClip([Heights(1, 13, 25)], "Bob", InPlace: true)));
        Edit[] retimes =
        [
            new StretchTime(360, 1), new SetRate(FrameRate.Parse("30"), RateKeep.Frames), new SetRate(FrameRate.Parse("30"), RateKeep.Clock),
            new InsertFrames(1, 7), new InsertFrames(1, 7, [Buoy]), new StretchTime(12, 1, new StretchPart(1, 25)),
        ];
        foreach (var retime in retimes)
        {
            var (a, b) = (plain.After(retime), clip.After(retime));
            for (var frame = 2.0; frame < 90; frame += 3.5) Y(b, frame).ShouldBe(Y(a, frame), 1e-6, $"{retime} at {frame}");
        }
        clip.After(new SetRate(FrameRate.Parse("30"), RateKeep.Frames)).ShouldSatisfyAllConditions(
            s => s.Rate.FrameOf(s.Clip(Bob).Length).ShouldBe(24, 1e-9), s => s.Placed(First).Rate.Still.ShouldBe(1));
    }

    [Fact]
    public void While_a_clip_turns_an_object_the_order_of_its_turns_stays()
    {
        var turns = new KeySet(Buoy, "rotation.x", [FrameRate.Film.At(1), FrameRate.Film.At(9)]);
        var scene = Still().After(new KeyChannels(1, [new(Buoy, "rotation.x", 0)]), new KeyChannels(9, [new(Buoy, "rotation.x", 30)]), new SaveClip([turns], "Roll", InPlace: true));
        Should.Throw<Refusal>(() => new SetRotationOrder([Buoy], RotationOrder.Zyx).Apply(scene)).Reason.ShouldContain("bake the clips first");
        scene.After(new BakeClips([Buoy]), new SetRotationOrder([Buoy], RotationOrder.Zyx)).Object(Buoy).RotationOrder.ShouldBe(RotationOrder.Zyx);
    }

    [Fact]
    public void What_cannot_be_a_clip_is_refused_with_the_reason()
    {
        var scene = Moving().After(Up(1, 0), Up(9, 1), new KeyChannels(1, [new(Buoy, "visible", 1)]), new KeyChannels(9, [new(Buoy, "visible", 0)]));
        Reason(new SaveClip([Heights(1)])).ShouldContain("two times");
        Reason(new SaveClip([Heights(1, 9), Selected(1, 25)])).ShouldContain("one object");
        Reason(new SaveClip([new KeySet(Buoy, "visible", [scene.Rate.At(1), scene.Rate.At(9)])])).ShouldContain("only jumps");
        Reason(new SaveClip([Selected(1, 25)], InPlace: true)).ShouldContain("all of them");
        Reason(new PlaceClip(new ClipId(9), [Buoy], 1)).ShouldContain("no such clip");
        var named = scene.After(new SaveClip([Heights(1, 9)], "Bob"));
        Should.Throw<Refusal>(() => new SaveClip([Heights(1, 9)], "Bob").Apply(named)).Place.ShouldBe("name");
        Should.Throw<Refusal>(() => new PlaceClip(Bob, [Buoy], 1, 0).Apply(named)).Place.ShouldBe("times");
        Should.Throw<Refusal>(() => new KeyChannels(1, [new ChannelValue(FirstRate, 1e7)]).Apply(named.After(new PlaceClip(Bob, [Buoy], 1))));
        string Reason(Edit edit) => Should.Throw<Refusal>(() => edit.Apply(scene)).Reason;
    }

    [Fact]
    public void Written_as_keys_the_motion_is_the_same_within_the_tolerance()
    {
        var scene = Placed(10, 3, ClipCycle.Repeat, ClipAfter.Hold).After(
            new SetPlacedClip([First], Offset: 4), new KeyChannels(10, [new ChannelValue(FirstRate, 0.2)]), new KeyChannels(60, [new ChannelValue(FirstRate, 1.7)]),
            new PlaceClip(Bob, [Buoy], 70), new KeyChannels(1, [new(Buoy, "position.y", 0)]), new KeyChannels(100, [new(Buoy, "position.y", 40)]));
        var written = scene.After(new BakeClips([Buoy], 0.01));
        written.PlacedClips.ShouldBeEmpty();
        for (var frame = 1.0; frame < 115; frame += 0.125) Y(written, frame).ShouldBe(Y(scene, frame), 0.011, $"frame {frame}");
        written.Keys(Buoy, "position.y").Length.ShouldBeLessThan(40);
        // A jump stays a jump.
        var jumping = Placed(10, 0.75m).After(new BakeClips([Buoy]));
        Ys(jumping, 9, 10, 27.9, 28, 28.1, 60).Select(y => Math.Round(y, 6)).ShouldBe([5, 5, 11.1, 11, 5, 5]);
        Should.Throw<Refusal>(() => new BakeClips([Ferry]).Apply(scene)).Reason.ShouldContain("no clips");
    }

    [Fact]
    public void What_the_rest_of_the_project_takes_no_clip_is_left_with()
    {
        // A warp over a channel of the second clip only is not committed either.
        var turns = new KeySet(Buoy, "rotation.x", [FrameRate.Film.At(1), FrameRate.Film.At(9)]);
        var two = Placed().After(new KeyChannels(1, [new(Buoy, "rotation.x", 0)]), new KeyChannels(9, [new(Buoy, "rotation.x", 30)]), new SaveClip([turns], "Tilt"),
            new PlaceClip(new ClipId(2), [Buoy], 40), new AddWarp("Slow", [new TimeTarget(Buoy, "rotation.x")]));
        Should.Throw<Refusal>(() => new BakeWarp(new WarpId(1)).Apply(two)).Reason.ShouldContain("clips");
        // Own values stay within what a channel can have, and rates within what a rate can be: a written file can be read.
        KeySet fades = new(Buoy, "look.opacity", [FrameRate.Film.At(1), FrameRate.Film.At(9)]);
        var fading = Still().After(new KeyChannels(1, [new(Buoy, "look.opacity", 0)]), new KeyChannels(9, [new(Buoy, "look.opacity", 0.8)]), new SaveClip([fades], "Fade"),
            new DeleteKeys([fades]), new SetValues([new(Buoy, "look.opacity", 0.1)]), new PlaceClip(Bob, [Buoy], 1));
        fading.After(new KeyChannels(9, [new(Buoy, "look.opacity", 0.2)])).Keys(Buoy, "look.opacity")[0].Value.ShouldBe(0);
        fading.After(new SetValues([new(Buoy, "look.opacity", 0.2)], Frame: 9)).Object(Buoy).Channel("look.opacity").Still.ShouldBe(0);
        Should.Throw<Refusal>(() => new StretchTime(0.001m, 1, new StretchPart(1, 9)).Apply(fading.After(new SetValues([new ChannelValue(FirstRate, 900_000)])))).Place.ShouldBe("rate");
        Placed().After(new StretchTime(0.2m, 1, new StretchPart(1, 60))).Placed(First).Rate.Still.ShouldBeGreaterThan(100);
    }

    [Fact]
    public void How_often_it_plays_says_where_it_ends()
    {
        var scene = Placed().After(new SetPlacedClip([First], Times: 2.5m));
        scene.Placed(First).End.ShouldBe(scene.Rate.StartOf(10 + 60));
        Should.Throw<Refusal>(() => new SetPlacedClip([First], Times: 0).Apply(scene)).Place.ShouldBe("times");
    }

    [Fact]
    public void What_clips_change_is_sampled_anew()
    {
        var before = Placed();
        IReadOnlyList<StaleTarget> Stale(Edit edit)
        {
            var (after, change) = edit.Changed(before);
            return change.Stale(after, RetimedObjects.Of(change, before, after));
        }
        foreach (var edit in new Edit[] { new SetPlacedClip([First], Offset: 3), new DeletePlacedClips([First]), new DeleteClip(Bob), new KeyChannels(12, [new ChannelValue(FirstRate, 2)]), new MovePlacedClips([First], 1) })
            Stale(edit).Select(target => (target.Object.Id, string.Join(' ', target.Channels.Select(c => c.Name)))).ShouldBe([(Buoy, "position.y")], edit.ToString());
        Stale(new RenameClip(Bob, "Swell")).Count.ShouldBe(1);
        Stale(new SetBookmark(3, "Horn", BookmarkColour.Sky)).ShouldBeEmpty();
    }

    [Fact]
    public void Rate_and_phase_are_sampled_and_rounds_are_found()
    {
        var scene = Placed(10, 3, ClipCycle.Repeat).After(new SetValues([new ChannelValue(FirstRate, 2)]));
        var block = ClipSamples.Of(scene, [scene.Placed(First)], new FrameRange(1, 100)).Single();
        (block.Owner, block.Id).ShouldBe((OwnerKind.Placed, First.Value));
        var phase = block.Tracks.Single(track => track.Channel == "phase").Samples;
        phase[10 - 1].ShouldBe(0);
        phase[15 - 1].ShouldBe(10);
        phase[9 - 1].ShouldBe(float.NaN);
        ClipSamples.CyclesOf(scene, scene.Placed(First)).Select(time => scene.Rate.FrameOf(time)).ShouldBe([22, 34, 46, 58, 70], 1e-6);
    }

    [Property]
    public bool At_the_rate_of_one_a_clip_is_its_keys(short start, byte offset)
    {
        var scene = Placed(start, 5, ClipCycle.Repeat).After(new SetPlacedClip([First], Offset: offset));
        return Enumerable.Range(0, 100).All(frame =>
        {
            var phase = (frame + offset) % 24;
            return Math.Abs(Y(scene, start + frame) - (5 + (phase <= 12 ? phase : 24 - phase))) < 1e-6;
        });
    }
}
