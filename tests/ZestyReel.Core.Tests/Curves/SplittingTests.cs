using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Curves;

[Properties(Arbitrary = [typeof(RandomCurves)])]
public class SplittingTests
{
    /// <summary>
    /// Where a curve stands almost upright in time, a handle's last 1/1024 of a tick is worth more than 1e-9 of value;
    /// so the distance is allowed what the curve itself changes by in a tick.
    /// </summary>
    [Property(MaxTest = 300)]
    public void A_split_curve_is_the_whole_curve(Curve curve, byte where)
    {
        var (first, last) = (curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value);
        var time = new Tick(first + (last - first) * where / 256);
        var split = curve.SplitAt(time);
        split.IndexOf(time).ShouldBeGreaterThanOrEqualTo(0);
        if (WantsTooLongAHandle(curve, time.Value)) return;
        foreach (var at in curve.Times().Append(first).Append(last))
        {
            var steep = Math.Abs(curve.ValueAt(Math.Min(at + 0.5, last)) - curve.ValueAt(Math.Max(at - 0.5, first)));
            split.ValueAt(at).ShouldBe(curve.ValueAt(at), 1e-7 + steep, $"off by {split.ValueAt(at) - curve.ValueAt(at)} at {at}, split at {time}, of {string.Join(' ', curve.Keys)}");
        }
    }

    private static bool WantsTooLongAHandle(Curve curve, double time)
    {
        foreach (var segment in curve.Segments)
        {
            if (time <= segment.Start || time >= segment.Start + segment.Length) continue;
            var (before, after) = segment.SplitAt(time);
            return before.T1 > 1 || before.T2 < 0 || after.T1 > 1 || after.T2 < 0;
        }
        return false;
    }

    [Fact]
    public void On_an_ordinary_curve_the_split_is_good_to_one_part_in_a_thousand_million()
    {
        var curve = new Curve([
            new Key(FrameRate.Film.At(1), 0), new Key(FrameRate.Film.At(24), 10, Interpolation.Smooth, Interpolation.Smooth),
            new Key(FrameRate.Film.At(30), 4, Interpolation.Free, Interpolation.Flat, new Handle(-1e8, 3)), new Key(FrameRate.Film.At(80), 7)]);
        var split = curve.SplitAt(FrameRate.Film.At(11)).SplitAt(FrameRate.Film.At(26.5m)).SplitAt(FrameRate.Film.At(50));
        split.Keys.Length.ShouldBe(7);
        foreach (var time in curve.Times(50)) split.ValueAt(time).ShouldBe(curve.ValueAt(time), 1e-9);
    }

    [Fact]
    public void A_split_line_stays_two_lines_and_a_split_hold_two_holds()
    {
        var line = new Curve([new Key(new Tick(0), 0, Out: Interpolation.Linear), new Key(new Tick(100), 10, Interpolation.Linear)]).SplitAt(new Tick(30));
        line.Keys[1].ShouldBe(new Key(new Tick(30), 3, Interpolation.Linear, Interpolation.Linear));
        var hold = new Curve([new Key(new Tick(0), 2, Out: Interpolation.Hold), new Key(new Tick(100), 10)]).SplitAt(new Tick(30));
        hold.Keys[1].ShouldBe(new Key(new Tick(30), 2, Interpolation.Hold, Interpolation.Hold));
    }

    [Theory]
    [InlineData(Extrapolation.Hold)]
    [InlineData(Extrapolation.Straight)]
    public void A_key_outside_stands_where_the_curve_went(Extrapolation how)
    {
        var curve = new Curve([new Key(new Tick(0), 0, Out: Interpolation.Linear), new Key(new Tick(100), 10)], how, how);
        foreach (var time in new[] { -50L, 180 })
        {
            var split = curve.SplitAt(new Tick(time));
            split.Keys.Length.ShouldBe(3);
            for (var at = -60; at < 200; at += 7) split.ValueAt(at).ShouldBe(curve.ValueAt(at), 1e-9);
        }
    }

    [Property]
    public bool Splitting_on_a_key_changes_nothing(Curve curve) => ReferenceEquals(curve, curve.SplitAt(curve.Keys[^1].Time));
}
