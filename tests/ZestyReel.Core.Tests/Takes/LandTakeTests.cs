using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Loose;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Takes;

/// <summary>What was recorded is seen, whatever lies under it or over it.</summary>
public class LandTakeTests
{
    private static readonly ObjectId Boat = new(1);

    private static Scene Warped(Scene scene) => scene.After(new AddWarp(null, [new(Boat, null)]), new RetimePart(new WarpId(1), RetimeWay.Speed, 20, 60, Speed: 0.5m));

    /// <summary>Two channels over frames 20.3 to 60 or so, between frames as devices have it.</summary>
    private static LandTake Take(TakeInto into, double tolerance = 0, double degrees = 0, decimal ease = 0)
    {
        var frames = Enumerable.Range(0, 200).Select(i => 20.3 + i * 0.2).ToList();
        return new(Boat, [.. frames.Select(Ticks)],
            [new("position.x", [.. frames.Select(X)]), new("rotation.y", [.. frames.Select(Turn)])], "Take 4", into, tolerance, degrees, ease);
    }

    private static Tick Ticks(double frame) => new((long)Math.Round(frame * FrameRate.Film.TicksPerFrame));
    private static double X(double frame) => 3 * Math.Sin(frame / 9);
    private static double Turn(double frame) => 4 * frame + 10 * Math.Cos(frame / 5);

    private static Scene Plain() => Scene.Empty("Bay").After(
        new AddObject(ObjectKind.Box, "Boat"), new KeyChannels(1, [new(Boat, "position.x", 0), new(Boat, "rotation.y", 0)]), new KeyChannels(100, [new(Boat, "position.x", 9), new(Boat, "rotation.y", 200)]));

    private static Scene Layered() => Plain().After(new AddLayer("Wind", LayerMode.Add)) is var scene
        ? scene.After(new KeyChannels(1, [new(Boat, LayeredName.Of(new LayerId(1), "position.x"), 0.5)]), new KeyChannels(100, [new(Boat, LayeredName.Of(new LayerId(1), "position.x"), 2)]))
        : null!;

    public static TheoryData<string> Scenes() => ["plain", "layered", "warped", "layered and warped"];

    private static Scene Named(string name) => name switch { "plain" => Plain(), "layered" => Layered(), "warped" => Warped(Plain()), _ => Warped(Layered()) };

    [Theory, MemberData(nameof(Scenes))]
    public void It_is_seen_as_it_was_recorded_in_a_layer_and_in_the_base(string name)
    {
        var scene = Named(name);
        foreach (var into in (TakeInto[])[TakeInto.Layer, TakeInto.Keys])
        {
            var edit = Take(into);
            var landed = scene.After(edit);
            var frames = edit.Times.Select(time => FrameRate.Film.FrameOf(time.Value)).ToArray();
            foreach (var (channel, wanted) in new[] { ("position.x", (Func<double, double>)X), ("rotation.y", Turn) })
            {
                var seen = LagTests.Seen(landed, Boat, channel, frames);
                for (var i = 0; i < frames.Length; i++) seen[i].ShouldBe(wanted(frames[i]), 1e-5, $"{into} {channel} at {frames[i]}");
                // Before and after it, in a layer all is as it was; in the base up to the keys beside it.
                double[] outside = into == TakeInto.Layer ? [1, 10, 20, 61, 80, 100] : [1, name.Contains("warped") ? 140 : 100];
                LagTests.Seen(landed, Boat, channel, outside).Zip(LagTests.Seen(scene, Boat, channel, outside)).ShouldAllBe(pair => Math.Abs(pair.First - pair.Second) < 1e-6);
            }
        }
    }

    [Fact]
    public void Fewer_keys_keep_within_what_is_told()
    {
        var (scene, edit) = (Plain(), Take(TakeInto.Layer, 0.02, 0.5));
        var told = edit.LookAhead(scene);
        told.Samples.ShouldBe(400);
        told.Keys.ShouldBeLessThan(60);
        told.Error.ShouldBeInRange(1e-6, 0.02);
        told.Degrees.ShouldBeInRange(1e-6, 0.5);
        var landed = scene.After(edit);
        var frames = edit.Times.Select(time => FrameRate.Film.FrameOf(time.Value)).ToArray();
        LagTests.Seen(landed, Boat, "position.x", frames).Zip(frames).Max(pair => Math.Abs(pair.First - X(pair.Second))).ShouldBe(told.Error, 1e-9);
        landed.Object(Boat).Channels.Where(each => LayeredName.Is(each.Key)).Sum(each => each.Value.Curve!.Keys.Length).ShouldBe(told.Keys);
        Take(TakeInto.Layer).LookAhead(scene).ShouldBe(new TakeLanding(400, 400, 0, 0));
    }

    [Fact]
    public void A_layer_is_named_after_it_and_comes_in_and_goes_out()
    {
        var landed = Plain().After(Take(TakeInto.Layer, ease: 10), Take(TakeInto.Layer));
        var (first, second) = (landed.Layers[new(1)], landed.Layers[new(2)]);
        (first.Name, first.Mode, second.Name).ShouldBe(("Take 4", LayerMode.Override, "Take 4, 2"));
        var once = Plain().After(Take(TakeInto.Layer, ease: 10));
        LagTests.Seen(once, Boat, "position.x", [20.3])[0].ShouldBe(LagTests.Seen(Plain(), Boat, "position.x", [20.3])[0], 1e-6);
        var (below, at) = (LagTests.Seen(Plain(), Boat, "position.x", [25.3])[0], LagTests.Seen(once, Boat, "position.x", [25.3])[0]);
        at.ShouldBe((below + X(25.3)) / 2, 1e-4);
    }

    [Fact]
    public void What_would_not_be_seen_is_refused()
    {
        void Refused(Scene scene, LandTake edit, string reason) => Should.Throw<Refusal>(() => edit.Apply(scene)).Reason.ShouldContain(reason);
        Refused(Plain().After(new SetLocked([new ChannelValue(Boat, "position.x")], true)), Take(TakeInto.Keys), "locked");
        Refused(Plain().After(new SetSway([Boat], ["rotation.y"])), Take(TakeInto.Layer), "which lies above all layers");
        Refused(Layered().After(new SetLayer(new(1), Solo: true)), Take(TakeInto.Layer), "is solo");
        Refused(Plain(), Take(TakeInto.Layer) with { Object = new(9) }, "");
        Refused(Plain(), Take(TakeInto.Layer) with { Times = [] }, "nothing was recorded");
        Refused(Plain(), Take(TakeInto.Layer) with { Tolerance = -1 }, "0 or more");
        var take = Take(TakeInto.Layer);
        Refused(Plain(), take with { Times = [.. take.Times.Reverse()] }, "one after the other");
        Refused(Plain(), take with { Channels = [take.Channels[0], take.Channels[0]] }, "named once");
        Refused(Plain(), take with { Channels = [new("look.hidden", take.Channels[0].Values)] }, "");
    }

    [Fact]
    public void Into_the_base_over_what_sways_it_is_seen_all_the_same()
    {
        var scene = Plain().After(new SetSway([Boat], ["position.x"]));
        var edit = Take(TakeInto.Keys) with { Channels = [Take(TakeInto.Keys).Channels[0]] };
        var frames = edit.Times.Select(time => FrameRate.Film.FrameOf(time.Value)).ToArray();
        foreach (var (seen, frame) in LagTests.Seen(scene.After(edit), Boat, "position.x", frames).Zip(frames)) seen.ShouldBe(X(frame), 1e-6);
    }
}
