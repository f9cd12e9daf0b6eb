using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Layers.RandomLayers;

namespace ZestyReel.Core.Tests.Layers;

/// <summary>What layers give, against a sum of one's own, and back again.</summary>
public class LayerTests
{
    private static double Seen(Scene scene, ObjectId id, string channel, Tick at) => Stages.Values(scene.Object(id), channel, FrameTimes.At(scene, at))[0];

    /// <summary>By the words of the book: from the lowest layer up, each curve at source time, each strength at played time.</summary>
    private static double Summed(Scene scene, ObjectId id, string channel, Tick at)
    {
        var thing = scene.Object(id);
        var source = new TimeFlow(scene).SourceOf(CurveRef.Of(id, channel), at.Value);
        var value = thing.Channel(channel).ValueAt(source);
        var isSolo = scene.Layers.Values.Any(layer => layer.Solo);
        foreach (var layer in scene.Layers.Values.OrderBy(layer => layer.Place))
        {
            if (!layer.On || isSolo && !layer.Solo || thing.Channels.GetValueOrDefault($"{layer.Id.Value}/{channel}")?.Curve is not { } curve) continue;
            var (strength, own) = (Math.Clamp(layer.Strength.ValueAt(at.Value), 0, 1), curve.ValueAt(source));
            value = layer.Mode == LayerMode.Add ? value + strength * own : value * (1 - strength) + strength * own;
        }
        var spec = thing.Spec(channel, "");
        return Math.Clamp(value, spec.Least, spec.Most);
    }

    [Property]
    public void A_stack_is_the_sum_that_the_book_says(int seed)
    {
        var random = new Random(seed);
        var scene = Scene(random);
        foreach (var layer in scene.Layers.Keys)
            if (random.Next(5) == 0) scene = scene.After(new SetLayer(layer, On: random.Next(2) == 0, Solo: random.Next(4) == 0));
        if (random.Next(2) == 0) scene = scene.After(new MoveLayer(new(1), random.Next(4)));
        for (var i = 0; i < 40; i++)
        {
            var (id, channel, at) = (random.Next(2) == 0 ? Boat : Gull, Channels[random.Next(Channels.Length)], scene.Rate.At(random.Next(-5, 70) + (decimal)random.Next(100) / 100));
            var wanted = Summed(scene, id, channel, at);
            Seen(scene, id, channel, at).ShouldBe(wanted, 1e-9 * Math.Max(1, Math.Abs(wanted)), $"{channel} at {at.Value}");
        }
    }

    [Property]
    public void A_key_in_a_layer_makes_the_value_seen_or_says_why_not(int seed)
    {
        var random = new Random(seed);
        var scene = Scene(random);
        if (random.Next(2) == 0) scene = scene.After(new SetRotationInterpolation([Boat], RotationInterpolation.Quaternion));
        if (random.Next(3) == 0 && scene.Object(Boat).Channel("position.x").Curve is { Keys.Length: > 1 } glide)
            scene = scene.After(new SaveClip([new(Boat, "position.x", [.. glide.Keys.Select(key => key.Time)])], "Glide"), new PlaceClip(new(1), [Boat], 10));
        for (var i = 0; i < 10; i++)
        {
            var layer = scene.Layers.Values.ElementAt(random.Next(scene.Layers.Count));
            var (channel, frame) = (Channels[random.Next(Channels.Length)], random.Next(1, 60));
            var wanted = channel.EndsWith("opacity", StringComparison.Ordinal) ? random.NextDouble() : random.NextDouble() * 40 - 20;
            Scene after;
            try
            {
                after = scene.After(new KeyChannels(frame, [new(Boat, LayeredName.Of(layer.Id, channel), wanted)]));
            }
            catch (Refusal refused)
            {
                refused.Reason.ShouldNotBeEmpty();
                continue;
            }
            // A warp that ends between two ticks is met a part of a tick before, so that the value is nearly that.
            Seen(after, Boat, channel, scene.Rate.StartOf(frame)).ShouldBe(wanted, 1e-6);
            after.Object(Boat).Channel(channel).ShouldBe(scene.Object(Boat).Channel(channel), "the base is left alone");
            scene = after;
        }
    }

    [Fact]
    public void The_inverse_holds_to_a_billionth()
    {
        var scene = Scene(new Random(7), isPlain: true);
        foreach (var layer in scene.Layers.Values)
            foreach (var frame in Enumerable.Range(1, 50))
            {
                var (moment, spec) = (FrameTimes.At(scene, scene.Rate.StartOf(frame)), scene.Object(Boat).Spec("position.y", ""));
                if (Stages.OwnValue(scene.Object(Boat), spec, layer, 3.25, moment) is not { } own) continue;
                var curve = new Curve([new Key(scene.Rate.StartOf(frame), own)]);
                Seen(scene.With(scene.Object(Boat).WithChannel(LayeredName.Of(layer.Id, "position.y"), new(0, curve))), Boat, "position.y", scene.Rate.StartOf(frame)).ShouldBe(3.25, 1e-9);
            }
    }

    [Fact]
    public void What_only_holds_takes_the_highest_that_overrides_it_with_half_its_strength()
    {
        var scene = Core.Scenes.Scene.Empty("Bay").After(new AddObject(ObjectKind.Box, "Boat"), new AddLayer("Low", LayerMode.Override), new AddLayer("High", LayerMode.Override), new AddLayer("Sum"),
            new KeyChannels(1, [new(Boat, "1/visible", 0)]), new KeyChannels(1, [new(Boat, "2/visible", 1)]));
        double Visible(params Edit[] edits) => Seen(scene.After(edits), Boat, "visible", Tick.Zero);
        Visible().ShouldBe(1);
        Visible(new SetValues([new(CurveRef.Of(new LayerId(2)), 0.49)])).ShouldBe(0);
        Visible(new SetValues([new(CurveRef.Of(new LayerId(2)), 0.5)])).ShouldBe(1);
        Visible(new SetLayer(new(2), On: false)).ShouldBe(0);
        Visible(new SetLayer(new(3), Solo: true)).ShouldBe(1);
        Should.Throw<Refusal>(() => scene.After(new KeyChannels(1, [new(Boat, "3/visible", 0)]))).Reason.ShouldContain("nothing can be added");
    }

    [Fact]
    public void What_each_gives_adds_up_to_what_is_seen()
    {
        var scene = Core.Scenes.Scene.Empty("Bay").After(new AddObject(ObjectKind.Box, "Boat"), new SetValues([new(Boat, "position.y", 10)]), new AddLayer("Sum"), new AddLayer("Mood", LayerMode.Override),
            new KeyChannels(1, [new(Boat, "1/position.y", 14)]), new KeyChannels(1, [new(Boat, "2/position.y", 20)]), new SetValues([new(CurveRef.Of(new LayerId(2)), 0.5)]));
        LayerShare.Of(scene, Boat, "position.y", Tick.Zero).Select(share => (share.Layer?.Name, share.Own, share.Strength, share.After))
            .ShouldBe([(null, 10, 1, 10), ("Sum", 4, 1, 14), ("Mood", 20, 0.5, 17)]);
        LayerShare.Of(scene, Boat, "position.x", Tick.Zero).ShouldBeEmpty();
    }

    [Fact]
    public void Keys_that_would_not_be_seen_are_refused_with_what_stands_in_the_way()
    {
        var scene = Core.Scenes.Scene.Empty("Bay").After(new AddObject(ObjectKind.Box, "Boat"), new AddLayer("Low"), new AddLayer("High", LayerMode.Override), new KeyChannels(1, [new(Boat, "2/position.y", 4)]));
        string Told(params Edit[] edits) => Should.Throw<Refusal>(() => scene.After(edits).After(new KeyChannels(5, [new(Boat, "1/position.y", 2)]))).Reason;
        Told().ShouldContain("a layer above Low");
        Told(new SetLayer(new(1), On: false)).ShouldContain("Low is switched off");
        Told(new SetLayer(new(2), Solo: true)).ShouldContain("Low is passed over");
        Told(new SetLayer(new(1), Locked: true)).ShouldContain("Boat's position.y in Low is locked");
        Told(new SetValues([new(CurveRef.Of(new LayerId(1)), 0)])).ShouldContain("too little strength");
        Should.Throw<Refusal>(() => scene.After(new KeyChannels(5, [new(Boat, "position.y", 2)]))).Reason.ShouldContain("driven by the layer High");
        foreach (var name in (string[])["3/position.y", "01/position.y", "1/light.cone", "1/", "9999999999/position.y", "1/2/position.y"])
            Should.Throw<Refusal>(() => scene.After(new KeyChannels(5, [new(Boat, name, 2)])), name);
    }
}
