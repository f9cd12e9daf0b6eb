using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Geometry;

/// <summary>What is done to the deformers of objects, and what is refused.</summary>
public class DeformerEditTests
{
    private static readonly ObjectId Flag = new(1), Sail = new(2), Lamp = new(3);

    private static Scene Quay(params Edit[] edits) => Scene.Empty("Quay").After(
        new AddObject(ObjectKind.Box, "Flag"), new AddObject(ObjectKind.Plane, "Sail"), new AddObject(ObjectKind.Light, "Lamp"), new AddDeformer([Flag], DeformerKind.Bend, Name: "Lean")).After(edits);

    [Fact]
    public void Under_another_name_keys_layers_and_all_that_points_at_them_follow()
    {
        var scene = Quay(new AddLayer("Touch"), new KeyChannels(1, [new(Flag, "deform.Lean.strength", 10)]), new KeyChannels(9, [new(Flag, "deform.Lean.strength", 40)]),
            new KeyChannels(5, [new(Flag, "1/deform.Lean.strength", 3)]), new SetSway([Flag], ["deform.Lean.direction"]), new AddWarp(Targets: [new(Flag, "deform.Lean.strength")]));
        var renamed = scene.After(new SetDeformer(Flag, "Lean", Name: "Bow"));
        var flag = renamed.Object(Flag);
        flag.Channel("deform.Bow.strength").ShouldBe(scene.Object(Flag).Channel("deform.Lean.strength"));
        flag.Channels.ShouldContainKey("1/deform.Bow.strength");
        flag.Channels.Keys.ShouldNotContain(name => name.Contains("Lean"));
        flag.Sway!.Channels.ShouldBe(["deform.Bow.direction"]);
        renamed.Warps.Values.Single().Targets!.Value.ShouldBe([new TimeTarget(Flag, "deform.Bow.strength")]);
        renamed.After(new SetDeformer(Flag, "Bow", Name: "Lean")).Object(Flag).Channels.ShouldBe(scene.Object(Flag).Channels);
    }

    [Fact]
    public void With_a_deformer_go_its_channels_and_what_pointed_at_them()
    {
        var scene = Quay(new AddLayer("Touch"), new KeyChannels(5, [new(Flag, "1/deform.Lean.strength", 3)]), new SetSway([Flag], ["deform.Lean.direction"]), new AddWarp(Targets: [new(Flag, "deform.Lean.strength"), new(Sail, null)]));
        var gone = scene.After(new DeleteDeformer(Flag, "Lean"));
        gone.Object(Flag).Deformers.ShouldBeNull();
        gone.Object(Flag).Sway.ShouldBeNull();
        gone.Object(Flag).Channels.ShouldBeEmpty();
        gone.Warps.Values.Single().Targets!.Value.ShouldBe([new TimeTarget(Sail, null)]);
        SceneRules.Check(gone);
    }

    [Fact]
    public void A_copy_has_values_keys_and_a_name_of_its_own()
    {
        var scene = Quay(new KeyChannels(1, [new(Flag, "deform.Lean.strength", 10)]), new AddDeformer([Flag], DeformerKind.Twist));
        var copied = scene.After(new CopyDeformer(Flag, "Lean", [Flag, Sail]));
        copied.Object(Flag).Deformers!.Select(each => each.Name).ShouldBe(["Lean", "Lean 2", "Twist"]);
        copied.Object(Flag).Channel("deform.Lean 2.strength").ShouldBe(scene.Object(Flag).Channel("deform.Lean.strength"));
        copied.Object(Sail).Channel("deform.Lean.strength").ShouldBe(scene.Object(Flag).Channel("deform.Lean.strength"));
    }

    [Fact]
    public void It_is_fitted_to_the_shape_along_its_axis()
    {
        var scene = Quay(new SetValues([new(Flag, "shape.height", 3), new(Flag, "shape.width", 5)]), new FitDeformer(Flag, "Lean", 1));
        (scene.Object(Flag).Channel("deform.Lean.foot").Still, scene.Object(Flag).Channel("deform.Lean.length").Still).ShouldBe((-1.5, 3));
        var across = scene.After(new SetDeformer(Flag, "Lean", Axis: Axis.X), new FitDeformer(Flag, "Lean", 1));
        (across.Object(Flag).Channel("deform.Lean.foot").Still, across.Object(Flag).Channel("deform.Lean.length").Still).ShouldBe((-2.5, 5));
    }

    [Fact]
    public void What_is_flat_is_bent_along_its_longer_side_and_rings_run_as_far_as_it_is_wide()
    {
        var scene = Quay(new SetValues([new(Sail, "shape.depth", 6)]), new AddDeformer([Sail], DeformerKind.Wave), new AddDeformer([Sail], DeformerKind.Ripple));
        scene.Object(Sail).Deformers!.Select(each => each.Axis).ShouldBe([Axis.Z, Axis.Y]);
        scene.Object(Sail).Channel("deform.Wave.length").Still.ShouldBe(6);
        scene.Object(Sail).Channel("deform.Ripple.length").Still.ShouldBe(3);
    }

    [Fact]
    public void What_cannot_be_is_refused_in_words()
    {
        var scene = Quay();
        string Refused(Edit edit) => Should.Throw<Refusal>(() => edit.Apply(scene)).Message;
        Refused(new AddDeformer([Lamp], DeformerKind.Bend)).ShouldContain("no geometry");
        Refused(new AddDeformer([Flag], (DeformerKind)40)).ShouldContain("no such deformer");
        Refused(new AddDeformer([Flag], DeformerKind.Bend, Name: "a.b")).ShouldContain("full stop");
        Refused(new AddDeformer([Flag], DeformerKind.Bend, Name: new string('n', 41))).ShouldContain("40 is the most");
        Refused(new SetDeformer(Flag, "Bow", On: false)).ShouldContain("no such deformer");
        Refused(new SetDeformer(Flag, "Lean", OneWay: true)).ShouldContain("one direction");
        Refused(new SetValues([new(Flag, "deform.Lean.strength", 1e9)])).ShouldContain("takes -36000 to 36000");
        Refused(new SetValues([new(Flag, "deform.Bow.strength", 1)])).ShouldContain("no deformer called \"Bow\"");
        Refused(new SetValues([new(Flag, "deform.Lean.amount", 1)])).ShouldContain("Lean of Flag has no amount");
        Refused(new SetValues([new(Flag, "shape.segmentsY", 2.5)])).ShouldContain("whole numbers");
        Refused(new SetFade([Lamp], new Fade())).ShouldContain("nothing that could fade");
        Should.Throw<Refusal>(() => new AddDeformer([new(4)], DeformerKind.Bend).Apply(scene.After(new AddObject(ObjectKind.Group, "Empty mast")))).Message.ShouldContain("carries no shape");
        var full = Enumerable.Range(0, 15).Aggregate(scene, (next, _) => new AddDeformer([Flag], DeformerKind.Twist).Apply(next));
        Should.Throw<Refusal>(() => new AddDeformer([Flag], DeformerKind.Twist).Apply(full)).Message.ShouldContain("16 deformers");
    }

    [Fact]
    public void What_ends_with_the_shape_is_not_told_as_a_corner_at_its_end()
    {
        var scene = Quay(new DeleteDeformer(Flag, "Lean"), new AddDeformer([Flag], DeformerKind.Wave, Axis.X, 1, "Flutter"),
            new SetValues([new(Flag, "deform.Flutter.amount", 0.1), new(Flag, "deform.Flutter.count", 1), new(Flag, "deform.Flutter.pinned", 1)]));
        // A wave as high as a tenth of its length turns by 32° each way.
        var need = ZestyReel.Core.Geometry.SegmentNeeds.Of(scene, scene.Object(Flag)).Single();
        need.Needed.ShouldBeInRange(6, 24);
    }
}
