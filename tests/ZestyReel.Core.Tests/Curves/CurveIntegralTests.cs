using FsCheck.Xunit;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Curves;

public class CurveIntegralTests
{
    private const double Second = Tick.PerSecond;

    private static Key At(double seconds, double value, Interpolation mode = Interpolation.Linear) => new(new Tick((long)(seconds * Second)), value, mode, mode);

    /// <summary>The area in value · seconds.</summary>
    private static double Area(Curve curve, double from, double to) => Between(new CurveIntegral(curve), from * Second, to * Second) / Second;

    private static double Between(CurveIntegral integral, double from, double to) => integral.FromFirstKey(to) - integral.FromFirstKey(from);

    [Fact]
    public void A_straight_curve_has_the_area_of_its_trapezoid()
    {
        var curve = new Curve([At(0, 1), At(2, 4), At(3, -2)]);
        Area(curve, 0, 2).ShouldBe(5, 1e-12);
        Area(curve, 0, 1).ShouldBe(1.75, 1e-12);
        Area(curve, 1, 3).ShouldBe(3.25 + 1, 1e-12);
        Area(curve, 3, 1).ShouldBe(-4.25, 1e-12);
    }

    [Fact]
    public void A_cubic_with_handles_at_a_third_has_the_mean_of_its_four_values()
    {
        // The integral of the Bernstein polynomials of degree 3 over 0 to 1 is a quarter each.
        var free = new Curve([
            At(0, 2) with { Out = Interpolation.Free, OutHandle = new Handle(Second, 5) },
            At(3, -1) with { In = Interpolation.Free, InHandle = new Handle(-Second, 4) }]);
        Area(free, 0, 3).ShouldBe(3 * (2 + 7 + 3 - 1) / 4.0, 1e-12);
        Area(new Curve([At(0, 0, Interpolation.Flat), At(4, 1, Interpolation.Flat)]), 0, 4).ShouldBe(2, 1e-12);
    }

    [Fact]
    public void A_held_stretch_has_the_area_of_a_box() =>
        Area(new Curve([At(0, 3, Interpolation.Hold), At(2, 9, Interpolation.Hold)]), 0.5, 2).ShouldBe(4.5, 1e-12);

    [Theory]
    // The curve climbs from 1 to 3 in two seconds: 4 for each round.
    [InlineData(Extrapolation.Hold, 2, 4, 6)]
    [InlineData(Extrapolation.Straight, 2, 4, 8)]
    [InlineData(Extrapolation.Repeat, 2, 4, 4)]
    [InlineData(Extrapolation.Repeat, 3, 7, 8)]
    [InlineData(Extrapolation.RepeatOffset, 2, 6, 20)]
    [InlineData(Extrapolation.Mirror, 2, 3, 2.5)]
    [InlineData(Extrapolation.Mirror, 2, 10, 16)]
    [InlineData(Extrapolation.Hold, -4, 0, 4)]
    [InlineData(Extrapolation.Straight, -2, 0, 0)]
    [InlineData(Extrapolation.Repeat, -3, 0, 6.5)]
    [InlineData(Extrapolation.RepeatOffset, -4, 0, -4)]
    [InlineData(Extrapolation.Mirror, -1, 0, 1.5)]
    public void Outside_its_keys_the_area_goes_on(Extrapolation how, double from, double to, double area) =>
        Area(new Curve([At(0, 1), At(2, 3)], how, how), from, to).ShouldBe(area, 1e-12);

    [Property(Arbitrary = [typeof(RandomCurves)])]
    public bool Any_curve_has_the_area_that_adding_up_gives(Curve curve)
    {
        const int parts = 4000;
        var integral = new CurveIntegral(curve);
        double sum = 0, size = 1;
        foreach (var segment in curve.Segments.ToArray())
            for (var i = 0; i < parts; i++)
            {
                var value = segment.ValueAt(segment.Start + segment.Length * (i + 0.5) / parts);
                sum += value * segment.Length / parts;
                size += Math.Abs(value) * segment.Length / parts;
            }
        return Math.Abs(Between(integral, curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value) - sum) <= 2e-4 * size;
    }

    [Property(Arbitrary = [typeof(RandomCurves)])]
    public bool Areas_add_up(Curve curve, double part)
    {
        var integral = new CurveIntegral(new Curve(curve.Keys, Extrapolation.RepeatOffset, Extrapolation.Mirror));
        double first = curve.Keys[0].Time.Value, period = curve.Keys[^1].Time.Value - first;
        var between = first + period * (double.IsFinite(part) ? part % 5 : 0.3);
        var whole = Between(integral, first - 2 * period, first + 3 * period);
        var size = curve.Keys.Max(key => Math.Abs(key.Value)) + 100;
        return Math.Abs(Between(integral, first - 2 * period, between) + Between(integral, between, first + 3 * period) - whole) <= 1e-9 * size * period;
    }
}
