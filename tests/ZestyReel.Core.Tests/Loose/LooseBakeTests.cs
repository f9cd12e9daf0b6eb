using ZestyReel.Core.Baking;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;

namespace ZestyReel.Core.Tests.Loose;

/// <summary>Motion that nobody keyed becomes keys, which can then be retimed.</summary>
public class LooseBakeTests
{
    private static readonly ObjectId Crane = new(1), Lamp = new(2), Crate = new(3);

    private static Scene Pier() => Scene.Empty("Pier").After(
        new AddObject(ObjectKind.Group, "Crane"), new AddObject(ObjectKind.Light, "Lamp", Crane), new AddObject(ObjectKind.Box, "Crate"),
        new SetValues([new(Lamp, "position.y", 3), new(Crate, "position.y", 6)]), new KeyChannels(1, [new(Crane, "position.x", 0), new(Crane, "rotation.y", 0)]), new KeyChannels(40, [new(Crane, "position.x", 8), new(Crane, "rotation.y", 70)]),
        new SetLag([Lamp], null, World: true), new SetSway([Lamp, Crate], ["rotation.z"]), new SetBounce([Crate], []), new LetFall([Crate], 10));

    private static double[] Frames(double from, double to, double step) => [.. Enumerable.Range(0, (int)((to - from) / step) + 1).Select(i => from + i * step)];

    [Fact]
    public void Baked_and_then_played_at_half_the_speed_it_shows_what_was_there_at_half_the_time()
    {
        var scene = Pier();
        var baked = scene.After(new Bake([new(Lamp, null), new(Crate, null)], 1, 120, PerFrame: 4, Parts: [BakePart.Loose]));
        baked.Object(Lamp).IsLoose.ShouldBeFalse();
        baked.Object(Crate).Bounce.ShouldBe(new Bounce([], On: false));
        var slow = baked.After(new AddWarp(null, [new(Lamp, null), new(Crate, null)]), new RetimePart(new WarpId(1), RetimeWay.Speed, 1, 60, Speed: 0.5m));
        foreach (var (id, channel) in new[] { (Lamp, "position.x"), (Lamp, "position.z"), (Lamp, "rotation.z"), (Crate, "position.y"), (Crate, "rotation.z") })
        {
            var frames = Frames(1, 59, 0.25);
            var (wanted, seen) = (LagTests.Seen(scene, id, channel, frames), LagTests.Seen(baked, id, channel, frames));
            var slowed = LagTests.Seen(slow, id, channel, [.. frames.Select(frame => 1 + 2 * (frame - 1))]);
            for (var i = 0; i < frames.Length; i++)
            {
                seen[i].ShouldBe(wanted[i], 1e-9, $"{channel} at {frames[i]}");
                slowed[i].ShouldBe(wanted[i], 1e-6, $"{channel} slowed at {frames[i]}");
            }
        }
        // Without the bake the warp touches nothing of it but what it follows.
        var unbaked = scene.After(new AddWarp(null, [new(Crate, null)]), new RetimePart(new WarpId(1), RetimeWay.Speed, 30, 60, Speed: 0.5m));
        LagTests.Seen(unbaked, Crate, "position.y", Frames(1, 100, 0.5)).ShouldBe(LagTests.Seen(scene, Crate, "position.y", Frames(1, 100, 0.5)));
    }

    [Fact]
    public void Into_a_layer_it_lies_over_the_keys_and_what_is_loose_is_switched_off()
    {
        var (scene, frames) = (Pier(), Frames(1, 120, 0.5));
        var baked = scene.After(new Bake([new(Crate, null)], 1, 120, PerFrame: 2, Into: BakeInto.Layer));
        baked.Object(Crate).IsLoose.ShouldBeFalse();
        foreach (var channel in (string[])["position.y", "rotation.z"])
            foreach (var (seen, wanted) in LagTests.Seen(baked, Crate, channel, frames).Zip(LagTests.Seen(scene, Crate, channel, frames))) seen.ShouldBe(wanted, 1e-9);
        Should.Throw<Refusal>(() => new Bake([new(Crate, null)], 1, 120, PerFrame: 2, Into: BakeInto.Layer, Parts: [BakePart.Clips]).Apply(scene)).Reason.ShouldContain("which lies above all layers");
        Should.Throw<Refusal>(() => new Bake([new(Crate, "position.y")], 1, 120, PerFrame: 2).Apply(scene)).Reason.ShouldContain("bounces in its position.x as well");
    }

    [Fact]
    public void Its_twin_goes_the_same_way()
    {
        var (scene, frames) = (Pier(), Frames(1, 60, 1));
        var baked = scene.After(new Bake([new(Crate, null)], 1, 60, PerFrame: 1, Into: BakeInto.Twin));
        var twin = baked.Find("Crate baked")!;
        foreach (var (seen, wanted) in LagTests.Seen(baked, twin.Id, "position.y", frames).Zip(LagTests.Seen(scene, Crate, "position.y", frames))) seen.ShouldBe(wanted, 1e-9);
        twin.IsLoose.ShouldBeFalse();
        baked.Object(Crate).IsLoose.ShouldBeTrue();
    }
}
