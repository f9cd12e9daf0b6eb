using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Curves;

public class CurveTests
{
    private const long Second = Tick.PerSecond;

    private static Key At(double seconds, double value, Interpolation @in, Interpolation @out) =>
        new(new Tick((long)(seconds * Second)), value, @in, @out);

    private static Curve Of(params Key[] keys) => new([.. keys]);

    private static Curve Of(Extrapolation before, Extrapolation after, params Key[] keys) => new([.. keys], before, after);

    private static double In(Curve curve, double seconds) => curve.ValueAt(seconds * Second);

    /// <summary>
    /// The named easings of CSS, as free handles. Expected values are those of the curves' own definition, found by
    /// bisection on the time polynomial with forty decimal places.
    /// </summary>
    [Theory]
    [InlineData(0.25, 0.1, 0.25, 1.0, 0.25, 0.408510591)] // ease
    [InlineData(0.25, 0.1, 0.25, 1.0, 0.5, 0.802403388)]
    [InlineData(0.42, 0.0, 1.0, 1.0, 0.5, 0.315356813)] // ease-in
    [InlineData(0.0, 0.0, 0.58, 1.0, 0.5, 0.684643187)] // ease-out
    [InlineData(0.42, 0.0, 0.58, 1.0, 0.25, 0.129161931)] // ease-in-out
    [InlineData(0.42, 0.0, 0.58, 1.0, 0.5, 0.5)]
    public void Free_handles_follow_CSS_cubic_bezier(double x1, double y1, double x2, double y2, double time, double expected)
    {
        var curve = Of(
            new Key(new Tick(0), 0, Out: Interpolation.Free, OutHandle: new Handle(x1 * Second, y1)),
            new Key(new Tick(Second), 1, Interpolation.Free, InHandle: new Handle((x2 - 1) * Second, y2 - 1)));
        In(curve, time).ShouldBe(expected, 2e-9);
    }

    [Property]
    public bool Free_handles_agree_with_bisection(byte a, byte b, sbyte c, sbyte d, byte at)
    {
        double x1 = a / 255.0, x2 = b / 255.0, y1 = c / 32.0, y2 = d / 32.0, s = (at + 0.5) / 256;
        var curve = Of(
            new Key(new Tick(0), 0, Out: Interpolation.Free, OutHandle: new Handle(x1 * Second, y1)),
            new Key(new Tick(Second), 1, Interpolation.Free, InHandle: new Handle((x2 - 1) * Second, y2 - 1)));
        double low = 0, high = 1;
        for (var i = 0; i < 200; i++)
        {
            var u = (low + high) / 2;
            var x = 3 * (1 - u) * (1 - u) * u * x1 + 3 * (1 - u) * u * u * x2 + u * u * u;
            if (x < s) low = u;
            else high = u;
        }
        var w = (low + high) / 2;
        // Where the curve is nearly upright in time, compare in time instead: the value's slope is without bound there.
        var slopeX = 3 * (1 - w) * (1 - w) * x1 + 6 * (1 - w) * w * (x2 - x1) + 3 * w * w * (1 - x2);
        var expected = 3 * (1 - w) * (1 - w) * w * y1 + 3 * (1 - w) * w * w * y2 + w * w * w;
        return Math.Abs(In(curve, s) - expected) < 1e-8 / Math.Max(Math.Abs(slopeX), 1e-3);
    }

    [Theory]
    [InlineData(0.25)]
    [InlineData(0.5)]
    [InlineData(0.8)]
    public void Smooth_is_the_cubic_Hermite_through_the_neighbours(double s)
    {
        // Keys at 0, 1, 3, 4 s; between 1 s and 3 s the slopes are those of the neighbours: (5-0)/3 and (2-1)/3.
        var curve = Of(
            At(0, 0, Interpolation.Smooth, Interpolation.Smooth), At(1, 1, Interpolation.Smooth, Interpolation.Smooth),
            At(3, 5, Interpolation.Smooth, Interpolation.Smooth), At(4, 2, Interpolation.Smooth, Interpolation.Smooth));
        double m0 = 5 / 3.0, m1 = 1 / 3.0, h = 2;
        var hermite = (2 * s * s * s - 3 * s * s + 1) * 1 + (s * s * s - 2 * s * s + s) * h * m0
            + (-2 * s * s * s + 3 * s * s) * 5 + (s * s * s - s * s) * h * m1;
        In(curve, 1 + 2 * s).ShouldBe(hermite, 1e-12);
    }

    [Fact]
    public void Smooth_at_an_end_takes_the_segments_own_slope()
    {
        var curve = Of(At(0, 0, Interpolation.Smooth, Interpolation.Smooth), At(2, 8, Interpolation.Smooth, Interpolation.Smooth));
        In(curve, 0.5).ShouldBe(2, 1e-12);
    }

    [Fact]
    public void Flat_to_flat_is_the_smoothstep()
    {
        var curve = Of(At(0, 0, Interpolation.Flat, Interpolation.Flat), At(1, 1, Interpolation.Flat, Interpolation.Flat));
        foreach (var s in new[] { 0.1, 0.25, 0.5, 0.9 }) In(curve, s).ShouldBe(s * s * (3 - 2 * s), 1e-12);
    }

    [Fact]
    public void Linear_is_a_line()
    {
        var curve = Of(At(0, 2, Interpolation.Linear, Interpolation.Linear), At(4, -6, Interpolation.Linear, Interpolation.Linear));
        foreach (var t in new[] { 0.0, 0.3, 2.2, 3.99 }) In(curve, t).ShouldBe(2 - 2 * t, 1e-12);
    }

    [Theory]
    [InlineData(Interpolation.Hold, Interpolation.Linear)]
    [InlineData(Interpolation.Linear, Interpolation.Hold)]
    public void A_hold_on_either_side_stands_until_the_later_key(Interpolation leaves, Interpolation arrives)
    {
        var curve = Of(At(0, 1, Interpolation.Linear, leaves), At(1, 5, arrives, Interpolation.Linear));
        In(curve, 0.999999).ShouldBe(1);
        In(curve, 1).ShouldBe(5);
    }

    [Property]
    public bool Clamped_never_overshoots(NonEmptyArray<sbyte> values, byte steps)
    {
        var keys = values.Get.Select((v, i) => new Key(new Tick(i * 7_000_000L + i % 3 * 2_000_003L), v)).ToImmutableArray();
        var curve = new Curve(keys);
        for (var i = 0; i + 1 < keys.Length; i++)
        {
            var (low, high) = (Math.Min(keys[i].Value, keys[i + 1].Value), Math.Max(keys[i].Value, keys[i + 1].Value));
            for (var n = 0; n <= steps % 16; n++)
            {
                var v = curve.ValueAt(keys[i].Time.Value + (keys[i + 1].Time - keys[i].Time).Value * (n / 16.0));
                if (v < low - 1e-9 || v > high + 1e-9) return false;
            }
        }
        return true;
    }

    [Property]
    public bool A_keys_value_is_met_exactly(NonEmptyArray<double> values, byte modes, byte outside)
    {
        var curve = Random(values.Get, modes, outside);
        return curve.Keys.All(key => curve.ValueAt(key.Time.Value) == key.Value);
    }

    [Property]
    public bool Values_never_break_off_between_keys(NonEmptyArray<sbyte> values, byte modes)
    {
        // A single-valued curve has one finite value at every time, wherever its handles reach.
        var curve = Random([.. values.Get.Select(v => (double)v)], modes, 0);
        var last = curve.Keys[^1].Time.Value;
        for (var i = 0; i <= 200; i++)
            if (!double.IsFinite(curve.ValueAt(last * (i / 200.0)))) return false;
        return true;
    }

    [Fact]
    public void A_handle_beyond_its_segment_ends_at_the_segments_end()
    {
        // Twice too long: shortened along its own direction to half, which is (1 s, 2).
        var longer = Of(
            new Key(new Tick(0), 0, Out: Interpolation.Free, OutHandle: new Handle(2 * Second, 4)),
            new Key(new Tick(Second), 1, Interpolation.Flat));
        var shorter = Of(
            new Key(new Tick(0), 0, Out: Interpolation.Free, OutHandle: new Handle(Second, 2)),
            new Key(new Tick(Second), 1, Interpolation.Flat));
        foreach (var t in new[] { 0.2, 0.5, 0.7 }) In(longer, t).ShouldBe(In(shorter, t), 1e-12);
    }

    [Fact]
    public void Reading_near_times_in_any_order_gives_the_same()
    {
        var curve = Of([.. Enumerable.Range(0, 50).Select(i => At(i, i * i % 17, Interpolation.Smooth, Interpolation.Smooth))]);
        var near = 0;
        foreach (var t in new[] { 0.5, 1.5, 40.2, 3.1, 3.2, 4.0, 49.0, 48.99, 0.0 })
            curve.ValueAt(t * Second, ref near).ShouldBe(In(curve, t));
    }

    [Theory]
    [InlineData(Extrapolation.Hold, 7.5, 4)]
    [InlineData(Extrapolation.Straight, 5, 8)] // slope 4/s at the end
    [InlineData(Extrapolation.Repeat, 4, 0)] // a new round starts at 4 s with the first key
    [InlineData(Extrapolation.Repeat, 5, 0)]
    [InlineData(Extrapolation.Repeat, 6.5, 2)]
    [InlineData(Extrapolation.RepeatOffset, 6.5, 6)]
    [InlineData(Extrapolation.RepeatOffset, 10, 12)]
    [InlineData(Extrapolation.Mirror, 4.5, 2)]
    [InlineData(Extrapolation.Mirror, 5.5, 0)]
    [InlineData(Extrapolation.Mirror, 7, 0)]
    public void After_the_last_key(Extrapolation how, double seconds, double expected)
    {
        // 0 until 3 s, then a line up to 4 at 4 s; the round is 3 s long, from 1 s to 4 s.
        var curve = Of(Extrapolation.Hold, how,
            At(1, 0, Interpolation.Linear, Interpolation.Linear), At(3, 0, Interpolation.Linear, Interpolation.Linear),
            At(4, 4, Interpolation.Linear, Interpolation.Linear));
        In(curve, seconds == 4 ? 4 + 3 : seconds).ShouldBe(expected, 1e-9);
    }

    [Fact]
    public void Before_the_first_key_cycles_run_backwards_too()
    {
        Key[] keys = [At(1, 0, Interpolation.Linear, Interpolation.Linear), At(3, 4, Interpolation.Linear, Interpolation.Linear)];
        In(Of(Extrapolation.Repeat, Extrapolation.Hold, keys), 0).ShouldBe(2, 1e-9);
        In(Of(Extrapolation.RepeatOffset, Extrapolation.Hold, keys), 0).ShouldBe(-2, 1e-9);
        In(Of(Extrapolation.RepeatOffset, Extrapolation.Hold, keys), -4).ShouldBe(-10, 1e-9);
        In(Of(Extrapolation.Mirror, Extrapolation.Hold, keys), 0).ShouldBe(2, 1e-9);
        In(Of(Extrapolation.Mirror, Extrapolation.Hold, keys), -2).ShouldBe(2, 1e-9);
        In(Of(Extrapolation.Straight, Extrapolation.Hold, keys), -1).ShouldBe(-4, 1e-9);
    }

    [Fact]
    public void Straight_stands_beside_a_hold_a_single_key_and_a_handle_without_length()
    {
        In(Of(Extrapolation.Straight, Extrapolation.Straight, At(1, 3, Interpolation.Linear, Interpolation.Linear)), 9).ShouldBe(3);
        In(Of(Extrapolation.Hold, Extrapolation.Straight, At(0, 0, Interpolation.Linear, Interpolation.Hold), At(1, 2, Interpolation.Linear, Interpolation.Linear)), 3).ShouldBe(2);
        In(Of(Extrapolation.Hold, Extrapolation.Straight, At(0, 0, Interpolation.Linear, Interpolation.Linear), At(1, 2, Interpolation.Free, Interpolation.Linear)), 3).ShouldBe(2);
    }

    [Fact]
    public void The_last_key_belongs_to_the_first_round()
    {
        var curve = Of(Extrapolation.Hold, Extrapolation.Repeat, At(0, 1, Interpolation.Hold, Interpolation.Hold), At(2, 9, Interpolation.Hold, Interpolation.Hold));
        In(curve, 2).ShouldBe(9);
        In(curve, 4).ShouldBe(1);
    }

    [Fact]
    public void What_is_no_curve_is_refused_with_its_place()
    {
        Refused(At(1, 0, default, default), At(1, 1, default, default)).ShouldBe("keys[1]");
        Refused(At(1, 0, default, default), At(0, 1, default, default)).ShouldBe("keys[1]");
        Refused(At(1, double.NaN, default, default)).ShouldBe("keys[0].value");
        Refused(At(1, double.PositiveInfinity, default, default)).ShouldBe("keys[0].value");
        Refused(new Key(new Tick(0), 0, InHandle: new Handle(5, 0))).ShouldBe("keys[0].inHandle");
        Refused(new Key(new Tick(0), 0, OutHandle: new Handle(-5, 0))).ShouldBe("keys[0].outHandle");
        Refused().ShouldBe("keys");
    }

    private static string Refused(params Key[] keys) => Should.Throw<Refusal>(() => new Curve([.. keys])).Place;

    private static Curve Random(double[] values, byte modes, byte outside)
    {
        var keys = values.Select((v, i) => new Key(
            new Tick(i * 20_000_019L + i * i), double.IsFinite(v) ? Math.Clamp(v, -1e12, 1e12) : 0,
            (Interpolation)((modes + i) % 6), (Interpolation)((modes / 6 + 2 * i) % 6),
            new Handle(-(i * 7_919_337.3 % 50_000_000), i % 5 - 2), new Handle(i * 5_319_331.7 % 50_000_000, 2 - i % 4)));
        return new Curve([.. keys], (Extrapolation)(outside % 5), (Extrapolation)(outside / 5 % 5));
    }
}
