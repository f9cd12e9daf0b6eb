using ZestyReel.Core.Baking;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;

namespace ZestyReel.Core.Tests.Geometry;

/// <summary>Shapes in a scene: their own deformers, those of the groups that carry them, and what is seen of them.</summary>
public class GeometryRunTests
{
    private static readonly ObjectId Pole = new(1), Mast = new(2);

    private static Scene Harbour(params Edit[] edits) => Scene.Empty("Harbour").After(
        new AddObject(ObjectKind.Box, "Pole", Values: Values(("shape.height", 2), ("shape.segmentsY", 8))),
        new AddObject(ObjectKind.Group, "Mast"), new SetParent([Pole], Mast, 1)).After(edits);

    private static System.Collections.Immutable.ImmutableDictionary<string, double> Values(params (string, double)[] all) =>
        System.Collections.Immutable.ImmutableDictionary.CreateRange(all.Select(each => KeyValuePair.Create(each.Item1, each.Item2)));

    private static GeometryRun Run(Scene scene, params double[] frames)
    {
        var times = new FrameTimes(scene, [.. frames.Select(frame => (double)scene.Rate.At((decimal)frame).Value)]);
        return new(scene.Object(Pole), times, new WorldSampler(scene, times));
    }

    [Fact]
    public void Deformers_act_in_their_order()
    {
        var bent = Harbour(new AddDeformer([Pole], DeformerKind.Bend), new SetValues([new(Pole, "deform.Bend.strength", 90)]), new AddDeformer([Pole], DeformerKind.Stretch), new SetValues([new(Pole, "deform.Stretch.strength", 1)]));
        var turned = bent.After(new MoveDeformer(Pole, "Stretch", 0));
        turned.Object(Pole).Deformers!.Select(each => each.Name).ShouldBe(["Stretch", "Bend"]);
        // The head's middle: bent to (4/π, −1 + 4/π), then twice as far from the foot and thinner; or stretched to 4 high first, of which the bend takes 2.
        var radius = 4 / Math.PI;
        using var first = Run(bent, 1);
        var head = first.Bent(0, new(0, 1, 0));
        head.X.ShouldBe(radius / Math.Sqrt(2), 1e-12);
        head.Y.ShouldBe(-1 + radius * 2, 1e-12);
        using var second = Run(turned, 1);
        head = second.Bent(0, new(0, 1, 0));
        head.X.ShouldBe(radius + 2, 1e-12);
        head.Y.ShouldBe(-1 + radius, 1e-12);
        using var off = Run(turned.After(new SetDeformer(Pole, "Bend", On: false)), 1);
        off.Bent(0, new(0, 1, 0)).ShouldBe(new Vector(0, 3, 0));
    }

    [Fact]
    public void What_a_group_bends_is_bent_in_the_space_of_the_group()
    {
        var scene = Harbour(
            new SetValues([new(Pole, "position.y", 1), new(Pole, "rotation.y", 90), new(Mast, "position.x", 10), new(Mast, "rotation.z", 90)]),
            new AddDeformer([Mast], DeformerKind.Bend), new SetValues([new(Mast, "deform.Bend.strength", 90)]));
        // The pole stands in the group from 0 to 2, which is what the bend was fitted to.
        scene.Object(Mast).Channel("deform.Bend.foot").Still.ShouldBe(0);
        scene.Object(Mast).Channel("deform.Bend.length").Still.ShouldBe(2);
        using var run = Run(scene, 1);
        var radius = 4 / Math.PI;
        // In the group (r, r, 0); and the group's x points up, its y to the left.
        (run.Bent(0, new(0, 1, 0)) - new Vector(10 - radius, radius, 0)).Length().ShouldBe(0, 1e-12);
        var mesh = run.World(0);
        mesh.Positions.Max(p => p.Y).ShouldBeGreaterThan(radius - 1e-9);
        foreach (var corner in mesh.Indices.Chunk(3))
        {
            var faces = (mesh.Positions[corner[1]] - mesh.Positions[corner[0]]).Cross(mesh.Positions[corner[2]] - mesh.Positions[corner[0]]).Unit();
            foreach (var vertex in corner) mesh.Normals[vertex].Dot(faces).ShouldBeGreaterThan(0.9);
        }
    }

    [Fact]
    public void A_keyed_foot_lets_a_swelling_run_along_a_shape()
    {
        var scene = Harbour(
            new AddDeformer([Pole], DeformerKind.Bulge), new SetValues([new(Pole, "deform.Bulge.strength", 1), new(Pole, "deform.Bulge.length", 0.5)]),
            new KeyChannels(1, [new(Pole, "deform.Bulge.foot", -1)]), new KeyChannels(25, [new(Pole, "deform.Bulge.foot", 0.5)]));
        using var run = Run(scene, 1, 25);
        double Wide(int moment, double from, double to) => run.Own(moment).Positions.Where(p => p.Y > from && p.Y < to).Max(p => p.X);
        Wide(0, -0.9, -0.6).ShouldBeGreaterThan(0.9);
        Wide(0, 0.6, 0.9).ShouldBe(0.5, 1e-12);
        Wide(1, 0.6, 0.9).ShouldBeGreaterThan(0.9);
        Wide(1, -0.9, -0.6).ShouldBe(0.5, 1e-12);
    }

    [Fact]
    public void A_speed_lets_waves_go_by_themselves()
    {
        var scene = Harbour(new AddDeformer([Pole], DeformerKind.Wave), new SetValues([new(Pole, "deform.Wave.speed", 2), new(Pole, "deform.Wave.phase", 0.25)]));
        double[] Phases(Scene of, params double[] frames) => Stages.Values(of.Object(Pole), "deform.Wave.phase", new FrameTimes(of, [.. frames.Select(f => (double)of.Rate.At((decimal)f).Value)]));
        Phases(scene, 1, 13, 25).ShouldBe([0.25, 1.25, 2.25], 1e-9);
        // From 0 to 2 turns a second over a second: one turn.
        var faster = scene.After(new KeyChannels(1, [new(Pole, "deform.Wave.speed", 0)]), new KeyChannels(25, [new(Pole, "deform.Wave.speed", 2)]));
        Phases(faster, 25)[0].ShouldBe(0.25 + 1, 1e-3);
        // What is set is what is seen.
        var set = scene.After(new SetValues([new(Pole, "deform.Wave.phase", 7)], Frame: 13));
        Phases(set, 13)[0].ShouldBe(7, 1e-9);
    }

    [Theory]
    [InlineData(BakeInto.Keys), InlineData(BakeInto.Layer)]
    public void Waves_that_go_by_themselves_are_baked_as_they_are_seen(BakeInto into)
    {
        var scene = Harbour(new AddDeformer([Pole], DeformerKind.Wave), new KeyChannels(1, [new(Pole, "deform.Wave.speed", 0)]), new KeyChannels(49, [new(Pole, "deform.Wave.speed", 3)]), new SetValues([new(Pole, "deform.Wave.phase", 0.25)], Frame: 1));
        double[] Phases(Scene of) => Stages.Values(of.Object(Pole), "deform.Wave.phase", Core.Evaluation.FrameTimes.Of(of, new(1, 60)));
        var baked = scene.After(new Bake([new TimeTarget(Pole, "deform.Wave.phase")], 1, 60, PerFrame: 1, Into: into, Tolerance: 0));
        Phases(baked).Zip(Phases(scene)).ShouldAllBe(each => Math.Abs(each.First - each.Second) < 1e-6);
    }

    [Fact]
    public void A_fade_goes_by_rest_places_and_a_group_s_opacity_multiplies_downwards()
    {
        var scene = Harbour(
            new AddDeformer([Pole], DeformerKind.Bend), new SetFade([Pole], new Fade(0, 90)),
            new SetValues([new(Pole, "fade.edge", 0), new(Pole, "fade.softness", 0.5), new(Pole, "look.opacity", 0.5), new(Mast, "look.opacity", 0.5)]));
        using var run = Run(scene, 1);
        var (rest, seen) = (run.Rest(0), run.Opacities(0));
        var places = new Vector[seen.Length];
        rest.Mesh.Place(rest.Measures, places);
        for (var i = 0; i < seen.Length; i++) seen[i].ShouldBe(0.25 * Math.Clamp(places[i].Y / 0.5, 0, 1), 1e-12);
        seen.ShouldContain(0);
        seen.ShouldContain(0.25);
        using var other = Run(scene.After(new SetFade([Pole], new Fade(0, 90, Invert: true)), new SetValues([new(Pole, "fade.softness", 0)])), 1);
        other.Opacities(0).Zip(places).ShouldAllBe(each => each.First == (each.Second.Y >= 0 ? 0 : 0.25));
    }

    [Fact]
    public void A_group_s_fade_goes_through_all_below_it_in_the_group_s_space()
    {
        var scene = Harbour(new SetValues([new(Pole, "position.x", 3), new(Mast, "rotation.y", 90)]), new SetFade([Mast], new Fade(0, 0)), new SetValues([new(Mast, "fade.edge", 3), new(Mast, "fade.softness", 0)]));
        using var run = Run(scene, 1);
        var mesh = run.Own(0);
        run.Opacities(0).Zip(mesh.Positions).ShouldAllBe(each => each.First == (each.Second.X >= 0 ? 1 : 0));
    }

    [Fact]
    public void Coarse_shapes_are_told_and_mended()
    {
        var scene = Harbour(new SetValues([new(Pole, "shape.segmentsY", 1)]), new AddDeformer([Pole], DeformerKind.Bend), new SetValues([new(Pole, "deform.Bend.strength", 90)]));
        var need = SegmentNeeds.Of(scene, scene.Object(Pole)).ShouldHaveSingleItem();
        need.Channel.ShouldBe("shape.segmentsY");
        need.Turned.ShouldBe(90, 1);
        need.Needed.ShouldBe(6);
        var mended = scene.After(new CutFinely([Mast]));
        mended.Object(Pole).Channel("shape.segmentsY").Still.ShouldBe(6);
        SegmentNeeds.Of(mended, mended.Object(Pole)).ShouldBeEmpty();
        // Twice as strong on another frame: that frame counts.
        var keyed = mended.After(new KeyChannels(1, [new(Pole, "deform.Bend.strength", 0)]), new KeyChannels(120, [new(Pole, "deform.Bend.strength", 180)]));
        SegmentNeeds.Of(keyed, keyed.Object(Pole)).ShouldHaveSingleItem().Needed.ShouldBe(12);
        SegmentNeeds.Of(keyed.After(new SetDeformer(Pole, "Bend", On: false)), keyed.Object(Pole) with { Deformers = null }).ShouldBeEmpty();
    }
}
