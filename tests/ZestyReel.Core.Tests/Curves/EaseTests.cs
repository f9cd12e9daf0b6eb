using ZestyReel.Core.Curves;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Curves;

public class EaseTests
{
    private const long Second = Tick.PerSecond;

    private static Curve Between(Ease ease, double from = 0, double to = 1) =>
        new(ease.Between(new Key(new Tick(0), from), new Key(new Tick(Second), to)));

    /// <summary>What Chromium's Web Animations give for each easing at 5, 25, 50, 75 and 95 % (getComputedTiming().progress).</summary>
    [Theory]
    [InlineData("linear(0, 1)", 0.05, 0.25, 0.5, 0.75, 0.95)]
    [InlineData("linear(0, 0.25, 1)", 0.025, 0.125, 0.25, 0.625, 0.925)]
    [InlineData("linear(0, 0.25 25% 75%, 1)", 0.05, 0.25, 0.25, 0.25, 0.85)]
    [InlineData("linear(0 20%, 0.5 10%, 1)", 0.5, 0.53125, 0.6875, 0.84375, 0.96875)]
    [InlineData("linear(0, 0.3 10%, 0.9 10%, 1)", 0.15, 0.916666667, 0.944444444, 0.972222222, 0.994444444)]
    [InlineData("linear(0.2, 0.8)", 0.23, 0.35, 0.5, 0.65, 0.77)]
    [InlineData("linear(0 -20%, 1 80%)", 0.25, 0.45, 0.7, 0.95, 1.15)]
    [InlineData("linear(0 20%, 1 120%)", -0.15, 0.05, 0.3, 0.55, 0.75)]
    [InlineData("linear(0, 1 40%, 0.5, 0.75, 1)", 0.125, 0.625, 0.75, 0.6875, 0.9375)]
    [InlineData("linear(0, 1.4 30%, 0.8 60% 70%, 1)", 0.233333333, 1.166666667, 1.0, 0.833333333, 0.966666667)]
    [InlineData("linear(0 50%, 1 50%)", 1.0, 1.0, 1.0, 1.0, 1.0)]
    [InlineData("linear(0, 0 100%, 1)", 0.0, 0.0, 0.0, 0.0, 0.0)]
    [InlineData("linear(0 0%, 1 0%)", 1.0, 1.0, 1.0, 1.0, 1.0)]
    [InlineData("cubic-bezier(0.25, 0.1, 0.25, 1)", 0.032951541, 0.408510591, 0.802403391, 0.960458978, 0.998624541)]
    [InlineData("cubic-bezier(0.34, 1.56, 0.64, 1)", 0.215561656, 0.816289197, 1.087400670, 1.059646858, 1.003383918)]
    [InlineData("cubic-bezier(0, 0, 0, 1)", 0.307162687, 0.690550790, 0.889881575, 0.976445437, 0.999147589)]
    [InlineData("cubic-bezier(1, -0.5, 0, 1.5)", -0.023675556, -0.080413092, 0.5, 1.080413092, 1.023675556)]
    [InlineData(" EASE ;", 0.032951541, 0.408510591, 0.802403391, 0.960458978, 0.998624541)]
    [InlineData("ease-in-out", 0.004829750, 0.129161931, 0.5, 0.870838069, 0.995170250)]
    public void CSS_gives_what_a_browser_gives(string css, params double[] expected)
    {
        var curve = Between(CssEasing.Read(css));
        double[] at = [0.05, 0.25, 0.5, 0.75, 0.95];
        // The browser solves a cubic's time to about 1e-7.
        for (var i = 0; i < at.Length; i++) curve.ValueAt(at[i] * Second).ShouldBe(expected[i], 2e-7, $"at {at[i]}");
    }

    [Theory]
    [InlineData("bounce")]
    [InlineData("cubic-bezier(1, 2, 3)")]
    [InlineData("cubic-bezier(1.2, 0, 0, 1)")]
    [InlineData("cubic-bezier(0, 0, 0, one)")]
    [InlineData("linear(0)")]
    [InlineData("linear(0 10% 20% 30%, 1)")]
    [InlineData("linear(0, NaN, 1)")]
    [InlineData("linear(0, 1) url(x)")]
    [InlineData("")]
    public void Other_text_is_refused(string css) => Should.Throw<Refusal>(() => CssEasing.Read(css)).Place.ShouldBe("css");

    [Theory]
    [InlineData("cubic-bezier(0.34, 1.56, 0.64, 1)")]
    [InlineData("cubic-bezier(0, 0, 0, 1)")]
    public void A_stretch_is_written_as_it_was_read(string css) => CssEasing.Write(Between(CssEasing.Read(css), 3, -7).Segments).ShouldBe(css);

    [Fact]
    public void Several_stretches_are_written_as_points_that_lead_back_to_them()
    {
        var curve = Between(Ease.Of(ReadyEase.Settle, 0.3, 2), 5, 9);
        var again = Between(CssEasing.Read(CssEasing.Write(curve.Segments)), 5, 9);
        foreach (var at in curve.Times()) again.ValueAt(at).ShouldBe(curve.ValueAt(at), 0.03);
        Should.Throw<Refusal>(() => CssEasing.Write(Between(Ease.Of(ReadyEase.Even, 0), 4, 4).Segments));
    }

    [Fact]
    public void What_falls_and_what_is_thrown_goes_as_gravity_has_it()
    {
        var (fall, thrown) = (Between(Ease.Of(ReadyEase.Fall, 0), 9, 1), Between(Ease.Of(ReadyEase.Throw, 0), 1, 9));
        foreach (var t in new[] { 0.1, 0.35, 0.5, 0.8, 1 })
        {
            fall.ValueAt(t * Second).ShouldBe(9 - 8 * t * t, 1e-9);
            thrown.ValueAt(t * Second).ShouldBe(9 - 8 * (1 - t) * (1 - t), 1e-9);
        }
        // Half an ease in is a fall; all of one ends faster still, three times as fast as the mean.
        Between(Ease.Of(ReadyEase.EaseIn, 0.5), 9, 1).Keys.ShouldBe(fall.Keys);
        (Between(Ease.Of(ReadyEase.EaseIn, 0.5)).Segments[0].SlopeAtEnd * Second).ShouldBe(2, 1e-9);
        (Between(Ease.Of(ReadyEase.EaseIn, 1)).Segments[0].SlopeAtEnd * Second).ShouldBe(3, 1e-9);
    }

    [Fact]
    public void The_gravity_of_a_fall_is_that_of_free_fall()
    {
        // 4.905 in a second is what falls on earth; half the time, four times as much.
        var scene = Still().After(Keyed(1, 4.905), Keyed(25, 0), Keyed(37, 4.905), Keyed(49, 4.905));
        StretchOf.Fall(scene, [Selected(1, 25)]).ShouldBe(new Fall(4.905, 1));
        StretchOf.Fall(scene, [Selected(1, 25)])!.Gravity.ShouldBe(9.81, 1e-12);
        StretchOf.Fall(scene, [Selected(25)])!.Gravity.ShouldBe(4 * 9.81, 1e-12);
        StretchOf.Fall(scene, [Selected(37)]).ShouldBeNull();
        StretchOf.Fall(scene, [Selected(1, 37)]).ShouldBeNull();
        var turned = scene.After(new KeyChannels(1, [new(Ferry, "rotation.y", 0)]), new KeyChannels(25, [new(Ferry, "rotation.y", 9)]));
        StretchOf.Fall(turned, [new KeySet(Ferry, "rotation.y", [FrameRate.Film.At(1)])]).ShouldBeNull();
        Should.Throw<Refusal>(() => StretchOf.Fall(scene, [Selected(49)]));
    }

    /// <summary>A ball: tops of 8 and 4 on both sides of a contact, its way down as long as its way up is not.</summary>
    [Fact]
    public void A_contact_is_an_angle_between_two_round_tops()
    {
        var scene = Still().After(Keyed(1, 8, Interpolation.Smooth), Keyed(25, 0, Interpolation.Smooth), Keyed(41, 4, Interpolation.Smooth), Keyed(57, 0, Interpolation.Smooth))
            .After(new FormHandles([Selected(25)], HandleForm.Contact), new FormHandles([Selected(57)], HandleForm.Contact));
        var curve = scene.Object(Ferry).Channel("position.x").Curve!;
        double At(double frame) => curve.ValueAt(frame * scene.Rate.TicksPerFrame);
        for (var n = 0; n <= 24; n++) At(1 + n).ShouldBe(8 - 8 * Math.Pow(n / 24.0, 2), 1e-9);
        for (var n = -16; n <= 16; n++) At(41 + n).ShouldBe(4 - 4 * Math.Pow(n / 16.0, 2), 1e-9);
        // Two contacts side by side have no top between them: an even way.
        var even = Still().After(Keyed(1, 0, Interpolation.Smooth), Keyed(25, 4, Interpolation.Smooth)).After(new FormHandles([Selected(1, 25)], HandleForm.Contact)).Object(Ferry).Channel("position.x").Curve!;
        even.ValueAt(FrameRate.Film.At(7).Value).ShouldBe(1, 1e-9);
    }

    [Fact]
    public void A_start_runs_into_an_even_drive_at_its_speed()
    {
        // Still until 1, then faster until the even drive of 2 a frame from 25 on.
        var scene = Still().After(Keyed(1, 0, Interpolation.Flat), Keyed(25, 20, Interpolation.Linear), Keyed(49, 68, Interpolation.Linear));
        var met = scene.After(new FormHandles([Selected(25)], HandleForm.MeetAfter)).Object(Ferry).Channel("position.x").Curve!;
        (met.Segments[0].SlopeAtEnd * scene.Rate.TicksPerFrame).ShouldBe(2, 1e-9);
        met.Segments[1].ShouldBe(scene.Object(Ferry).Channel("position.x").Curve!.Segments[1]);
        var before = scene.After(new FormHandles([Selected(25)], HandleForm.MeetBefore)).Object(Ferry).Channel("position.x").Curve!;
        before.Segments[1].SlopeAtStart.ShouldBe(scene.Object(Ferry).Channel("position.x").Curve!.Segments[0].SlopeAtEnd, 1e-18);
        Should.Throw<Refusal>(() => new FormHandles([Selected(49)], HandleForm.MeetAfter).Apply(scene)).Place.ShouldBe("keys");
    }

    public static TheoryData<ReadyEase> All() => [.. Enum.GetValues<ReadyEase>()];

    [Theory]
    [MemberData(nameof(All))]
    public void Every_ready_ease_goes_from_the_one_key_to_the_other(ReadyEase ease)
    {
        foreach (var amount in new[] { 0, 0.3, 1 })
        {
            var curve = Between(Ease.Of(ease, amount), -2, 8);
            (curve.Keys[0].Value, curve.Keys[^1].Value).ShouldBe((-2, 8));
            (curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value).ShouldBe((0, Second));
        }
    }

    /// <summary>What Chromium's Web Animations give for the cubic-bezier that each of these is said to be, at 5, 25, 50, 75 and 95 %.</summary>
    [Theory]
    [InlineData(ReadyEase.Even, 0, 0.050000000, 0.250000000, 0.500000000, 0.750000000, 0.950000000)]
    [InlineData(ReadyEase.EaseIn, 0, 0.050000000, 0.250000000, 0.500000000, 0.750000000, 0.950000000)]
    [InlineData(ReadyEase.EaseOut, 0, 0.050000000, 0.250000000, 0.500000000, 0.750000000, 0.950000000)]
    [InlineData(ReadyEase.EaseBoth, 0, 0.050000040, 0.250000000, 0.500000000, 0.750000000, 0.949999960)]
    [InlineData(ReadyEase.Linger, 0, 0.050000000, 0.250000000, 0.500000000, 0.750000000, 0.950000000)]
    [InlineData(ReadyEase.Anticipate, 0, 0.005168870, 0.123386290, 0.442765302, 0.814173561, 0.991089667)]
    [InlineData(ReadyEase.Overshoot, 0, 0.008910333, 0.185826439, 0.557234698, 0.876613710, 0.994831130)]
    [InlineData(ReadyEase.EaseIn, 0.3, 0.021500000, 0.137500000, 0.350000000, 0.637500000, 0.921500000)]
    [InlineData(ReadyEase.EaseOut, 0.3, 0.078500000, 0.362500000, 0.650000000, 0.862500000, 0.978500000)]
    [InlineData(ReadyEase.EaseBoth, 0.3, 0.008617341, 0.166779285, 0.500000000, 0.833220715, 0.991382659)]
    [InlineData(ReadyEase.Linger, 0.3, 0.082128476, 0.303615733, 0.500000000, 0.696384267, 0.917871524)]
    [InlineData(ReadyEase.Anticipate, 0.3, -0.064370229, -0.117299272, 0.201977394, 0.715217932, 0.985846242)]
    [InlineData(ReadyEase.Overshoot, 0.3, 0.014153758, 0.284782068, 0.798022606, 1.117299272, 1.064370229)]
    [InlineData(ReadyEase.EaseIn, 1, 0.000125000, 0.015625000, 0.125000000, 0.421875000, 0.857375000)]
    [InlineData(ReadyEase.EaseOut, 1, 0.142625000, 0.578125000, 0.875000000, 0.984375000, 0.999875000)]
    [InlineData(ReadyEase.EaseBoth, 1, 0.000882961, 0.029724606, 0.500000000, 0.970275394, 0.999117039)]
    [InlineData(ReadyEase.Linger, 1, 0.220700798, 0.402703645, 0.500000000, 0.597296355, 0.779299202)]
    [InlineData(ReadyEase.Anticipate, 1, -0.226628127, -0.678898918, -0.359861059, 0.484321465, 0.973611584)]
    [InlineData(ReadyEase.Overshoot, 1, 0.026388416, 0.515678535, 1.359861059, 1.678898918, 1.226628127)]
    public void An_ease_of_one_cubic_runs_as_a_browser_runs_it(ReadyEase ease, double amount, params double[] expected)
    {
        var curve = Between(Ease.Of(ease, amount));
        double[] at = [0.05, 0.25, 0.5, 0.75, 0.95];
        for (var i = 0; i < at.Length; i++) curve.ValueAt(at[i] * Second).ShouldBe(expected[i], 2e-7, $"at {at[i]}");
    }

    [Fact]
    public void The_eases_are_slow_and_fast_where_they_say()
    {
        double[] Quarters(ReadyEase ease) => [.. new[] { 0.25, 0.5, 0.75 }.Select(at => Between(Ease.Of(ease, 0.6)).ValueAt(at * Second))];
        Quarters(ReadyEase.Even).ShouldBe([0.25, 0.5, 0.75], 1e-9);
        Quarters(ReadyEase.EaseIn)[0].ShouldBeLessThan(0.15);
        Quarters(ReadyEase.EaseOut)[2].ShouldBeGreaterThan(0.85);
        Quarters(ReadyEase.EaseBoth)[0].ShouldBeLessThan(0.2);
        Quarters(ReadyEase.EaseBoth)[2].ShouldBeGreaterThan(0.8);
        Quarters(ReadyEase.Linger)[0].ShouldBeGreaterThan(0.3);
        Quarters(ReadyEase.Linger)[2].ShouldBeLessThan(0.7);
        Between(Ease.Of(ReadyEase.Overshoot, 0.5)).Times(200).Max(Between(Ease.Of(ReadyEase.Overshoot, 0.5)).ValueAt).ShouldBeGreaterThan(1.05);
        Between(Ease.Of(ReadyEase.Anticipate, 0.5)).Times(200).Min(Between(Ease.Of(ReadyEase.Anticipate, 0.5)).ValueAt).ShouldBeLessThan(-0.05);
    }

    [Fact]
    public void A_bounce_falls_as_a_stone_does_and_comes_back_lower_each_time()
    {
        var curve = Between(Ease.Of(ReadyEase.Bounce, 0.5, 3));
        var touches = curve.Keys.Where(key => key.Value == 1).Select(key => key.Time.Value / (double)Second).ToArray();
        touches.Length.ShouldBe(4);
        // Half of the fall's time is a quarter of its height.
        curve.ValueAt(touches[0] / 2 * Second).ShouldBe(0.25, 1e-6);
        // With a restitution of one half each spring is a quarter as high, and takes half as long, as the one before.
        for (var i = 0; i < 3; i++) (1 - curve.ValueAt((touches[i] + touches[i + 1]) / 2 * Second)).ShouldBe(Math.Pow(0.25, i + 1), 1e-6);
        ((touches[2] - touches[1]) / (touches[1] - touches[0])).ShouldBe(0.5, 1e-6);
    }

    [Fact]
    public void A_settle_swings_over_and_under_less_each_time()
    {
        var turns = Between(Ease.Of(ReadyEase.Settle, 0.5, 3)).Keys.Select(key => key.Value - 1).ToArray();
        turns[1].ShouldBe(0.5, 1e-12);
        turns[2].ShouldBeInRange(-0.49, -0.01);
        turns[3].ShouldBeInRange(0.001, 0.2);
    }

    [Fact]
    public void An_ease_changes_the_selected_stretch_only()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Smooth), Keyed(25, 10, Interpolation.Smooth), Keyed(49, 30, Interpolation.Smooth), Keyed(73, 0, Interpolation.Smooth));
        var before = scene.Object(Ferry).Channel("position.x").Curve!;
        var after = scene.After(new EaseKeys([Selected(25, 49)], ReadyEase.Bounce)).Object(Ferry).Channel("position.x").Curve!;
        after.Keys.Length.ShouldBe(7);
        foreach (var at in before.Times().Where(at => at < scene.Rate.At(25).Value || at > scene.Rate.At(49).Value))
            after.ValueAt(at).ShouldBe(before.ValueAt(at), 1e-9);
    }

    [Fact]
    public void A_single_key_eases_what_follows_it_and_the_last_one_nothing()
    {
        var scene = Moving().After(new EaseKeys([Selected(25)], Css: "cubic-bezier(0.5, 0, 0.5, 1)"));
        scene.Object(Ferry).Channel("position.x").ValueAt(scene.Rate.At(37).Value).ShouldBe(20, 1e-9);
        StretchOf.Css(scene, [Selected(25)]).ShouldBe("cubic-bezier(0.5, 0, 0.5, 1)");
        Should.Throw<Refusal>(() => new EaseKeys([Selected(49)], ReadyEase.EaseIn).Apply(scene)).Place.ShouldBe("keys");
        Should.Throw<Refusal>(() => new EaseKeys([Selected(1)], ReadyEase.EaseIn, "ease").Apply(scene)).Place.ShouldBe("ease");
        Should.Throw<Refusal>(() => new EaseKeys([Selected(1)], ReadyEase.EaseIn, Amount: 2).Apply(scene)).Place.ShouldBe("amount");
    }
}
