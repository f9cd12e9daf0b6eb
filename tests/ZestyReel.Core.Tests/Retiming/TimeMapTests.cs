using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Retiming;

public class TimeMapTests
{
    private static decimal?[] Frames(Scene scene) => [.. scene.Keys(Ferry, "position.x").Select(k => scene.Rate.ExactFrameOf(k.Time))];

    private static double ValueAt(Scene scene, double ticks) =>
        scene.Object(Ferry).Channel("position.x").ValueAt(new TimeFlow(scene).SourceOf(CurveRef.Of(Ferry, "position.x"), ticks));

    /// <summary>The ferry keyed at random frames and values, every mode in use, some keys between frames.</summary>
    private static Scene Random(int seed)
    {
        var random = new Random(seed);
        var keys = Enumerable.Range(0, random.Next(2, 12)).Select(_ => random.Next(-400, 800) / 4m).Distinct().Order()
            .Select(frame => new Key(
                FrameRate.Film.At(frame), random.Next(-50, 50), (Interpolation)random.Next(1, 6), (Interpolation)random.Next(1, 6),
                new Handle(-random.Next(0, 9) * 1e7, random.Next(-5, 5)), new Handle(random.Next(0, 9) * 1e7, random.Next(-5, 5))));
        var thing = Still().Object(Ferry);
        return Still().With(thing.WithChannel("position.x", new Channel(0, new Curve([.. keys]))));
    }

    private static Scene Warped(Scene scene, params (decimal Played, decimal Source)[] points)
    {
        var keys = points.Select(p => new Key(scene.Rate.At(p.Played), scene.Rate.At(p.Source).Value, Interpolation.Linear, Interpolation.Linear));
        var id = new WarpId(1);
        return scene with { Warps = scene.Warps.SetItem(id, new Warp(id, "Pass", true, null, WarpBeyond.RunOn, new Curve([.. keys]))) };
    }

    [Fact]
    public void Twice_as_long_about_the_first_frame()
    {
        var scene = Moving().After(new StretchTime(240, 1, Ends: StretchEnds.Frames));
        Frames(scene).ShouldBe([1, 49, 97]);
        scene.Settings.Range.ShouldBe(new FrameRange(1, 240));
        scene.Settings.Work.ShouldBe(new FrameRange(1, 240));
        scene.Rate.ExactFrameOf(scene.Bookmarks.Values.Single().Time).ShouldBe(23);
    }

    [Fact]
    public void A_part_is_stretched_and_the_rest_is_pushed_along()
    {
        // 25 to 49 becomes 36 frames long: what follows is 12 frames later.
        var scene = Moving().After(Keyed(60, 5), new StretchTime(36, 25, new StretchPart(25, 49)));
        Frames(scene).ShouldBe([1, 25, 61, 72]);
        scene.Settings.Range.ShouldBe(new FrameRange(1, 132));
        // About its end, what comes before moves instead.
        Frames(Moving().After(new StretchTime(36, 49, new StretchPart(25, 49)))).ShouldBe([-11, 13, 49]);
    }

    [Fact]
    public void Frames_are_inserted_for_all_or_for_some()
    {
        var all = Moving().After(new InsertFrames(25, 10));
        Frames(all).ShouldBe([1, 35, 59]);
        all.Settings.Range.ShouldBe(new FrameRange(1, 130));
        var some = Moving().After(new InsertFrames(25, 10, [Buoy]));
        Frames(some).ShouldBe([1, 25, 49]);
        Frames(Moving().After(new InsertFrames(26, 10, [Ferry]))).ShouldBe([1, 25, 59]);
        Moving().After(new InsertFrames(26, 10, [Ferry])).Settings.Range.ShouldBe(new FrameRange(1, 120));
    }

    [Fact]
    public void Removed_frames_leave_their_keys_at_the_cut_unless_told_otherwise()
    {
        var kept = Moving().After(new RemoveFrames(20, 29));
        kept.Keys(Ferry, "position.x").Select(k => k.Time.Value).ShouldBe([29_400_000, 20 * 29_400_000L - 1, 20 * 29_400_000L]);
        kept.Settings.Range.ShouldBe(new FrameRange(1, 91));
        Frames(Moving().After(new RemoveFrames(20, 29, DeleteKeys: true))).ShouldBe([1, 20]);
        Should.Throw<Refusal>(() => new RemoveFrames(1, 500).Apply(Moving()));
        Should.Throw<Refusal>(() => new StretchTime(0, 1).Apply(Moving())).Place.ShouldBe("length");
        Should.Throw<Refusal>(() => new StretchTime(10, 1, new StretchPart(30, 30)).Apply(Moving())).Place.ShouldBe("part");
    }

    [Fact]
    public void Under_a_warp_the_frames_of_some_objects_are_found_in_source_time()
    {
        // Played 20 is source 10: the keys from 10 on move, though the frame typed is 20.
        var scene = Warped(Moving(), (0, 0), (100, 50)).After(new InsertFrames(20, 10, [Ferry]));
        Frames(scene).ShouldBe([1, 35, 59]);
    }

    [Property]
    public bool A_stretch_plays_the_same_motion_in_another_time(int seed, PositiveInt length, int about, bool warped)
    {
        var before = Random(seed);
        if (warped) before = Warped(before, (-20, -30), (40, 10), (90, 95));
        var (newLength, centre) = (length.Get % 400 + 1, about % 200);
        var after = before.After(new StretchTime(newLength, centre, Ends: StretchEnds.Frames));
        var factor = newLength / 120.0;
        var start = before.Rate.StartOf(centre).Value;
        return Enumerable.Range(-30, 200).All(i =>
        {
            var played = start + i * 13_777_777.0;
            var scaled = start + (played - start) * factor;
            return Math.Abs(ValueAt(before, played) - ValueAt(after, scaled)) < 1e-4;
        });
    }

    [Property]
    public bool A_stretch_and_the_stretch_back_leave_keys_on_frames_as_they_were(NonEmptyArray<short> frames, PositiveInt times)
    {
        var before = frames.Get.Distinct().Aggregate(Still(), (now, frame) => now.After(Keyed(frame, frame)));
        var factor = times.Get % 9 + 1;
        var after = before.After(new StretchTime(120 * factor, 7, Ends: StretchEnds.Frames), new StretchTime(120, 7, Ends: StretchEnds.Frames));
        return after.Keys(Ferry, "position.x").SequenceEqual(before.Keys(Ferry, "position.x"));
    }

    [Property]
    public bool No_stretch_and_no_removal_loses_or_merges_a_key(int seed, PositiveInt length, int at)
    {
        var before = Random(seed);
        foreach (Edit edit in new Edit[]
        {
            new StretchTime(length.Get % 300 * 0.01m + 1.001m, at % 100),
            new StretchTime(length.Get % 50 + 0.5m, at % 100, new StretchPart(at % 60, at % 60 + 35)),
            new RemoveFrames(at % 100, length.Get % 100 + 1),
        })
        {
            var after = before.After(edit).Keys(Ferry, "position.x");
            if (!after.Select(k => k.Value).SequenceEqual(before.Keys(Ferry, "position.x").Select(k => k.Value))) return false;
        }
        return true;
    }

    [Property]
    public bool What_is_inserted_can_be_removed_again(int seed, int at, PositiveInt frames)
    {
        var before = Random(seed);
        var (cut, count) = (at % 150, frames.Get % 500 + 1);
        foreach (ImmutableArray<ObjectId>? some in new ImmutableArray<ObjectId>?[] { null, [Ferry] })
            if (!before.After(new InsertFrames(cut, count, some), new RemoveFrames(cut, count, some)).Keys(Ferry, "position.x").SequenceEqual(before.Keys(Ferry, "position.x")))
                return false;
        return true;
    }
}
