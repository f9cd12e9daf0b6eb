using System.Collections.Immutable;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Core.Tests.Scenes;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

public class GroupTests
{
    /// <summary>Frames between keys too: grouping changes no motion anywhere.</summary>
    private static (double X, double Y, double Z)[] Way(Scene scene, ObjectId id) =>
        [.. new WorldSampler(scene, new FrameTimes(scene, [.. Enumerable.Range(0, 120).Select(i => i * 0.5 * scene.Rate.TicksPerFrame)])).Worlds(id).Select(world => (world.Px, world.Py, world.Pz))];

    private static void ShouldGoTheSame(Scene before, Scene after, params ObjectId[] objects)
    {
        foreach (var id in objects)
        {
            var (was, isNow) = (Way(before, id), Way(after, id));
            for (var i = 0; i < was.Length; i++)
                (Math.Abs(was[i].X - isNow[i].X) + Math.Abs(was[i].Y - isNow[i].Y) + Math.Abs(was[i].Z - isNow[i].Z)).ShouldBeLessThan(1e-9, $"{before.Object(id).Name} at {i * 0.5}");
        }
    }

    private static Scene Afloat() => Moving().After(
        new KeyChannels(3, [new(Buoy, "position.y", 2)]), new KeyChannels(30, [new(Buoy, "position.y", -5)]), new SetValues([new(Buoy, "position.x", 8), new(Buoy, "rotation.z", 30)]));

    [Fact]
    public void A_group_stands_in_the_middle_and_all_goes_on_as_it_went()
    {
        var scene = Afloat();
        var grouped = scene.After(new GroupObjects([Ferry, Buoy, Hull], 25));
        var group = grouped.Objects.Values.Single(thing => thing.Kind == ObjectKind.Group && thing.Id != Ferry);
        // The ferry is at 10 there, the buoy at 8; the hull comes along with the ferry.
        group.Channel("position.x").Still.ShouldBe(9);
        (grouped.Object(Ferry).Parent, grouped.Object(Buoy).Parent, grouped.Object(Hull).Parent).ShouldBe((group.Id, group.Id, Ferry));
        ShouldGoTheSame(scene, grouped, Ferry, Hull, Buoy);
        // No key came or went, and taken apart again everything is what it was.
        grouped.KeyCount().ShouldBe(scene.KeyCount());
        var apart = grouped.After(new UngroupObjects([group.Id], 1));
        ShouldGoTheSame(scene, apart, Ferry, Hull, Buoy);
        (apart.Objects.Count, apart.KeyCount()).ShouldBe((3, scene.KeyCount()));
    }

    /// <summary>A box of 2 by 4 by 6 at (5, 3, 0), turned to lie on its side, inside something moved, turned and scaled.</summary>
    private static Scene Crated() => Still().After(
        new AddObject(ObjectKind.Box, "Crate", Ferry, ImmutableDictionary<string, double>.Empty.Add("shape.width", 2).Add("shape.height", 4).Add("shape.depth", 6).Add("position.x", 5).Add("position.y", 3).Add("rotation.z", 90)),
        new SetValues([new(Ferry, "position.x", 7), new(Ferry, "rotation.y", 30), new(Ferry, "scale.x", 2)]),
        new KeyChannels(1, [new(new ObjectId(4), "position.x", 5)]), new KeyChannels(50, [new(new ObjectId(4), "position.x", -5)]));

    private static readonly ObjectId Crate = new(4);

    [Fact]
    public void A_pivot_is_at_an_end_of_the_box_and_stays_where_it_is_while_the_group_turns()
    {
        var scene = Crated();
        var grouped = scene.After(new GroupObjects([Crate], 1, "Hinge", new Vector(1, -1, 0)));
        var hinge = grouped.Find("Hinge").ShouldNotBeNull();
        // It lies on its side: 4 wide and 2 high.
        (hinge.Parent, hinge.Channel("position.x").Still, hinge.Channel("position.y").Still, hinge.Channel("position.z").Still).ShouldBe((Ferry, 7, 2, 0));
        ShouldGoTheSame(scene, grouped, Crate, Ferry, Hull);
        grouped.KeyCount().ShouldBe(scene.KeyCount());
        // The edge in which it stands: half its height down and half its width out, in its own turned axes.
        var edge = new Vector(-1, -2, 0);
        static Vector At(Scene scene, Vector own) => new WorldSampler(scene, FrameTimes.At(scene, scene.Rate.StartOf(1))).Worlds(Crate)[0].Point(own);
        var was = At(scene, edge);
        foreach (var (channel, value) in new[] { ("rotation.z", 40.0), ("rotation.x", -70), ("scale.y", 3) })
            (At(grouped.After(new SetValues([new(hinge.Id, channel, value)])), edge) - was).Length().ShouldBeLessThan(1e-9, channel);
        ShouldGoTheSame(scene, grouped.After(new UngroupObjects([hinge.Id], 1)), Crate);
    }

    [Fact]
    public void A_pivot_of_what_has_no_shape_goes_by_origins_and_one_of_several_by_all()
    {
        var scene = Still().After(new AddObject(ObjectKind.Light, "Lamp", Values: ImmutableDictionary<string, double>.Empty.Add("position.y", 4)), new AddObject(ObjectKind.Light, "Lantern", Values: ImmutableDictionary<string, double>.Empty.Add("position.y", 9)));
        ObjectId[] lights = [scene.Find("Lamp")!.Id, scene.Find("Lantern")!.Id];
        scene.After(new GroupObjects([.. lights], 1, "Lights", new Vector(0, 1, 0))).Find("Lights")!.Channel("position.y").Still.ShouldBe(9);
        // With something that has one, from under something else: in the world.
        var crated = Crated();
        var both = crated.After(new GroupObjects([Crate, Buoy], 1, "Both", new Vector(0, -1, 0)));
        (both.Find("Both")!.Parent, both.Object(Crate).Parent).ShouldBe((null, both.Find("Both")!.Id));
        Way(both, Crate)[2].X.ShouldBe(Way(crated, Crate)[2].X, 1e-9);
    }

    [Fact]
    public void A_pivot_where_it_cannot_be_is_refused_with_the_reason()
    {
        var scene = Crated();
        Should.Throw<Refusal>(() => scene.After(new GroupObjects([Crate], 1, Pivot: new Vector(0, -1.5, 0)))).Place.ShouldBe("pivot");
        Should.Throw<Refusal>(() => scene.After(new GroupObjects([Crate], 1, Pivot: new Vector(0, double.NaN, 0)))).Place.ShouldBe("pivot");
        Should.Throw<Refusal>(() => scene.After(new SetLocked([new(Crate, "position.y", 0)], true), new GroupObjects([Crate], 1, Pivot: new Vector(0, -1, 0)))).Reason.ShouldContain("Crate has its position locked");
        Should.Throw<Refusal>(() => scene.After(new SetValues([new(Ferry, "scale.y", 0)]), new GroupObjects([Crate], 1, Pivot: new Vector(0, -1, 0)))).Reason.ShouldContain("flattened");
    }

    [Fact]
    public void Groups_in_groups_are_taken_apart_together_or_one_by_one()
    {
        var scene = Afloat();
        var once = scene.After(new GroupObjects([Ferry, Buoy], 25, "Inner"));
        var inner = once.Find("Inner")!.Id;
        var twice = once.After(new GroupObjects([inner], 10, "Outer"), new GroupObjects([Buoy], 40, "Own"));
        ShouldGoTheSame(scene, twice, Ferry, Hull, Buoy);
        var (outer, own) = (twice.Find("Outer")!.Id, twice.Find("Own")!.Id);
        foreach (var order in new ObjectId[][] { [inner, outer, own], [own, outer, inner], [outer, inner, own, inner] })
        {
            var apart = twice.After(new UngroupObjects([.. order], 1));
            apart.Objects.Keys.ShouldBe([Ferry, Hull, Buoy]);
            (apart.Object(Ferry).Parent, apart.Object(Buoy).Parent).ShouldBe((null, null));
            ShouldGoTheSame(scene, apart, Ferry, Hull, Buoy);
        }
        var hollow = twice.After(new UngroupObjects([inner], 1));
        (hollow.Object(Ferry).Parent, hollow.Object(own).Parent).ShouldBe((outer, outer));
        ShouldGoTheSame(scene, hollow, Ferry, Hull, Buoy);
    }

    [Fact]
    public void Out_of_a_group_that_moves_and_turns_it_keeps_its_place_at_its_keys()
    {
        var scene = Afloat().After(new SetParent([Buoy], Ferry, 1), new SetValues([new(Ferry, "rotation.y", 40), new(Ferry, "scale.x", 2), new(Ferry, "scale.y", 2), new(Ferry, "scale.z", 2)]));
        var apart = scene.After(new UngroupObjects([Ferry], 1));
        foreach (var frame in new[] { 3, 30 }) Way(apart, Buoy)[frame * 2].X.ShouldBe(Way(scene, Buoy)[frame * 2].X, 1e-6);
        apart.Objects.Keys.ShouldBe([Hull, Buoy]);
    }

    [Fact]
    public void From_under_different_parents_it_is_their_places_in_the_world_that_count()
    {
        var scene = Afloat();
        var grouped = scene.After(new GroupObjects([Hull, Buoy], 25, "Both"));
        var group = grouped.Find("Both").ShouldNotBeNull();
        (grouped.Object(Hull).Parent, grouped.Object(Buoy).Parent, group.Parent).ShouldBe((group.Id, group.Id, null));
        Way(grouped, Hull)[50].X.ShouldBe(Way(scene, Hull)[50].X, 1e-9);
    }

    [Fact]
    public void Only_groups_are_taken_apart()
    {
        Should.Throw<Refusal>(() => Still().After(new UngroupObjects([Buoy], 1))).Reason.ShouldContain("Buoy is no group");
        Should.Throw<Refusal>(() => Still().After(new GroupObjects([], 1))).Place.ShouldBe("objects");
    }

    [Fact]
    public void Several_are_renamed_by_a_part_of_their_names_or_by_number()
    {
        var scene = Still();
        scene.After(new RenameObjects([Ferry, Hull, Buoy], Put: "Boat", From: 7, Digits: 3)).Objects.Values.Select(thing => thing.Name).ShouldBe(["Boat 007", "Boat 008", "Boat 009"]);
        scene.After(new RenameObjects([Ferry, Hull], Find: "UL", Put: "al")).Objects.Values.Select(thing => thing.Name).ShouldBe(["Ferry", "Hall", "Buoy"]);
        // They may take each other's names, but nobody else's.
        scene.After(new RenameObjects([Ferry, Hull], Find: "Ferry", Put: "Buoy")).Object(Ferry).Name.ShouldBe("Buoy 2");
        Should.Throw<Refusal>(() => scene.After(new RenameObjects([Hull], Find: "Hull"))).Reason.ShouldContain("empty");
        Should.Throw<Refusal>(() => scene.After(new RenameObjects([Hull], Find: ""))).Place.ShouldBe("find");
        Should.Throw<Refusal>(() => scene.After(new RenameObjects([Hull, Hull], Put: "a"))).Reason.ShouldContain("twice");
    }

    [Fact]
    public void What_really_moves_is_told_from_what_only_has_keys()
    {
        var scene = Moving().After(new KeyChannels(5, [new(Buoy, "position.x", 3)]), new KeyChannels(50, [new(Buoy, "position.x", 3)]));
        var motion = ObjectMotion.Of(scene);
        (motion.Still.Single(), motion.Moving.Single()).ShouldBe((Buoy, Ferry));
        // A flash of one frame in a very long scene is motion; keys beyond the range are not.
        var flash = scene.After(new SetRanges(new(1, 100_000)), new KeyChannels(77_777, [new(Buoy, "visible", 1)]), new KeyChannels(77_778, [new(Buoy, "visible", 0)]), new KeyChannels(77_779, [new(Buoy, "visible", 1)]));
        ObjectMotion.Of(flash).Moving.ShouldBe([Ferry, Buoy]);
        ObjectMotion.Of(scene).Outside.ShouldBeEmpty();
        var later = ObjectMotion.Of(scene.After(new SetRanges(new(60, 100))));
        later.Moving.ShouldBeEmpty();
        later.Outside.ShouldBe([Ferry, Buoy]);
        // They are where they are seen: a cue takes the last one out of the range.
        var shorter = scene.After(new SetRanges(new(1, 60)));
        ObjectMotion.Of(shorter).Outside.ShouldBeEmpty();
        ObjectMotion.Of(shorter.After(new AddCue(new(CueEvent.Reaches, Ferry, "position.x", 20), [new(Buoy, null)]))).Outside.ShouldBe([Buoy]);
    }
}
