using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Layers.RandomLayers;

namespace ZestyReel.Core.Tests.Layers;

/// <summary>Edits of layers: what must stay the same does.</summary>
public class LayerEditTests
{
    private static readonly LayerId First = new(1), Second = new(2);

    private static double[] Seen(Scene scene, ObjectId id, string channel, int perFrame = 4) =>
        Stages.Values(scene.Object(id), channel, new FrameTimes(scene, [.. Enumerable.Range(perFrame, 59 * perFrame + 1).Select(i => (double)scene.Rate.At((decimal)i / perFrame).Value)]));

    private static double Apart(Scene a, Scene b)
    {
        var most = 0.0;
        foreach (var id in (ObjectId[])[Boat, Gull])
            foreach (var channel in Channels)
                most = Math.Max(most, Seen(a, id, channel).Zip(Seen(b, id, channel), (x, y) => Math.Abs(x - y)).Max());
        return most;
    }

    [Property]
    public void A_change_within_a_reach_leaves_all_beyond_bit_for_bit(int seed)
    {
        var random = new Random(seed);
        var scene = Scene(random, isPlain: true).After(new AddLayer("Touch-up"));
        var name = LayeredName.Of(scene.Layers.Keys.Max(), "position.y");
        for (var i = 0; i < 3; i++)
        {
            var (frame, reach) = (random.Next(10, 50), random.Next(1, 9));
            var after = scene.After(new KeyChannels(frame, [new(Boat, name, random.NextDouble() * 10)], Reach: reach));
            var (was, isNow) = (Seen(scene, Boat, "position.y"), Seen(after, Boat, "position.y"));
            for (var at = 0; at < was.Length; at++)
                if (Math.Abs(at / 4.0 + 1 - frame) >= reach)
                {
                    // Over what the layer had there already a part of a curve is cut, which may round the last bit.
                    if (i == 0) isNow[at].ShouldBe(was[at], $"at {at / 4.0 + 1} of {frame} ± {reach}");
                    else isNow[at].ShouldBe(was[at], 1e-9);
                }
            scene = after;
        }
    }

    [Property]
    public void Merged_layers_move_as_they_did(int seed)
    {
        var random = new Random(seed);
        var scene = Scene(random);
        Edit merge = random.Next(2) == 0 ? new MergeAllLayers(0.001) : new MergeLayerDown(scene.Layers.Values.OrderBy(layer => layer.Place).ElementAt(random.Next(scene.Layers.Count)).Id, 0.001);
        Scene after;
        try
        {
            after = scene.After(merge);
        }
        catch (Refusal refused) when (refused.Reason.Contains("cannot be one layer") || refused.Reason.Contains("bake that first") || refused.Reason.Contains("leave its limits"))
        {
            return;
        }
        Apart(scene, after).ShouldBeLessThanOrEqualTo(0.001 * 1.01);
        after.Layers.Count.ShouldBe(merge is MergeAllLayers ? 0 : scene.Layers.Count - 1);
    }

    [Fact]
    public void At_all_strength_with_linear_or_alike_handles_merging_is_exact()
    {
        var scene = Core.Scenes.Scene.Empty("Bay").After(new SetRanges(new(1, 60)), new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Box, "Gull"), new AddLayer("Touch-up"), new AddLayer("More"));
        foreach (var (frame, value) in ((int, double)[])[(1, 0), (13, 5), (29, -2), (50, 8)])
            scene = scene.After(
                new KeyChannels(frame, [new(Boat, "position.y", value)], Interpolation.Flat), new KeyChannels(frame, [new(Boat, "1/position.y", value * 2.5)], Interpolation.Flat),
                new KeyChannels(frame, [new(Boat, "2/position.y", 1)], Interpolation.Linear), new KeyChannels(frame, [new(Boat, "position.x", value)], Interpolation.Linear), new KeyChannels(frame, [new(Boat, "1/position.x", value + 1)], Interpolation.Linear));
        foreach (var merge in (Edit[])[new MergeAllLayers(0.5), new MergeLayerDown(First, 0.5), new MergeLayerDown(Second, 0.5)])
        {
            var after = scene.After(merge);
            Apart(scene, after).ShouldBeLessThan(1e-12, merge.Title(scene));
            after.Object(Boat).Channels.Values.ShouldAllBe(channel => channel.Curve!.Keys.Length == 4);
        }
    }

    [Property]
    public void Keys_taken_out_into_a_layer_move_as_they_did(int seed)
    {
        var random = new Random(seed);
        var scene = Scene(random, isPlain: true);
        var keys = Channels.SelectMany(channel => scene.Object(Boat).Channel(channel).Curve is { } curve
            ? [new KeySet(Boat, channel, [.. curve.Keys.Select(key => key.Time).Where(_ => random.Next(2) == 0)])] : Array.Empty<KeySet>()).Where(set => !set.Times.IsEmpty).ToArray();
        if (keys.Length == 0) return;
        var after = scene.After(new ExtractKeys([.. keys], "Swell", 0.001));
        after.Layers.Values.Single(layer => layer.Place == 0).Name.ShouldBe("Swell");
        // Above may lie a layer that keeps to its limits less than the base does.
        Apart(scene, after).ShouldBeLessThanOrEqualTo(0.001 * 1.01);
        foreach (var set in keys) after.Object(Boat).Channel(set.Channel!).Curve?.Keys.ShouldAllBe(key => !set.Times.Contains(key.Time));
    }

    [Property]
    public void Split_and_doubled_layers_move_as_they_did(int seed)
    {
        var random = new Random(seed);
        var scene = Scene(random);
        var layer = scene.Layers.Keys.ElementAt(random.Next(scene.Layers.Count));
        if (scene.Object(Boat).Channels.Keys.Any(name => LayeredName.LayerOf(name) == layer)) Apart(scene, scene.After(new SplitLayer(layer, [Boat]))).ShouldBe(0);
        var doubled = scene.After(new DuplicateLayer(layer));
        var copy = doubled.Layers.Keys.Max();
        doubled.Layers[copy].Place.ShouldBe(doubled.Layers[layer].Place + 1);
        Apart(scene, doubled.After(new SetLayer(copy, On: false))).ShouldBe(0);
        doubled.After(new DeleteLayer(copy)).Layers.Values.Select(each => each.Place).Order().ShouldBe(Enumerable.Range(0, scene.Layers.Count));
    }

    [Fact]
    public void Layers_go_with_all_that_moves_time()
    {
        var scene = Scene(new Random(3), isPlain: true);
        double[] At(Scene now, decimal by, decimal factor) => [.. Enumerable.Range(1, 50).Select(frame =>
            Stages.Values(now.Object(Boat), "position.y", FrameTimes.At(now, now.Rate.At(1 + (frame - 1) * factor + by)))[0])];
        void Alike(double[] was, double[] isNow)
        {
            for (var i = 0; i < was.Length; i++) isNow[i].ShouldBe(was[i], 1e-6);
        }
        Alike(At(scene, 0, 1), At(scene.After(new InsertFrames(-5, 7)), 7, 1));
        Alike(At(scene, 0, 1), At(scene.After(new SetRate(FrameRate.Parse("48"), RateKeep.Clock)), 0.0m, 2));
        var held = scene.After(new HoldPose(10, 20, [Boat]));
        var still = Stages.Values(held.Object(Boat), "position.y", FrameTimes.Of(held, new(10, 20)));
        if (held.Layers.Values.All(layer => layer.Strength.Curve is null)) still.ShouldAllBe(value => Math.Abs(value - still[0]) < 1e-9);
    }

    [Fact]
    public void Keys_of_the_base_pasted_in_a_layer_show_what_the_base_showed()
    {
        var scene = Core.Scenes.Scene.Empty("Bay").After(new AddObject(ObjectKind.Box, "Boat"), new AddLayer("Touch-up"),
            new KeyChannels(1, [new(Boat, "position.y", 2)], Interpolation.Linear), new KeyChannels(11, [new(Boat, "position.y", 12)], Interpolation.Linear));
        var copied = CopiedKeys.Of(scene, [new(Boat, "position.y", [scene.Rate.StartOf(1)])]);
        var after = scene.After(new PasteKeys(copied, 6, Layer: First));
        Stages.Values(after.Object(Boat), "position.y", FrameTimes.At(after, after.Rate.StartOf(6)))[0].ShouldBe(2, 1e-12);
        after.Object(Boat).Channel("position.y").ShouldBe(scene.Object(Boat).Channel("position.y"));
        after.Object(Boat).Channels["1/position.y"].Curve!.Keys[0].Value.ShouldBe(-5, 1e-12);
    }

    [Fact]
    public void A_layer_over_a_locked_channel_takes_changes_and_is_not_merged_into_it()
    {
        var scene = Core.Scenes.Scene.Empty("Bay").After(new AddObject(ObjectKind.Joint, "Hips"), new KeyChannels(1, [new(new ObjectId(1), "rotation.x", 5)]), new AddLayer());
        scene = scene.With(scene.Object(new(1)).WithChannel("rotation.x", scene.Object(new(1)).Channel("rotation.x") with { Locked = true }));
        Should.Throw<Refusal>(() => new KeyChannels(9, [new(new ObjectId(1), "rotation.x", 7)]).Apply(scene)).Reason.ShouldContain("locked");
        var after = scene.After(new KeyChannels(9, [new(new ObjectId(1), "1/rotation.x", 7)]));
        after.Object(new(1)).Channel("rotation.x").ShouldBe(scene.Object(new(1)).Channel("rotation.x"));
        Should.Throw<Refusal>(() => new MergeAllLayers().Apply(after)).Reason.ShouldContain("locked");
        Should.Throw<Refusal>(() => new MergeLayerDown(new(1)).Apply(after)).Reason.ShouldContain("locked");
    }

    [Fact]
    public void A_layer_goes_with_its_keys_and_comes_back_with_them()
    {
        var scene = Scene(new Random(5)).After(new SetLayer(First, Locked: true));
        Should.Throw<Refusal>(() => scene.After(new DeleteLayer(First))).Reason.ShouldContain("locked");
        Should.Throw<Refusal>(() => scene.After(new SetLayer(Second, Name: "Base")));
        Should.Throw<Refusal>(() => scene.After(new AddLayer("Layer 1")));
        var (after, change) = new DeleteLayer(Second).Changed(scene);
        after.Objects.Values.SelectMany(thing => thing.Channels.Keys).ShouldNotContain(name => name.StartsWith("2/"));
        Apart(change.Reversed().AppliedTo(after), scene).ShouldBe(0);
    }
}
