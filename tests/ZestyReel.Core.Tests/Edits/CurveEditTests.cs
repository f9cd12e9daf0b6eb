using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

public class CurveEditTests
{
    private static Curve Of(Scene scene, string channel = "position.x") => scene.Object(Ferry).Channel(channel).Curve!;

    private static Scene With(params double[] values) => Still().After(
        [.. values.Select((value, i) => Keyed(1 + i, value, Interpolation.Linear))]);

    private static double[] Values(Scene scene, string channel = "position.x") => [.. scene.Keys(Ferry, channel).Select(key => key.Value)];

    private static KeySet AllOf(Scene scene) => new(Ferry, "position.x", [.. scene.Keys(Ferry, "position.x").Select(key => key.Time)]);

    /// <summary>A free curve from 1 to 25 whose last key is moved: seen in parts of the stretch it is the same.</summary>
    [Theory]
    [InlineData(24, 0)]
    [InlineData(-12, 5)]
    [InlineData(0, -30)]
    public void The_shape_of_a_stretch_stays_when_its_end_is_moved(int frames, double rise)
    {
        var before = Moving().After(new DeleteKeys([Selected(49)]), new EaseKeys([Selected(1, 25)], Css: "cubic-bezier(0.34, 1.56, 0.64, 1)"));
        var after = before.After(new MoveKeys([Selected(25)], frames, Values: [rise]));
        var (was, now) = (before.Object(Ferry).Channel("position.x").Curve!.Segments[0], after.Object(Ferry).Channel("position.x").Curve!.Segments[0]);
        for (var part = 0.0; part <= 1; part += 0.05)
            ((now.ValueAt(now.Start + part * now.Length) - now.V0) / (now.V3 - now.V0)).ShouldBe((was.ValueAt(was.Start + part * was.Length) - was.V0) / (was.V3 - was.V0), 1e-6);
        var kept = before.After(new MoveKeys([Selected(25)], frames, Values: [rise], HandlesStay: true)).Keys(Ferry, "position.x");
        kept.Select(key => (key.InHandle, key.OutHandle)).ShouldBe(before.Keys(Ferry, "position.x").Select(key => (key.InHandle, key.OutHandle)));
    }

    [Fact]
    public void Handles_in_one_line_stay_in_one_line_when_a_neighbour_is_moved()
    {
        var before = Moving().After(new FormHandles([Selected(1, 25, 49)], HandleForm.Joined));
        var key = before.After(new MoveKeys([Selected(49)], 24, Values: [7])).Keys(Ferry, "position.x")[1];
        (key.OutHandle.Value / key.OutHandle.Ticks).ShouldBe(key.InHandle.Value / key.InHandle.Ticks, 1e-15);
        key.InHandle.ShouldBe(before.Keys(Ferry, "position.x")[1].InHandle);
        key.OutHandle.Ticks.ShouldBe(before.Keys(Ferry, "position.x")[1].OutHandle.Ticks * 2, 1e-3);
        // Everything moved together keeps its handles.
        before.After(new MoveKeys([Selected(1, 25, 49)], 7), new MoveKeys([Selected(8, 32, 56)], -7)).Keys(Ferry, "position.x").ShouldBe(before.Keys(Ferry, "position.x"));
    }

    [Fact]
    public void Keys_move_in_value_by_as_much_as_each_set_is_told()
    {
        var scene = Moving().After(new KeyChannels(25, [new ChannelValue(Ferry, "position.y", 1)]));
        var y = new KeySet(Ferry, "position.y", [scene.Rate.At(25)]);
        var moved = scene.After(new MoveKeys([Selected(25), y], 2, Values: [3, -1]));
        Values(moved).ShouldBe([0, 13, 30]);
        Values(moved, "position.y").ShouldBe([0]);
        moved.Keys(Ferry, "position.x")[1].Time.ShouldBe(scene.Rate.At(27));
        Should.Throw<Refusal>(() => new MoveKeys([Selected(25), y], 2, Values: [3]).Apply(scene)).Place.ShouldBe("values");
    }

    [Fact]
    public void A_ripple_in_time_moves_only_the_selected_values() =>
        Values(Moving().After(new MoveKeys([Selected(25)], 5, Ripple: true, Values: [2]))).ShouldBe([0, 12, 30]);

    [Fact]
    public void Values_and_their_handles_are_spread_about_a_value()
    {
        var scene = Moving().After(new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.Out, 6, 4));
        var scaled = scene.After(new ScaleKeys([Selected(25, 49)], 25, 49, 49, Values: [new ValueScale(10, 0.5)]));
        Values(scaled).ShouldBe([0, 10, 20]);
        scaled.Keys(Ferry, "position.x")[1].OutHandle.Value.ShouldBe(2);
        scaled.Keys(Ferry, "position.x")[1].OutHandle.Ticks.ShouldBe(scene.Keys(Ferry, "position.x")[1].OutHandle.Ticks);
    }

    [Fact]
    public void A_handle_turns_the_other_one_unless_it_is_moved_alone()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Smooth), Keyed(25, 10, Interpolation.Smooth), Keyed(49, 0, Interpolation.Smooth));
        var turned = Of(scene.After(new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.Out, 8, 4)));
        turned.IsJoined(1).ShouldBeTrue();
        turned.Keys[1].In.ShouldBe(Interpolation.Free);
        // The other handle keeps its length of a third, 8 frames.
        turned.Keys[1].InHandle.Value.ShouldBe(-4, 1e-6);
        var alone = Of(scene.After(new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.Out, 8, 4, alone: true)));
        alone.IsJoined(1).ShouldBeFalse();
        alone.Keys[1].In.ShouldBe(Interpolation.Smooth);
        // What is broken stays so when it is moved again.
        Of(scene.After(
            new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.Out, 8, 4, alone: true),
            new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.Out, 8, 7))).IsJoined(1).ShouldBeFalse();
    }

    [Fact]
    public void Handles_are_joined_made_a_third_or_equal()
    {
        var scene = Still().After(Keyed(1, 0), Keyed(25, 10), Keyed(37, 0)).After(
            new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.In, -20, -2, alone: true),
            new SetHandle(Ferry, "position.x", FrameRate.Film.At(25), KeySide.Out, 2, 4, alone: true));
        Key Formed(HandleForm form) => scene.After(new FormHandles([Selected(25)], form)).Keys(Ferry, "position.x")[1];
        var perFrame = scene.Rate.TicksPerFrame;
        var joined = Formed(HandleForm.Joined);
        (joined.InHandle.Value / joined.InHandle.Ticks).ShouldBe(joined.OutHandle.Value / joined.OutHandle.Ticks, 1e-12);
        (joined.InHandle.Ticks / perFrame, joined.OutHandle.Ticks / perFrame).ShouldBe((-20, 2));
        var third = Formed(HandleForm.Third);
        (third.InHandle.Ticks / perFrame, third.OutHandle.Ticks / perFrame).ShouldBe((-8, 4));
        (third.InHandle.Value, third.OutHandle.Value).ShouldBe((-0.8, 8), "slopes of 0.1 and 2 a frame stay");
        var equal = Formed(HandleForm.Equal);
        equal.InHandle.ShouldBe(new Handle(-equal.OutHandle.Ticks, -equal.OutHandle.Value));
    }

    [Fact]
    public void Holding_channels_have_no_handles_and_no_eases()
    {
        var scene = Still().After(new KeyChannels(1, [new ChannelValue(Buoy, "visible", 1)]), new KeyChannels(9, [new ChannelValue(Buoy, "visible", 0)]));
        var keys = new KeySet(Buoy, "visible", [scene.Rate.At(1), scene.Rate.At(9)]);
        Should.Throw<Refusal>(() => new SetHandle(Buoy, "visible", scene.Rate.At(1), KeySide.Out, 3, 1).Apply(scene));
        Should.Throw<Refusal>(() => new FormHandles([keys], HandleForm.Third).Apply(scene));
        Should.Throw<Refusal>(() => new EaseKeys([keys], Css: "ease").Apply(scene));
        Should.Throw<Refusal>(() => new SmoothKeys([keys], 0.5).Apply(scene));
        Should.Throw<Refusal>(() => new RemoveSpikes([keys]).Apply(scene));
    }

    [Fact]
    public void Smoothing_keeps_ends_and_lines_and_takes_jags_away()
    {
        var scene = With(0, 4, 1, 5, 2, 6, 3, 9);
        var smooth = Values(scene.After(new SmoothKeys([AllOf(scene)], 0.5)));
        (smooth[0], smooth[^1]).ShouldBe((0, 9));
        double Jag(double[] values) => Enumerable.Range(1, values.Length - 2).Sum(i => Math.Abs(values[i - 1] - 2 * values[i] + values[i + 1]));
        Jag(smooth).ShouldBeLessThan(Jag([0, 4, 1, 5, 2, 6, 3, 9]) / 4);
        var line = With(0, 1, 2, 3, 4);
        Values(line.After(new SmoothKeys([AllOf(line)], 1))).ShouldBe([0, 1, 2, 3, 4], 1e-12);
        Values(scene.After(new SmoothKeys([AllOf(scene)], 0))).ShouldBe([0, 4, 1, 5, 2, 6, 3, 9]);
    }

    [Fact]
    public void One_pass_of_smoothing_is_the_binomial_filter()
    {
        var scene = With(0, 8, 0, 4, 0);
        // A sixteenth of the whole amount is one pass: (1, 2, 1)/4.
        Values(scene.After(new SmoothKeys([AllOf(scene)], 1.0 / 16))).ShouldBe([0, 4, 3, 2, 0], 1e-12);
    }

    [Fact]
    public void A_spike_goes_back_to_the_line_and_the_rest_stays()
    {
        var scene = With(0, 1, 2, 3, 90, 5, 6, 7, 8.2, 9);
        Values(scene.After(new RemoveSpikes([AllOf(scene)]))).ShouldBe([0, 1, 2, 3, 4, 5, 6, 7, 8.2, 9], 1e-12);
        var calm = With(0, 1, 2, 3, 4, 5, 6);
        Should.Throw<Refusal>(() => new RemoveSpikes([AllOf(calm)]).Apply(calm)).Reason.ShouldContain("no spike");
    }

    [Fact]
    public void Turns_are_put_back_into_one_winding()
    {
        KeyChannels Turn(decimal frame, double value) => new(frame, [new ChannelValue(Ferry, "rotation.y", value)]);
        var scene = Still().After(Turn(1, 170), Turn(10, -175), Turn(20, -160), Turn(30, 200 + 720));
        var keys = new KeySet(Ferry, "rotation.y", [.. scene.Keys(Ferry, "rotation.y").Select(key => key.Time)]);
        Values(scene.After(new UnwindRotation([keys])), "rotation.y").ShouldBe([170, 185, 200, 200]);
        Should.Throw<Refusal>(() => new UnwindRotation([Selected(25)]).Apply(Moving())).Reason.ShouldContain("no rotation");
    }

    [Fact]
    public void Keys_are_flipped_in_time_and_in_value()
    {
        var scene = Moving();
        Values(scene.After(new FlipKeys([Selected(1, 25, 49)], InTime: true))).ShouldBe([30, 10, 0]);
        Values(scene.After(new FlipKeys([Selected(1, 25, 49)], InTime: false))).ShouldBe([30, 20, 0]);
        Values(scene.After(new FlipKeys([Selected(25, 49)], InTime: false, About: 10))).ShouldBe([0, 10, -10]);
        scene.After(new FlipKeys([Selected(1, 25)], InTime: true)).Keys(Ferry, "position.x").Select(key => scene.Rate.FrameOf(key.Time.Value)).ShouldBe([1, 25, 49]);
    }

    [Fact]
    public void Values_snap_to_multiples() =>
        Values(Moving().After(new SetKeyValues([Selected(25)], 11.3), new SnapValues([Selected(1, 25, 49)], 4))).ShouldBe([0, 12, 32]);

    [Fact]
    public void A_part_of_an_older_curve_is_taken_back()
    {
        var before = Moving();
        var after = before.After(new SetKeyValues([Selected(25)], -5), new SetKeyValues([Selected(49)], 99), new InsertKeys(30, [new ChannelValue(Ferry, "position.x")]));
        var rate = before.Rate;
        var copied = CopiedKeys.Between(before, [CurveRef.Of(Ferry, "position.x")], rate.At(20), rate.At(40));
        Values(after.After(new ReplaceKeys(copied, 20, 40))).ShouldBe([0, 10, 99]);
        Should.Throw<Refusal>(() => new ReplaceKeys(copied, 26, 40).Apply(after)).Place.ShouldBe("copied.time");
    }

    [Fact]
    public void A_line_out_and_a_jump_back_live_in_one_curve()
    {
        var scene = Still().After(Keyed(1, 1), Keyed(25, 0), Keyed(49, 1)).After(new SetInterpolation([Selected(25)], Out: Interpolation.Hold));
        double At(decimal frame) => Of(scene).ValueAt(scene.Rate.At(frame).Value);
        At(13).ShouldBe(0.5, 1e-12);
        At(25).ShouldBe(0);
        At(48.9m).ShouldBe(0);
        At(49).ShouldBe(1);
    }
}
