using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Curves;

namespace ZestyReel.Core.Tests.Curves;

/// <summary>Where a stretch between two keys has a value.</summary>
public class SegmentTests
{
    [Fact]
    public void What_it_meets_it_may_meet_and_there_it_has_the_value() => Prop.ForAll(
        RandomCurves.Curves(), Gen.Choose(-1200, 1200).ToArbitrary(), (curve, tenths) =>
        {
            foreach (var segment in curve.Segments.ToArray())
                foreach (var value in (double[])[tenths / 10.0, segment.V0, segment.V3, (segment.V0 + segment.V3) / 2])
                {
                    var times = segment.TimesOf(value);
                    if (times.Count > 0) segment.MayMeet(value).ShouldBeTrue($"{value} in {segment}");
                    foreach (var time in times) segment.ValueAt(time).ShouldBe(value, 1e-6 * Math.Max(1, Math.Abs(segment.V3 - segment.V0)));
                }
        }).QuickCheckThrowOnFailure();

    [Fact]
    public void A_value_beyond_the_handles_is_not_met()
    {
        var curve = new Curve([new Key(new(0), 0, Out: Interpolation.Linear), new Key(new(100), 10, In: Interpolation.Linear)]);
        curve.Segments[0].MayMeet(10).ShouldBeTrue();
        curve.Segments[0].MayMeet(10.001).ShouldBeFalse();
        new Curve([new Key(new(0), 0, Out: Interpolation.Hold), new Key(new(100), 10)]).Segments[0].MayMeet(0).ShouldBeFalse();
    }
}
