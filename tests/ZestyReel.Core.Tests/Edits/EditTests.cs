using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

public class EditTests
{
    [Fact]
    public void Keying_what_is_takes_the_value_that_the_curve_has()
    {
        var scene = Moving().After(new KeyChannels(13, [new ChannelValue(Ferry, "position.x")]));
        scene.Keys(Ferry, "position.x").Length.ShouldBe(4);
        scene.Keys(Ferry, "position.x")[1].Value.ShouldBe(5, 1e-12);
    }

    [Fact]
    public void Keying_a_key_again_keeps_how_it_arrives_and_leaves()
    {
        var scene = Moving().After(Keyed(25, -4, Interpolation.Flat));
        scene.Keys(Ferry, "position.x")[1].ShouldBe(new Key(scene.Rate.At(25), -4, Interpolation.Linear, Interpolation.Linear));
    }

    [Theory]
    [InlineData("Set Ferry Position X", "position.x")]
    [InlineData("Set Ferry Visible", "visible")]
    [InlineData("Set Ferry Position, Rotation, Visible", "position.x", "position.y", "rotation.z", "visible")]
    [InlineData("Set Ferry Colour", "look.red", "look.green", "look.blue")]
    [InlineData("Set 4 channels of Ferry", "position.x", "rotation.z", "scale.y", "visible")]
    public void The_history_calls_channels_as_people_do(string title, params string[] channels) =>
        new SetValues([.. channels.Select(channel => new ChannelValue(Ferry, channel, 1))]).Title(Still()).ShouldBe(title);

    [Fact]
    public void On_off_channels_are_keyed_with_a_hold()
    {
        var scene = Still().After(new KeyChannels(10, [new ChannelValue(Buoy, "visible", 0)]));
        scene.Keys(Buoy, "visible")[0].In.ShouldBe(Interpolation.Hold);
        Should.Throw<Refusal>(() => new KeyChannels(11, [new ChannelValue(Buoy, "visible", 0.5)]).Apply(scene)).Place.ShouldBe("values[0].value");
        Should.Throw<Refusal>(() => new SetInterpolation([new KeySet(Buoy, "visible", [scene.Rate.At(10)])], Interpolation.Smooth).Apply(scene));
    }

    [Fact]
    public void Moving_keys_may_pass_others_but_not_land_on_them()
    {
        var scene = Moving();
        scene.After(new MoveKeys([Selected(1)], 30)).Keys(Ferry, "position.x").Select(k => k.Value).ShouldBe([10, 0, 30]);
        Should.Throw<Refusal>(() => new MoveKeys([Selected(1)], 24).Apply(scene)).Reason.ShouldContain("frame 25");
        scene.After(new MoveKeys([Selected(1, 25)], 24.5m)).Keys(Ferry, "position.x").Length.ShouldBe(3);
    }

    [Fact]
    public void A_channel_that_loses_its_last_key_stays_where_it_was()
    {
        var scene = Moving();
        scene = scene.After(new DeleteKeys([Selected(1, 25, 49)]));
        scene.Object(Ferry).Channel("position.x").ShouldBe(new Channel(30));
        Should.Throw<Refusal>(() => new DeleteKeys([Selected(1)]).Apply(scene));
    }

    [Fact]
    public void Staying_still_keeps_the_value_of_the_frame()
    {
        var scene = Moving().After(new StayStill(37, [new ChannelValue(Ferry, "position.x")]));
        scene.Object(Ferry).Channel("position.x").Curve.ShouldBeNull();
        scene.Object(Ferry).Channel("position.x").Still.ShouldBe(20, 1e-12);
    }

    [Fact]
    public void Parents_make_no_loops()
    {
        Should.Throw<Refusal>(() => new SetParent([Ferry], Hull).Apply(Still())).Place.ShouldBe("parent");
        Should.Throw<Refusal>(() => new SetParent([Ferry], Ferry).Apply(Still())).Place.ShouldBe("parent");
        Still().After(new SetParent([Buoy], Hull)).Object(Buoy).Parent.ShouldBe(Hull);
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("a/b")]
    [InlineData("line\nbreak")]
    [InlineData("Ferry")]
    public void Names_that_cannot_be_are_refused(string name) =>
        Should.Throw<Refusal>(() => new RenameObject(Buoy, name).Apply(Still())).Place.ShouldBe("name");

    [Fact]
    public void Ranges_are_refused_the_wrong_way_round()
    {
        Should.Throw<Refusal>(() => new SetRanges(new FrameRange(10, 9)).Apply(Still())).Place.ShouldBe("range");
        Should.Throw<Refusal>(() => new SetRanges(Work: new FrameRange(1, 500)).Apply(Still())).Place.ShouldBe("work");
        Still().After(new SetRanges(Work: new FrameRange(10, 120)), new SetRanges(new FrameRange(-20, 60))).Settings.Work.ShouldBe(new FrameRange(10, 60));
        Moving().After(new SetRanges(new FrameRange(100, 200))).Keys(Ferry, "position.x").Length.ShouldBe(3);
    }

    [Fact]
    public void Values_that_a_channel_cannot_have_are_refused()
    {
        Should.Throw<Refusal>(() => new SetValues([new ChannelValue(Buoy, "shape.radius", -1)]).Apply(Still()));
        Should.Throw<Refusal>(() => new SetValues([new ChannelValue(Buoy, "position.x", double.NaN)]).Apply(Still()));
        Should.Throw<Refusal>(() => new SetValues([new ChannelValue(Buoy, "light.intensity", 1)]).Apply(Still())).Reason.ShouldContain("no channel");
        Should.Throw<Refusal>(() => new SetValues([new ChannelValue(Ferry, "position.x", 1)]).Apply(Moving())).Reason.ShouldContain("set a key");
        Should.Throw<Refusal>(() => new SetValues([new ChannelValue(new ObjectId(99), "position.x", 1)]).Apply(Still()));
    }

    [Fact]
    public void Deleting_takes_along_what_moves_with_it()
    {
        var scene = Still().After(new DeleteObjects([Ferry]));
        scene.Objects.Values.Select(o => o.Name).ShouldBe(["Buoy"]);
    }

    [Fact]
    public void What_moves_with_it_can_stay_where_it_is()
    {
        var scene = Moving().After(new SetParent([Buoy], Hull, KeepAt: 30));
        var after = scene.After(new DeleteObjects([Ferry, Hull], KeepAt: 30));
        after.Objects.Values.Select(o => o.Name).ShouldBe(["Buoy"]);
        after.Object(Buoy).Parent.ShouldBeNull();
        Position(after, 30).ShouldBe(Position(scene, 30), 1e-6);
        // From the middle of a chain what hangs below goes to what is above.
        scene.After(new DeleteObjects([Hull], KeepAt: 30)).Object(Buoy).Parent.ShouldBe(Ferry);

        static double Position(Scene scene, int frame) =>
            new WorldSampler(scene, new FrameTimes(scene, [scene.Rate.StartOf(frame).Value])).Worlds(Buoy)[0].Px;
    }

    [Fact]
    public void Duplicates_have_names_and_parents_of_their_own()
    {
        var scene = Moving().After(new DuplicateObjects([Ferry]));
        var copy = scene.Find("Ferry 2").ShouldNotBeNull();
        scene.Find("Hull 2").ShouldNotBeNull().Parent.ShouldBe(copy.Id);
        copy.Channel("position.x").Curve.ShouldBeSameAs(scene.Object(Ferry).Channel("position.x").Curve);
    }

    [Fact]
    public void Another_rate_keeps_the_clock_or_the_frames()
    {
        var clock = Moving().After(new SetRate(FrameRate.Parse("48"), RateKeep.Clock));
        clock.Keys(Ferry, "position.x").Select(k => clock.Rate.ExactFrameOf(k.Time)).ShouldBe([1, 49, 97]);
        clock.Settings.Range.ShouldBe(new FrameRange(1, 240));
        var frames = Moving().After(new SetRate(FrameRate.Parse("30000/1001"), RateKeep.Frames));
        frames.Keys(Ferry, "position.x").Select(k => frames.Rate.ExactFrameOf(k.Time)).ShouldBe([1, 25, 49]);
        frames.Settings.Range.ShouldBe(new FrameRange(1, 120));
    }

    [Fact]
    public void What_another_rate_would_do_is_told_beforehand()
    {
        // Keys at frames 1, 2, 25 and 49 of 24 fps: at 36 fps, from the first frame on, they fall on 1, 2.5, 37 and 73.
        TimeConsequence.Of(Moving().After(Keyed(2, 1)), new SetRate(FrameRate.Parse("36"), RateKeep.Clock)).ShouldBe(new TimeConsequence(4, 4, 0, 1, new FrameRange(1, 180), 5, 5));
        TimeConsequence.Of(Moving(), new SetRate(FrameRate.Parse("36"), RateKeep.Frames)).SecondsAfter.ShouldBe(120 / 36.0);
        TimeConsequence.Of(Moving(), new SetRate(FrameRate.Parse("48"), RateKeep.Clock)).BetweenFramesAfter.ShouldBe(0);
    }

    [Theory]
    [InlineData("48")]
    [InlineData("30000/1001")]
    [InlineData("12")]
    [InlineData("60")]
    public void There_and_back_is_the_same_for_keys_on_frames(string rate)
    {
        foreach (var keep in new[] { RateKeep.Clock, RateKeep.Frames })
        {
            var back = Moving().After(new SetRate(FrameRate.Parse(rate), keep), new SetRate(FrameRate.Film, keep));
            back.Keys(Ferry, "position.x").ShouldBe(Moving().Keys(Ferry, "position.x"));
        }
    }

    [Property]
    public bool Another_rate_loses_no_key(PositiveInt num, NonEmptyArray<short> frames)
    {
        var scene = frames.Get.Distinct().Aggregate(Still(), (now, frame) => now.After(Keyed(frame + 0.37m, frame)));
        var rate = FrameRate.Of(num.Get % 240 + 1, 1);
        return new[] { RateKeep.Clock, RateKeep.Frames }.All(keep =>
            scene.After(new SetRate(rate, keep)).Keys(Ferry, "position.x").Select(k => k.Value).SequenceEqual(scene.Keys(Ferry, "position.x").Select(k => k.Value)));
    }

    public static TheoryData<Edit> SomeEdits() =>
    [
        new RenameScene("Bay"), new SetRanges(new FrameRange(5, 50)), new SetRate(FrameRate.Parse("25"), RateKeep.Frames),
        new AddObject(ObjectKind.Light, "Lamp", Ferry, ImmutableDictionary<string, double>.Empty.Add("light.intensity", 3)),
        new DeleteObjects([Ferry]), new RenameObject(Hull, "Keel"), new DuplicateObjects([Ferry, Buoy]), new SetParent([Buoy], Ferry),
        new SetValues([new ChannelValue(Buoy, "position.y", 2), new ChannelValue(Hull, "look.opacity", 0.5)]),
        new KeyChannels(7, [new ChannelValue(Ferry, "position.x"), new ChannelValue(Buoy, "rotation.z", 90)]),
        new DeleteKeys([Selected(25)]),
        new MoveKeys([Selected(25)], 3),
        new SetInterpolation([Selected(25)], Interpolation.Flat, Interpolation.Hold),
        new StretchTime(240, 1), new InsertFrames(20, 5), new RemoveFrames(20, 5), new InsertFrames(20, 5, [Ferry]),
        new SetBookmark(30, "Pier", BookmarkColour.Rose), new SetBookmark(31, "Horn", BookmarkColour.Plum, new BookmarkId(1)),
        new DeleteBookmark(new BookmarkId(1)), new SetBackdrop(BackdropView.Top, Pictures: [new("plan.png", AssetHash.Parse(new string((char)0x61, 64)))], Width: 4), new SetNamedSelection("Boats", [Ferry, Hull]), new DeleteNamedSelection(new NamedSelectionId(1)),
        new DuplicateKeys([Selected(25)], 3), new ScaleKeys([Selected(1, 25)], 1, 25, 30), new MoveKeys([Selected(25)], 0.5m),
        new SetKeyValues([Selected(25)], 3), new PasteKeys(CopiedKeys.Of(Moving(), [Selected(1, 25)]), 60), new HoldPose(25, 35, [Ferry], Push: true),
        new AddLead(12), new DelayAll(12), new SetStart("01:00:00:00"), new SetLocked([new ChannelValue(Ferry, "position.x")], true), new ReorderObjects([Buoy], Ferry), new SetParent([Ferry], Buoy, 1),
        new SetExtrapolation([new ChannelValue(Ferry, "position.x")], After: Extrapolation.Mirror), new StayStill(9, [new ChannelValue(Ferry, "position.x")]),
        new InsertKeys(9, [new ChannelValue(Ferry, "position.x"), new ChannelValue(Hull, "look.opacity")]), new DeleteKeys([Selected(25)], KeepCurve: true),
        new MoveKeys([Selected(25)], 2, Values: [1.5]), new ScaleKeys([Selected(1, 25)], 1, 25, 30, Values: [new ValueScale(0, 2)]),
        new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.Out, 4, 1), new FormHandles([Selected(25)], HandleForm.Equal),
        new EaseKeys([Selected(1, 25)], ReadyEase.Settle), new EaseKeys([Selected(1, 25)], Css: "ease"),
        new ReduceKeys([Selected(1, 25, 49)], 20), new SmoothKeys([Selected(1, 25, 49)], 0.5), new SnapValues([Selected(1, 25, 49)], 4),
        new FlipKeys([Selected(1, 25)], InTime: true), new FlipKeys([Selected(1, 25)], InTime: false),
        new SaveClip([Selected(1, 25)], "Glide"), new SaveClip([Selected(1, 25, 49)], InPlace: true), new SetRoll([Buoy], Axis.X, 2), new SetRoll([Hull], Axis.Z),
        new AddWarp("Slow pass", [new TimeTarget(Ferry, "position.x")]), new SetSceneSpeed(1.5m),
        new SetRotationOrder([Buoy], RotationOrder.Zyx), new SetRotationInterpolation([Buoy], RotationInterpolation.Quaternion),
        new ReplaceKeys(CopiedKeys.Between(Moving(), [CurveRef.Of(Ferry, "position.x")], FrameRate.Film.At(1), FrameRate.Film.At(9)), 1, 30),
    ];

    [Theory]
    [MemberData(nameof(SomeEdits))]
    public void Every_edit_can_be_taken_back_and_made_again_from_its_rows(Edit edit)
    {
        var before = Moving();
        edit.Title(before).ShouldNotBeNullOrWhiteSpace();
        var after = edit.Apply(before);
        var change = SceneChange.Between(before, after);
        change.IsEmpty.ShouldBeFalse();
        SceneChange.Between(change.AppliedTo(before), after).IsEmpty.ShouldBeTrue();
        SceneChange.Between(change.Reversed().AppliedTo(after), before).IsEmpty.ShouldBeTrue();
    }
}
