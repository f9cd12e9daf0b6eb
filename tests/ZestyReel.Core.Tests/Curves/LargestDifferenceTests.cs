using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Curves;

public class LargestDifferenceTests
{
    private const int Length = 48_000;

    private static Curve Of(Interpolation mode) => new([new(new Tick(0), 0, mode, mode), new(new Tick(Length), 1, mode, mode)]);

    [Fact]
    public void Between_keys_it_is_what_calculus_says()
    {
        // A line and 3u² − 2u³ are farthest apart at u = (3 − √3)/6, by √3/18.
        var flat = new Curve([
            new(new Tick(0), 0, Interpolation.Free, Interpolation.Free, default, new(Length / 3, 0)),
            new(new Tick(Length), 1, Interpolation.Free, Interpolation.Free, new(-Length / 3, 0), default)]);
        var (value, ticks) = LargestDifference.Between(Of(Interpolation.Linear), 0, flat, 0);
        value.ShouldBe(Math.Sqrt(3) / 18, 1e-9);
        var part = ticks / Length;
        Math.Min(part, 1 - part).ShouldBe((3 - Math.Sqrt(3)) / 6, 1e-4);
    }

    [Fact]
    public void What_is_held_counts_up_to_the_jump()
    {
        var (value, ticks) = LargestDifference.Between(Of(Interpolation.Linear), 0, Of(Interpolation.Hold), 0);
        value.ShouldBe(1, 1e-6);
        ticks.ShouldBe(Length, 1e-6);
    }

    [Fact]
    public void A_still_value_is_as_far_as_the_curve_goes_from_it() =>
        LargestDifference.Between(Of(Interpolation.Linear), 0, null, 0.25).Value.ShouldBe(0.75, 1e-12);

    [Fact]
    public void Rounding_is_no_difference()
    {
        var nearly = new Curve([.. Of(Interpolation.Linear).Keys.Select(key => key with { Value = key.Value + 2e-16 })]);
        LargestDifference.Between(Of(Interpolation.Linear), 0, nearly, 0).ShouldBe(new LargestDifference(0, 0));
    }

    [Property(Arbitrary = [typeof(RandomCurves)])]
    public void No_place_of_random_curves_is_farther_apart(Curve one, Curve other)
    {
        var told = LargestDifference.Between(one, 0, other, 0);
        double from = Math.Min(one.Keys[0].Time.Value, other.Keys[0].Time.Value), to = Math.Max(one.Keys[^1].Time.Value, other.Keys[^1].Time.Value);
        for (var i = 0; i <= 2000; i++)
        {
            var time = from + (to - from) * i / 2000;
            Math.Abs(one.ValueAt(time) - other.ValueAt(time)).ShouldBeLessThanOrEqualTo(told.Value * 1.02 + 1e-9, $"at {time}");
        }
        Math.Abs(one.ValueAt(told.Ticks) - other.ValueAt(told.Ticks)).ShouldBe(told.Value, 1e-9 * Math.Max(1, told.Value));
    }

    [Fact]
    public void Deleting_all_keys_tells_how_far_the_still_value_is_off()
    {
        var scene = Still().After(Keyed(1, 0), Keyed(25, 8), Keyed(49, 0));
        foreach (var keepCurve in new[] { false, true })
        {
            var told = CurveConsequence.Of(scene, new DeleteKeys([Selected(1, 25, 49)], keepCurve));
            (told.Keys, told.KeysAfter, told.Frame, told.Curve).ShouldBe((3L, 0L, 25d, CurveRef.Of(Ferry, "position.x")));
            told.Difference.ShouldBe(8, 1e-9);
        }
    }

    [Fact]
    public void Points_of_a_warp_are_told_of_in_source_frames()
    {
        var scene = Still().After(new AddWarp());
        var warp = scene.Warps.Values.Single();
        var last = warp.Curve.Keys[^1].Time;
        var told = CurveConsequence.Of(scene, new SetKeyValues([new KeySet(CurveRef.Of(warp.Id), [last])], Offset: -3, Factor: 1));
        told.Difference.ShouldBe(3, 1e-9);
        told.Curve.ShouldBe(CurveRef.Of(warp.Id));
    }

    public static TheoryData<Edit> NothingToDo() => new()
    {
        new SmoothKeys([Selected(1, 25, 49)], 0),
        new MoveKeys([Selected(25)], 0),
        new ScaleKeys([Selected(1, 25, 49)], 1, 49, 49),
        new SetKeyValues([Selected(25)], 0, 1),
        new SnapValues([Selected(1, 25, 49)], 1),
        new SetInterpolation([Selected(1, 25, 49)], Interpolation.Linear, Interpolation.Linear),
        new SetExtrapolation([new ChannelValue(Ferry, "position.x")], Extrapolation.Hold, Extrapolation.Hold),
        new PutOnFrames([Selected(1, 25, 49)]),
        Keyed(25, 2),
    };

    [Theory]
    [MemberData(nameof(NothingToDo))]
    public void An_edit_that_changes_nothing_is_seen_to(Edit edit)
    {
        var scene = Still().After(Keyed(1, 1), Keyed(25, 2), Keyed(49, 3))
            .After(new SetInterpolation([Selected(1, 25, 49)], Interpolation.Linear, Interpolation.Linear));
        SceneChange.Between(scene, edit.Apply(scene)).IsEmpty.ShouldBeTrue();
        CurveConsequence.Of(scene, edit).Curve.ShouldBeNull();
    }

    [Fact]
    public void An_ease_ends_on_the_key_that_is_there()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Linear), Keyed(24, 1.3, Interpolation.Linear), Keyed(48, -2, Interpolation.Linear));
        foreach (var ready in Enum.GetValues<ReadyEase>())
        {
            var keys = scene.After(new EaseKeys([Selected(1, 24, 48)], ready)).Keys(Ferry, "position.x");
            keys.ShouldNotContain(key => key.In == Interpolation.Hold || key.Out == Interpolation.Hold, ready.ToString());
            keys.Select(key => (key.Time, key.Value)).ShouldContain((FrameRate.Film.At(24), 1.3));
            keys[^1].Value.ShouldBe(-2);
            scene.After(new EaseKeys([Selected(1, 24, 48)], ReadyEase.EaseBoth)).Keys(Ferry, "position.x").Length.ShouldBe(3);
        }
    }
}
