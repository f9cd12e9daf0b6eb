using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Curves;

[Properties(Arbitrary = [typeof(RandomCurves)])]
public class CyclesTests
{
    [Property(MaxTest = 200)]
    public void Written_cycles_are_what_was_played(Curve plain, bool offset, bool mirror, byte before, byte after)
    {
        var how = mirror ? Extrapolation.Mirror : offset ? Extrapolation.RepeatOffset : Extrapolation.Repeat;
        var curve = new Curve(plain.Keys, how, how);
        var (first, last) = (curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value);
        var period = last - first;
        var (back, on) = (before % 4, after % 4);
        var written = curve.WithKeys(Cycles.Written(curve, back, on));
        for (var i = 0; i < 400; i++)
        {
            var at = first - back * period + (i + 0.43) / 400 * (back + 1 + on) * period;
            // A handle is good to 1/1024 of a tick: on a steep curve that is worth some value.
            var steep = Math.Abs(curve.ValueAt(at + 0.5) - curve.ValueAt(at - 0.5));
            written.ValueAt(at).ShouldBe(curve.ValueAt(at), 1e-6 + steep, $"off by {written.ValueAt(at) - curve.ValueAt(at)} at {at} of {string.Join(' ', curve.Keys)}, {how} {back} {on}");
        }
    }

    [Fact]
    public void Repeat_and_mirror_run_over_negative_time()
    {
        Key[] keys = [new(new Tick(-300), 0, Out: Interpolation.Linear), new(new Tick(-100), 20, Interpolation.Linear)];
        Curve With(Extrapolation how) => new([.. keys], how, how);
        // By hand: 200 ticks a round, 0.1 a tick.
        With(Extrapolation.Repeat).ValueAt(-350).ShouldBe(15, 1e-12);
        With(Extrapolation.Repeat).ValueAt(-900).ShouldBe(0, 1e-12);
        With(Extrapolation.RepeatOffset).ValueAt(-350).ShouldBe(-5, 1e-12);
        With(Extrapolation.RepeatOffset).ValueAt(150).ShouldBe(45, 1e-12);
        With(Extrapolation.Mirror).ValueAt(-350).ShouldBe(5, 1e-12);
        With(Extrapolation.Mirror).ValueAt(-750).ShouldBe(5, 1e-12);
        With(Extrapolation.Mirror).ValueAt(-50).ShouldBe(15, 1e-12);
    }

    [Fact]
    public void A_jump_at_a_round_takes_two_keys_and_a_seam_one()
    {
        var scene = Moving();
        Core.Scenes.Scene Rounded(Extrapolation how) => scene.After(new SetExtrapolation([new ChannelValue(Ferry, "position.x")], After: how), new BakeCycles([new ChannelValue(Ferry, "position.x")], After: 2));
        Rounded(Extrapolation.Repeat).Keys(Ferry, "position.x").Length.ShouldBe(9);
        Rounded(Extrapolation.Mirror).Keys(Ferry, "position.x").Select(key => key.Value).ShouldBe([0, 10, 30, 10, 0, 10, 30]);
        Rounded(Extrapolation.RepeatOffset).Keys(Ferry, "position.x").Select(key => key.Value).ShouldBe([0, 10, 30, 40, 60, 70, 90]);
    }

    [Fact]
    public void Cycles_of_what_does_not_repeat_are_refused()
    {
        Should.Throw<Refusal>(() => new BakeCycles([new ChannelValue(Ferry, "position.x")], After: 1).Apply(Moving())).Place.ShouldBe("after");
        Should.Throw<Refusal>(() => new BakeCycles([new ChannelValue(Ferry, "position.x")]).Apply(Moving()));
        Should.Throw<Refusal>(() => new BakeCycles([new ChannelValue(Ferry, "position.x")], After: 5000).Apply(Moving())).Place.ShouldBe("after");
    }
}
