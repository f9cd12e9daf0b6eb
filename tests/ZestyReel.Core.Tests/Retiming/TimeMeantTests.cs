using System.Collections.Immutable;
using FsCheck;
using FsCheck.Xunit;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Retiming;

/// <summary>Lengths from pose to pose, snaps that survive, rates and insertions that keep the first frame, ranges that follow.</summary>
public class TimeMeantTests
{
    private static readonly FrameRate Sixty = FrameRate.Parse("60");

    private static KeySet All(Scene scene) => new(Ferry, "position.x", [.. scene.Keys(Ferry, "position.x").Select(key => key.Time)]);

    private static double[] At(Scene scene) => [.. scene.Keys(Ferry, "position.x").Select(key => Math.Round(scene.Rate.FrameOf(key.Time.Value), 6))];

    /// <summary>Sixty frames with a snap a tick wide at 20, one a frame wide at 40, and the last pose on the last frame.</summary>
    private static Scene Snapping() => Still().After(
        new SetRanges(new FrameRange(1, 60)), Keyed(1, 0), Keyed(20, 2), Keyed(40, 5), Keyed(41, 9), Keyed(60, 10)).After(Snap(20, 7));

    private static Edit Snap(long frame, double value) => new SnapBehind(frame, value);

    [Fact]
    public void A_length_is_from_the_first_pose_to_the_last()
    {
        var scene = Snapping().After(new StretchTime(39, 1));
        scene.Settings.Range.ShouldBe(new FrameRange(1, 39));
        scene.Settings.Work.ShouldBe(new FrameRange(1, 39));
        (At(scene)[0], At(scene)[^1]).ShouldBe((1, 39));
        TimeConsequence.Of(Snapping(), new StretchTime(39, 1)).Outside.ShouldBe(0);
        // From the start of the first frame to the end of the last one, only where that is said: frame 60 comes to 39.35.
        var told = TimeConsequence.Of(Snapping(), new StretchTime(39, 1, Ends: StretchEnds.Frames));
        told.Outside.ShouldBe(1);
        told.FirstOutside.ShouldBe(new KeyOutside(Ferry, "position.x", 39.35), new Within(1e-6));
        // About the last frame it is the first that moves; the length stays what it is.
        Snapping().After(new StretchTime(39, 60)).Settings.Range.ShouldBe(new FrameRange(22, 60));
        // And back it is the same to the tick.
        var back = scene.After(new StretchTime(60, 1));
        back.Keys(Ferry, "position.x").Select(key => key.Value).ShouldBe([0, 2, 7, 5, 9, 10]);
        back.Settings.Range.ShouldBe(new FrameRange(1, 60));
        Should.Throw<Refusal>(() => new StretchTime(1, 1).Apply(Snapping())).Place.ShouldBe("length");
    }

    [Fact]
    public void Snaps_survive_a_stretch_onto_whole_frames()
    {
        var scene = Snapping().After(new StretchTime(39, 1, OnFrames: FrameRule.Apart));
        // 20 and a tick after come to 13.2, 40 and 41 to 26.1 and 26.8.
        At(scene).ShouldBe([1, 13, 14, 26, 27, 39]);
        scene.Keys(Ferry, "position.x").Select(key => key.Value).ShouldBe([0, 2, 7, 5, 9, 10]);
        // Where they are to give way they do.
        At(Snapping().After(new StretchTime(39, 1, OnFrames: FrameRule.Nearest))).ShouldBe([1, 13, 26, 27, 39]);
    }

    [Fact]
    public void A_snap_put_on_frames_keeps_its_first_key_where_it_stood()
    {
        var scene = Snapping();
        At(scene.After(new PutOnFrames([All(scene)]))).ShouldBe([1, 20, 21, 40, 41, 60]);
        // Keys that stay are kept clear of, and where there is no room it is said where.
        var pair = new KeySet(Ferry, "position.x", [FrameRate.Film.At(20), new Tick(FrameRate.Film.At(20).Value + 1)]);
        At(scene.After(Keyed(21, 7), new PutOnFrames([pair]))).ShouldBe([1, 19, 20, 21, 40, 41, 60]);
        var refusal = Should.Throw<Refusal>(() => scene.After(Keyed(21, 7), Keyed(19, 3), new PutOnFrames([pair])));
        (refusal.Place, refusal.Reason.Contains("between 19 and 21", StringComparison.Ordinal)).ShouldBe(("keys", true));
    }

    /// <summary>Against every way there is to put a few keys on frames.</summary>
    [Property(MaxTest = 60)]
    public bool Apart_is_as_near_as_it_can_be(NonEmptyArray<int> times)
    {
        // Thirds and sixths, but never halves, so that there is one best.
        double[] at = [.. times.Get.Take(5).Select(time => Math.Abs(time % 30) / 6.0 + 0.01).Distinct().Order()];
        var scene = at.Aggregate(Still(), (now, frame) => now.After(Keyed((decimal)frame, frame)));
        var frames = At(scene.After(new PutOnFrames([All(scene)])));
        double Off(IEnumerable<double> some) => some.Zip(at, (frame, time) => (frame - time) * (frame - time)).Sum();
        IEnumerable<double[]> Ways(int from, int count) => count == 0
            ? [[]]
            : Enumerable.Range(from, Math.Max(0, 12 - from)).SelectMany(frame => Ways(frame + 1, count - 1).Select(rest => (double[])[frame, .. rest]));
        var best = Ways(-4, at.Length).Min(Off);
        return frames.Zip(frames.Skip(1)).All(pair => pair.Second >= pair.First + 1) && frames.All(frame => frame == Math.Floor(frame))
            && Off(frames) <= best + 0.26 * at.Length;
    }

    [Theory]
    [InlineData("60")]
    [InlineData("30000/1001")]
    [InlineData("25")]
    public void Another_rate_keeps_the_first_frame_and_goes_back(string text)
    {
        var rate = FrameRate.Parse(text);
        var before = Moving().After(new SetRanges(Work: new FrameRange(20, 61)), new AddWarp(), new SetBookmark(30, "Pier", BookmarkColour.Rose));
        var there = before.After(new SetRate(rate, RateKeep.Clock));
        there.Settings.Range.First.ShouldBe(1);
        if (text == "60") (there.Settings.Range, At(there)[1]).ShouldBe((new FrameRange(1, 300), 61));
        var back = there.After(new SetRate(FrameRate.Film, RateKeep.Clock));
        back.Settings.ShouldBe(before.Settings);
        back.Keys(Ferry, "position.x").ShouldBe(before.Keys(Ferry, "position.x"));
        back.Bookmarks.Values.ShouldBe(before.Bookmarks.Values);
        back.Warps.Values.Single().Curve.Keys.ShouldBe(before.Warps.Values.Single().Curve.Keys);
    }

    [Fact]
    public void Another_rate_puts_keys_on_frames_where_it_is_told_to()
    {
        var scene = Snapping().After(new SetRate(FrameRate.Parse("12"), RateKeep.Clock, FrameRule.Apart));
        // The last pose, on 30.5, stays within the scene.
        At(scene).ShouldBe([1, 10, 11, 20, 21, 30]);
        scene.Settings.Range.ShouldBe(new FrameRange(1, 30));
    }

    [Fact]
    public void The_speed_of_the_scene_meets_a_length_exactly()
    {
        var scene = Snapping().After(new SetSceneSpeed(Length: 39));
        scene.Settings.Range.ShouldBe(new FrameRange(1, 39));
        var warp = scene.Warps.Values.Single().Curve.Keys[^1];
        (scene.Rate.ExactFrameOf(warp.Time), scene.Rate.FrameOf(warp.Value)).ShouldBe((39, 60));
        scene.After(new SetSceneSpeed(Length: 60)).Warps.ShouldBeEmpty();
        Should.Throw<Refusal>(() => new SetSceneSpeed(Length: 1).Apply(Snapping())).Place.ShouldBe("length");
    }

    [Fact]
    public void What_is_inserted_before_the_start_makes_room_at_the_start()
    {
        var scene = Moving().After(new InsertFrames(1, 10));
        (scene.Settings.Range, At(scene)[0]).ShouldBe((new FrameRange(1, 130), 11));
        Moving().After(new InsertFrames(-5, 10)).Settings.Range.ShouldBe(new FrameRange(1, 130));
        var later = Moving().After(Keyed(-7, 4), new SetRanges(Work: new FrameRange(10, 20)), new DelayAll(12));
        (later.Settings.Range, later.Settings.Work).ShouldBe((new FrameRange(1, 132), new FrameRange(10, 32)));
        At(later).ShouldBe([5, 13, 37, 61]);
        Should.Throw<Refusal>(() => new DelayAll(0).Apply(Moving())).Place.ShouldBe("frames");
    }

    [Fact]
    public void A_work_range_that_was_the_whole_scene_stays_it()
    {
        Edit[] edits =
        [
            new SetRanges(new FrameRange(1, 300)), new StretchTime(240, 1), new InsertFrames(20, 5), new RemoveFrames(20, 5), new DelayAll(9), new AddLead(9),
            new SetRate(Sixty, RateKeep.Clock), new SetSceneSpeed(2), new HoldPose(25, 35, [Ferry], Push: true),
        ];
        foreach (var edit in edits)
        {
            var whole = Moving().After(edit).Settings;
            whole.Work.ShouldBe(whole.Range, edit.ToString());
            Moving().After(new SetRanges(Work: new FrameRange(10, 20)), edit).Settings.ShouldSatisfyAllConditions(part => part.Work.ShouldNotBe(part.Range), part => part.Range.Contains(part.Work).ShouldBeTrue());
        }
        Moving().After(new SetRanges(new FrameRange(1, 300), new FrameRange(1, 120))).Settings.Work.ShouldBe(new FrameRange(1, 120));
    }

    /// <summary>A key a tick behind another.</summary>
    private sealed record SnapBehind(long Frame, double Value) : Edit
    {
        public override string Title(Scene scene) => "";

        protected override Scene Make(Scene scene)
        {
            var curve = scene.Object(Ferry).Channel("position.x").Curve!;
            var key = curve.Keys[curve.IndexOf(scene.Rate.StartOf(Frame))];
            return scene.With(scene.Object(Ferry).WithChannel("position.x", scene.Object(Ferry).Channel("position.x") with { Curve = curve.WithKey(key with { Time = new Tick(key.Time.Value + 1), Value = Value }) }));
        }
    }

    private sealed class Within(double by) : IEqualityComparer<KeyOutside?>
    {
        public bool Equals(KeyOutside? one, KeyOutside? other) => one?.Object == other?.Object && one?.Channel == other?.Channel && Math.Abs((one?.Frame ?? 0) - (other?.Frame ?? 0)) < by;

        public int GetHashCode(KeyOutside? key) => 0;
    }
}
