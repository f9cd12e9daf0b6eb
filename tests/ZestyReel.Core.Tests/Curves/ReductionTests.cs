using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Curves;

[Properties(Arbitrary = [typeof(RandomCurves)])]
public class ReductionTests
{
    private static Curve Baked(int count, Func<int, double> value) =>
        new([.. Enumerable.Range(0, count).Select(i => new Key(FrameRate.Film.StartOf(i), value(i), Interpolation.Linear, Interpolation.Linear))]);

    private static Curve Thinned(Curve curve, double tolerance) => curve.WithKeys(Reduction.Of(curve, [(0, curve.Keys.Length - 1)], tolerance));

    [Property(MaxTest = 300)]
    public void Reduction_holds_its_tolerance_on_any_curve(Curve curve, byte size)
    {
        var tolerance = (size + 1) / 16.0;
        var thin = Thinned(curve, tolerance);
        thin.Keys.Length.ShouldBeLessThanOrEqualTo(curve.Keys.Length);
        foreach (var at in curve.Times(29)) thin.ValueAt(at).ShouldBe(curve.ValueAt(at), tolerance, $"at {at} of {string.Join(' ', curve.Keys)}");
    }

    [Property(MaxTest = 50)]
    public bool Reduction_holds_its_tolerance_on_noise(int seed, byte size)
    {
        var random = new Random(seed);
        var curve = Baked(400, i => 20 * Math.Sin(i / 30.0) + random.NextDouble());
        var tolerance = 0.05 + size / 100.0;
        var thin = Thinned(curve, tolerance);
        return curve.Times(9).All(at => Math.Abs(curve.ValueAt(at) - thin.ValueAt(at)) <= tolerance);
    }

    [Fact]
    public void A_baked_wave_becomes_a_few_smooth_keys()
    {
        var thin = Thinned(Baked(481, i => 10 * Math.Sin(i * Math.PI / 60)), 0.05);
        // Eight half waves: one cubic says half a wave to 0.06 at best, so a little over two to a half wave.
        thin.Keys.Length.ShouldBeLessThanOrEqualTo(22);
        for (var i = 1; i < thin.Keys.Length - 1; i++) thin.IsJoined(i).ShouldBeTrue($"key {i} is a corner");
    }

    [Fact]
    public void A_line_becomes_its_two_ends_and_a_corner_stays_one()
    {
        Thinned(Baked(200, i => i), 1e-6).Keys.Length.ShouldBe(2);
        var corner = Thinned(Baked(200, i => Math.Abs(i - 100)), 1e-6);
        corner.Keys.Select(key => key.Value).ShouldBe([100, 0, 99]);
    }

    [Fact]
    public void Holds_stay_holds_and_equal_ones_become_one()
    {
        var steps = new Curve([.. Enumerable.Range(0, 40).Select(i => new Key(FrameRate.Film.StartOf(i), i / 10, Interpolation.Hold, Interpolation.Hold))]);
        var thin = Thinned(steps, 0.4);
        thin.Keys.Select(key => key.Value).ShouldBe([0, 1, 2, 3, 3]);
        foreach (var at in steps.Times()) thin.ValueAt(at).ShouldBe(steps.ValueAt(at));
    }

    [Fact]
    public void Keys_outside_the_runs_stay_as_they_are()
    {
        var curve = Baked(100, i => Math.Sin(i / 9.0));
        var thin = Reduction.Of(curve, [(20, 60)], 0.2);
        thin.Take(20).ShouldBe(curve.Keys.Take(20));
        thin.TakeLast(39).ShouldBe(curve.Keys.TakeLast(39));
        thin.Length.ShouldBeLessThan(75);
    }
}
