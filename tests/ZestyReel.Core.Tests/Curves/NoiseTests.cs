using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Curves;

public class NoiseTests
{
    // SplitMix64's published first values for the seed 1234567.
    [Fact]
    public void Its_random_numbers_are_the_published_ones()
    {
        const ulong step = 0x9E3779B97F4A7C15;
        ulong[] published = [6457827717110365317, 3203168211198807973, 9817491932198370423, 4593380528125082431, 16408922859458223821];
        for (var i = 0; i < published.Length; i++) Noise.Mixed(1234567 + step * (ulong)i).ShouldBe(published[i]);
    }

    [Property]
    public void It_stays_within_its_bounds_and_begins_and_ends_at_nothing(int seed, byte beats, byte roughness)
    {
        var (count, noise) = (beats + 2, new Noise((ulong)seed, beats + 2, roughness / 255.0));
        (noise.At(0), noise.At(count)).ShouldBe((0, 0));
        for (var place = 0.0; place <= count; place += 0.03) Math.Abs(noise.At(place)).ShouldBeLessThanOrEqualTo(1);
    }

    [Fact]
    public void Its_mean_is_near_nothing_and_it_has_as_many_turns_as_beats_allow()
    {
        const int beats = 4000;
        var noise = new Noise(5, beats, 0);
        var values = Enumerable.Range(0, beats * 10).Select(i => noise.At(i / 10.0)).ToArray();
        Math.Abs(values.Average()).ShouldBeLessThan(0.03);
        values.Average(value => value * value).ShouldBeInRange(0.15, 0.4);
        var turns = Enumerable.Range(1, values.Length - 2).Count(i => (values[i] - values[i - 1]) * (values[i + 1] - values[i]) < 0);
        turns.ShouldBeInRange(beats / 2, beats);
    }

    private static double[] Values(Scene scene, string channel, double from, double to) =>
        [.. Enumerable.Range(0, 400).Select(i => scene.Object(Ferry).Channel(channel).ValueAt((from + (to - from) * i / 400) * scene.Rate.TicksPerFrame))];

    [Fact]
    public void Keys_sway_about_what_was_there_and_leave_the_rest_alone()
    {
        var scene = Moving();
        var swaying = scene.After(new AddNoise([new(Ferry, "position.x"), new(Ferry, "position.y")], 10, 40, 0.5, 4));
        Values(swaying, "position.x", 0, 9.99).ShouldBe(Values(scene, "position.x", 0, 9.99), 1e-9);
        Values(swaying, "position.x", 40, 60).ShouldBe(Values(scene, "position.x", 40, 60), 1e-9);
        var (before, after) = (Values(scene, "position.x", 10, 40), Values(swaying, "position.x", 10, 40));
        var off = before.Zip(after, (a, b) => b - a).ToArray();
        off.Max(Math.Abs).ShouldBeInRange(0.1, 0.5 + 0.01);
        off.ShouldContain(each => each > 0.05);
        off.ShouldContain(each => each < -0.05);
        // Each channel has its own, and the same seed gives the same again.
        Values(swaying, "position.y", 10, 40).ShouldNotBe(off);
        scene.After(new AddNoise([new(Ferry, "position.y"), new(Ferry, "position.x")], 10, 40, 0.5, 4)).Keys(Ferry, "position.x").ShouldBe(swaying.Keys(Ferry, "position.x"));
        scene.After(new AddNoise([new(Ferry, "position.x")], 10, 40, 0.5, 4, Seed: 2)).Keys(Ferry, "position.x").ShouldNotBe(swaying.Keys(Ferry, "position.x"));
        // Five beats in thirty frames at 24 fps take few keys.
        swaying.Keys(Ferry, "position.y").Length.ShouldBeInRange(4, 16);
    }

    [Fact]
    public void Limits_hold_and_switches_only_switch()
    {
        var scene = Moving().After(new AddNoise([new(Buoy, "look.opacity"), new(Buoy, "visible")], 1, 73, 0.9, 8, Roughness: 1));
        Stages.Values(scene.Object(Buoy), "look.opacity", new FrameTimes(scene, [.. Enumerable.Range(0, 800).Select(i => i * 0.1 * scene.Rate.TicksPerFrame)])).ShouldAllBe(value => value >= 0 && value <= 1);
        var keys = scene.Keys(Buoy, "visible");
        keys.ShouldAllBe(key => key.Out == Interpolation.Hold && (key.Value == 0 || key.Value == 1));
        keys.ShouldContain(key => key.Value == 0);
    }

    [Fact]
    public void What_cannot_sway_is_refused_with_its_reason()
    {
        string Why(AddNoise noise) => Should.Throw<Refusal>(() => Moving().After(noise)).Message;
        Why(new AddNoise([new(Ferry, "position.x")], 40, 10, 1, 2)).ShouldStartWith("to:");
        Why(new AddNoise([new(Ferry, "position.x")], 1, 10, 0, 2)).ShouldStartWith("amount:");
        Why(new AddNoise([new(Ferry, "position.x")], 1, 10, 1, double.NaN)).ShouldStartWith("beats:");
        Why(new AddNoise([new(Ferry, "position.x")], 1, 900_000, 1, 100)).ShouldContain("beats");
        Why(new AddNoise([new(Ferry, "position.x")], 1, 10, 1, 2, Roughness: 3)).ShouldStartWith("roughness:");
        var cycling = Moving().After(new SetExtrapolation([new ChannelValue(Ferry, "position.x")], After: Extrapolation.Repeat));
        Should.Throw<Refusal>(() => cycling.After(new AddNoise([new(Ferry, "position.x")], 40, 90, 1, 2))).Reason.ShouldContain("bake its cycles first");
    }
}
