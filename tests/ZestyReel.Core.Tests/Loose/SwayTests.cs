using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Loose;

/// <summary>What sways goes about its keys, smoothly, for ever and always alike.</summary>
public class SwayTests
{
    private static readonly ObjectId Flag = new(1), Pennant = new(2);

    private static Scene Mast(params Edit[] edits) => Scene.Empty("Mast").After(
        new AddObject(ObjectKind.Box, "Flag"), new AddObject(ObjectKind.Box, "Pennant"), new SetValues([new(Flag, "rotation.y", 30)]), new SetSway([Flag], ["rotation.y"]), new SetValues([new(Flag, "sway.rotation", 8)])).After(edits);

    private static double[] Seen(Scene scene, string channel, params double[] frames) => LagTests.Seen(scene, Flag, channel, frames);

    private static double[] Over(double from, double to, double step) => [.. Enumerable.Range(0, (int)((to - from) / step)).Select(i => from + i * step)];

    [Theory]
    [InlineData(0), InlineData(0.7)]
    public void It_stays_about_its_keys_and_turns_about_no_faster_than_its_pace_says(double roughness)
    {
        var scene = Mast(new SetValues([new(Flag, Sway.Pace, 2), new(Flag, Sway.Roughness, roughness)]));
        // A thousand beats, at 12 places each.
        var values = Seen(scene, "rotation.y", Over(1, 12_001, 1));
        values.Average().ShouldBe(30, 0.5);
        values.Max().ShouldBeInRange(33, 38);
        values.Min().ShouldBeInRange(22, 27);
        // Between two places it goes one way: at each it may turn about, and nowhere else. Rougher, there are eight times as many.
        var turns = Enumerable.Range(1, values.Length - 2).Count(i => (values[i] - values[i - 1]) * (values[i + 1] - values[i]) < 0);
        turns.ShouldBeInRange(300, roughness == 0 ? 1001 : 8001);
        Enumerable.Range(1, values.Length - 1).Max(i => Math.Abs(values[i] - values[i - 1])).ShouldBeLessThan(roughness == 0 ? 8 * 2 * 1.5 / 12 * 1.5 : 8 * 2 / 12.0 * 8);
    }

    [Fact]
    public void A_keyed_pace_is_summed_up()
    {
        // From 0 to 4 a second over 96 frames: half of 4 × 4 seconds by then.
        var scene = Mast(new KeyChannels(1, [new(Flag, Sway.Pace, 0)]), new KeyChannels(97, [new(Flag, Sway.Pace, 4)]),
            new SetInterpolation([new KeySet(Flag, Sway.Pace, [FrameRate.Film.At(1), FrameRate.Film.At(97)])], Core.Curves.Interpolation.Linear, Core.Curves.Interpolation.Linear));
        var even = Mast(new SetValues([new(Flag, Sway.Pace, 1)]));
        foreach (var frame in (double[])[1, 30.37, 97, 150])
        {
            var seconds = Math.Min(4, (frame - 1) / 24);
            var beats = seconds * seconds / 2 + Math.Max(0, frame - 97) / 24 * 4;
            Seen(scene, "rotation.y", frame)[0].ShouldBe(Seen(even, "rotation.y", 1 + beats * 24)[0], 1e-6);
        }
        Seen(scene, "rotation.y", -40)[0].ShouldBe(Seen(scene, "rotation.y", 1)[0]);
    }

    [Fact]
    public void Others_sway_otherwise_and_the_same_seed_sways_alike()
    {
        var scene = Mast(new SetValues([new(Pennant, "rotation.y", 30)]), new SetSway([Flag, Pennant], ["rotation.y"], Seed: 7), new SetValues([new(Pennant, "sway.rotation", 8)]));
        double[] frames = [10, 20, 33];
        LagTests.Seen(scene, Pennant, "rotation.y", frames).ShouldNotBe(Seen(scene, "rotation.y", frames));
        var alike = new SetSway([Pennant], ["rotation.y"], Seed: 7).Apply(scene);
        LagTests.Seen(alike, Pennant, "rotation.y", frames).ShouldBe(Seen(alike, "rotation.y", frames));
        scene.Object(Pennant).Sway!.Seed.ShouldBe(8);
    }

    [Fact]
    public void A_value_is_set_under_it_and_limits_hold()
    {
        var scene = new KeyChannels(40, [new(Flag, "rotation.y", 12)]).Apply(Mast());
        Seen(scene, "rotation.y", 40)[0].ShouldBe(12, 1e-12);
        scene.Object(Flag).Channel("rotation.y").Curve!.Keys[0].Value.ShouldNotBe(12);
        var faint = Mast(new SetSway([Flag], ["look.opacity"]), new SetValues([new(Flag, "sway.other", 5)]));
        Seen(faint, "look.opacity", Over(1, 200, 1)).ShouldAllBe(value => value >= 0 && value <= 1);
    }

    [Fact]
    public void A_warp_does_not_touch_it()
    {
        var scene = Mast(new AddWarp("Slow", [new(Flag, null)]));
        var slow = new RetimePart(scene.Warps.Keys.Single(), RetimeWay.Speed, 1, 60, Speed: 0.5m).Apply(scene);
        Seen(slow, "rotation.y", 20, 60, 90).ShouldBe(Seen(Mast(), "rotation.y", 20, 60, 90));
    }

    [Fact]
    public void Its_numbers_go_with_it_and_channels_that_cannot_sway_are_refused()
    {
        var scene = Mast(new KeyChannels(5, [new(Flag, "sway.rotation", 3)]));
        new SetSway([Flag], null).Apply(scene).Object(Flag).Channels.Keys.ShouldBe(["rotation.y"]);
        // Only what sways has an amount.
        Should.Throw<Refusal>(() => new SetValues([new(Flag, "sway.position", 1)]).Apply(scene)).Reason.ShouldContain("nothing of that kind sways");
        Should.Throw<Refusal>(() => new SetSway([Flag], ["visible"]).Apply(scene)).Reason.ShouldContain("choose at least one channel");
        Should.Throw<Refusal>(() => new SetSway([Flag], []).Apply(scene));
        new SetSway([Flag], ["scale.z", "position.x", "nonsense"]).Apply(scene).Object(Flag).Sway!.Channels.ShouldBe(["position.x", "scale.z"]);
    }
}
