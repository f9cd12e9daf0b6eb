using System.Collections.Immutable;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Edits;

/// <summary>Objects of another scene come in with what is theirs.</summary>
public class BringObjectsTests
{
    private static Scene Of(FrameRate rate, params Edit[] edits) =>
        edits.Aggregate(Scene.Empty("Other") is var empty ? empty with { Settings = empty.Settings with { Rate = rate } } : empty, (now, edit) => edit.Apply(now));

    private static double[] At(Scene scene, string thing, string channel, params double[] frames) =>
        Stages.Values(scene.Find(thing)!, channel, new FrameTimes(scene, [.. frames.Select(frame => frame * scene.Rate.TicksPerFrame)]));

    private static readonly Scene Ferry = Of(FrameRate.Film,
        new AddObject(ObjectKind.Group, "Ferry"), new AddObject(ObjectKind.Box, "Hull", new ObjectId(1)), new AddObject(ObjectKind.Light, "Lamp"),
        new KeyChannels(1, [new(new ObjectId(1), "position.x", 0)]), new KeyChannels(25, [new(new ObjectId(1), "position.x", 12)]));

    private static readonly Scene Quay = Of(FrameRate.Film, new AddObject(ObjectKind.Box, "Hull"));

    [Fact]
    public void They_keep_what_they_hang_below_and_names_that_are_taken_get_numbers()
    {
        var scene = new BringObjects(Ferry, [], 1).Apply(Quay);
        scene.InOrder().Select(thing => thing.Name).ShouldBe(["Hull", "Ferry", "Hull 2", "Lamp"]);
        scene.Find("Hull 2")!.Parent.ShouldBe(scene.Find("Ferry")!.Id);
        At(scene, "Ferry", "position.x", 1, 13, 25).ShouldBe(At(Ferry, "Ferry", "position.x", 1, 13, 25));
    }

    [Fact]
    public void One_that_is_chosen_brings_what_it_hangs_below_and_nothing_else()
    {
        new BringObjects(Ferry, [Ferry.Find("Hull")!.Id], 1).Apply(Quay).InOrder().Select(thing => thing.Name).ShouldBe(["Hull", "Ferry", "Hull 2"]);
        Should.Throw<Refusal>(() => new BringObjects(Ferry, [new ObjectId(99)], 1).Apply(Quay)).Place.ShouldBe("objects");
    }

    [Fact]
    public void Their_first_frame_comes_to_stand_where_it_is_wanted_and_the_range_grows_if_it_is_to()
    {
        var scene = new BringObjects(Ferry, [], 100.5m).Apply(Quay);
        At(scene, "Ferry", "position.x", 100.5, 112.5, 124.5).ShouldBe(At(Ferry, "Ferry", "position.x", 1, 13, 25));
        scene.Settings.Range.Last.ShouldBe(120);
        new BringObjects(Ferry, [], 100.5m, Grow: true).Apply(Quay).Settings.Range.Last.ShouldBe(125);
    }

    [Fact]
    public void At_another_rate_either_seconds_or_frames_are_kept()
    {
        var slow = Of(FrameRate.Of(12, 1), new AddObject(ObjectKind.Box, "Buoy"), new KeyChannels(1, [new(new ObjectId(1), "position.y", 0)]), new KeyChannels(13, [new(new ObjectId(1), "position.y", 6)]));
        At(new BringObjects(slow, [], 1).Apply(Quay), "Buoy", "position.y", 1, 13, 25).ShouldBe(At(slow, "Buoy", "position.y", 1, 7, 13));
        At(new BringObjects(slow, [], 1, RateKeep.Frames).Apply(Quay), "Buoy", "position.y", 1, 7, 13).ShouldBe(At(slow, "Buoy", "position.y", 1, 7, 13));
    }

    [Fact]
    public void Layers_with_keys_of_theirs_come_along_under_names_of_their_own()
    {
        var from = new KeyChannels(10, [new(new ObjectId(1), "1/position.y", 3)]).Apply(new AddLayer("Touch-up").Apply(Ferry));
        var into = new AddLayer("Touch-up").Apply(Quay);
        var scene = new BringObjects(from, [from.Find("Ferry")!.Id], 1).Apply(into);
        scene.LayersUpwards().Select(layer => layer.Name).ShouldBe(["Touch-up", "Touch-up 2"]);
        At(scene, "Ferry", "position.y", 10).ShouldBe([3]);
        // Without such keys nothing of a layer is needed.
        new BringObjects(from, [from.Find("Lamp")!.Id], 1).Apply(into).Layers.Count.ShouldBe(1);
    }

    [Fact]
    public void What_they_point_at_is_kept_among_them_and_let_go_of_what_stays()
    {
        var from = new AimAt([new ObjectId(3)], new ObjectId(1)).Apply(Ferry);
        var both = new BringObjects(from, [], 1).Apply(Quay);
        both.Find("Lamp")!.Aim!.At.ShouldBe(both.Find("Ferry")!.Id);
        new BringObjects(from, [new ObjectId(3)], 1).Apply(Quay).Find("Lamp")!.Aim.ShouldBeNull();
    }

    [Fact]
    public void A_mesh_has_a_file_and_nothing_else_has()
    {
        var mesh = new MeshBody(AssetHash.Parse(new string('a', 64)), "rock.glb");
        SceneObject Made(ObjectKind kind, MeshBody? body) => new(new(1), "Rock", kind, null, 0, RotationOrder.Xyz, ImmutableSortedDictionary<string, Channel>.Empty, Mesh: body);
        Scene With(SceneObject thing) => Scene.Empty("Other").With(thing);
        new BringObjects(With(Made(ObjectKind.Mesh, mesh)), [], 1).Apply(Quay).Assets().Values.ShouldHaveSingleItem().ShouldBe(new NamedAsset(mesh.Asset, "rock.glb", AssetUse.Mesh));
        Should.Throw<Refusal>(() => new BringObjects(With(Made(ObjectKind.Mesh, null)), [], 1).Apply(Quay));
        Should.Throw<Refusal>(() => new BringObjects(With(Made(ObjectKind.Box, mesh)), [], 1).Apply(Quay));
        Should.Throw<Refusal>(() => new AddObject(ObjectKind.Mesh).Apply(Quay)).Reason.ShouldContain("file");
    }
}
