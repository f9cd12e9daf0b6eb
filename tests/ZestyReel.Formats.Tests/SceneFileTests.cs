using System.Collections.Immutable;
using System.Text;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

public class SceneFileTests
{
    private const string Buoy = """
        {
          "format": "zesty-scene", "version": 2,
          "name": "Buoy", "rate": "24", "range": [1, 120], "work": [1, 96],
          "objects": [
            { "name": "Buoy", "kind": "sphere", "parent": null,
              "channels": {
                "position.y": { "before": "hold", "after": "repeat",
                  "keys": [
                    { "frame": 1,  "value": 0,   "in": "smooth", "out": "linear" },
                    { "frame": 25, "value": 2.5, "in": "clamped", "out": "free", "outHandle": [8, 0.5] },
                    { "frame": 49.5, "value": 0, "in": "free", "out": "hold", "inHandle": [-6, 0] } ] },
                "position.x": { "value": 3 } } } ],
          "warps": [
            { "name": "Slow pass", "on": true, "covers": "scene", "beyond": "run-on",
              "keys": [ { "frame": 1, "source": 1, "in": "linear", "out": "linear" },
                        { "frame": 120, "source": 96, "in": "linear", "out": "linear" } ] } ]
        }
        """;

    private const string Marked = """
        {
          "format": "zesty-scene", "version": 2, "name": "Marked", "rate": "24", "range": [1, 120],
          "objects": [ { "name": "Ferry", "kind": "group", "channels": {} }, { "name": "Gull", "kind": "cone", "channels": {} } ],
          "bookmarks": [ { "name": "Pier", "frame": 86, "colour": "rose" }, { "name": "Horn", "tick": 1 } ],
          "selections": [ { "name": "Moving", "objects": ["Gull", "Ferry"] } ]
        }
        """;

    [Fact]
    public void Bookmarks_and_named_selections_come_and_go()
    {
        var scene = Read(Marked);
        scene.Bookmarks.Values.Select(b => (b.Name, b.Time.Value, b.Colour)).ShouldBe([("Pier", 86 * 29_400_000L, BookmarkColour.Rose), ("Horn", 1, BookmarkColour.Sky)]);
        scene.NamedSelections.Values.Single().Objects.Select(id => scene.Object(id).Name).ShouldBe(["Ferry", "Gull"]);
        var once = Write(scene);
        Write(Read(once)).ShouldBe(once);
        PlacesOf(Marked.Replace("\"Ferry\"]", "\"Boat\"]", StringComparison.Ordinal)).ShouldBe(["selections[0].objects[1]"]);
        PlacesOf(Marked.Replace("rose", "red", StringComparison.Ordinal)).ShouldBe(["bookmarks[0].colour"]);
        PlacesOf(Marked.Replace("\"tick\": 1", "\"colour\": \"fern\"", StringComparison.Ordinal)).ShouldBe(["bookmarks[1].frame"]);
    }

    private const string Rolling = """
        {
          "format": "zesty-scene", "version": 2, "name": "Rolling", "rate": "24", "range": [1, 120],
          "objects": [ { "name": "Cart", "kind": "group" }, { "name": "Wheel", "kind": "torus", "parent": "Cart", "roll": { "axle": "z", "radius": 0.6 } } ],
          "clips": [ { "name": "Bounce", "length": 12, "channels": { "position.y": { "keys": [ { "frame": 0, "value": 0 }, { "frame": 6, "value": 1 }, { "frame": 12, "value": 0 } ] } } } ],
          "placed": [
            { "clip": "Bounce", "object": "Cart", "frame": 10, "end": 58, "offset": 3, "cycle": "repeat", "after": "hold", "rate": 0.5 },
            { "clip": "Bounce", "object": "Wheel", "tick": 1, "endTick": 800000000, "rate": { "after": "mirror", "keys": [ { "frame": 1, "value": 0, "out": "linear" }, { "frame": 9, "value": -2 } ] } } ]
        }
        """;

    [Fact]
    public void Clips_their_places_and_rolling_come_and_go()
    {
        var scene = Read(Rolling);
        scene.Find("Wheel")!.Roll.ShouldBe(new Roll(Axis.Z, 0.6));
        var clip = scene.Clips.Values.Single();
        (clip.Name, clip.Length, clip.Channels["position.y"].Keys.Length).ShouldBe(("Bounce", 12 * 29_400_000L, 3));
        var (first, second) = (scene.PlacedClips.Values.First(), scene.PlacedClips.Values.Last());
        (first.Start, first.End, first.Offset, first.Cycle, first.After, first.Rate.Still)
            .ShouldBe((scene.Rate.StartOf(10), scene.Rate.StartOf(58), 3 * 29_400_000L, ClipCycle.Repeat, ClipAfter.Hold, 0.5));
        (second.Start, second.Rate.Curve!.After, second.Rate.Curve.Keys[1].Value).ShouldBe((new Tick(1), Extrapolation.Mirror, -2));
        var once = Write(scene);
        Write(Read(once)).ShouldBe(once);
        SceneChange.Between(scene with { Objects = Read(once).Objects }, Read(once)).Rows.Select(row => row.Row.Kind)
            .ShouldAllBe(kind => kind == RowKind.Clip || kind == RowKind.PlacedClip);
    }

    [Theory]
    [InlineData("\"object\": \"Cart\"", "\"object\": \"Van\"", "placed[0].object")]
    [InlineData("\"end\": 58", "\"end\": 10", "placed[0]")]
    [InlineData("\"cycle\": \"repeat\"", "\"cycle\": \"twice\"", "placed[0].cycle")]
    [InlineData("\"rate\": 0.5", "\"rate\": 5000000", "placed[0].rate")]
    [InlineData("\"value\": -2", "\"value\": -2000000", "placed[1].rate.keys[1].value")]
    [InlineData("\"length\": 12", "\"length\": 0", "clips[0]")]
    [InlineData("\"length\": 12", "\"length\": 11", "clips[0].channels.position.y.keys")]
    [InlineData("\"position.y\"", "\"visible\"", "clips[0].channels.visible")]
    [InlineData("\"position.y\"", "\"move.w\"", "clips[0].channels.move.w")]
    [InlineData("\"radius\": 0.6", "\"radius\": -1", "objects[1].roll.radius")]
    public void A_fault_of_a_clip_is_refused_with_its_place(string right, string wrong, string place) =>
        PlacesOf(Rolling.Replace(right, wrong, StringComparison.Ordinal)).First().ShouldBe(place);

    private static string[] PlacesOf(string text) => [.. Should.Throw<SceneFileException>(() => Read(text)).Faults.Select(f => f.Place)];

    private static Scene Read(string text) => SceneFileReader.Read(Encoding.UTF8.GetBytes(text));

    private static string Write(Scene scene) => Encoding.UTF8.GetString(SceneFileWriter.Write(scene));

    [Fact]
    public void A_file_is_read_as_it_says()
    {
        var scene = Read(Buoy);
        scene.Settings.ShouldBe(new SceneSettings("Buoy", FrameRate.Film, new(1, 120), new(1, 96)));
        var curve = scene.Find("Buoy")!.Channel("position.y").Curve!;
        curve.After.ShouldBe(Extrapolation.Repeat);
        curve.Keys[0].ShouldBe(new Key(new Tick(29_400_000), 0, Interpolation.Smooth, Interpolation.Linear));
        curve.Keys[1].OutHandle.ShouldBe(new Handle(8 * 29_400_000.0, 0.5));
        curve.Keys[2].Time.Value.ShouldBe(49 * 29_400_000L + 14_700_000);
        scene.Warps.Values.Single().Curve.Keys[1].Value.ShouldBe(96 * 29_400_000.0);
    }

    [Fact]
    public void A_start_of_the_timecode_is_read_and_written_where_there_is_one()
    {
        var once = Write(new SetStart("01:00:00:05").Apply(Read(Buoy)));
        once.ShouldContain("\"start\": \"01:00:00:05\"");
        Write(Read(once)).ShouldBe(once);
        Write(Read(Buoy)).ShouldNotContain("\"start\"");
        Should.Throw<SceneFileException>(() => Read(once.Replace("01:00:00:05", "01:00:00:24", StringComparison.Ordinal))).Faults.Single().Place.ShouldBe("start");
        Should.Throw<SceneFileException>(() => Read(once.Replace("01:00:00:05", "100:00:00:00", StringComparison.Ordinal))).Faults.Single().Place.ShouldBe("start");
    }

    [Fact]
    public void Written_and_read_and_written_again_is_the_same()
    {
        var once = Write(Read(Buoy));
        Write(Read(once)).ShouldBe(once);
        once.ShouldContain("""{"frame":1,"value":0,"in":"smooth","out":"linear"}""");
        once.ShouldNotContain("clamped");
        once.ShouldNotContain("\"before\"");
    }

    [Fact]
    public void The_demo_scene_is_as_it_would_be_written()
    {
        var folder = AppContext.BaseDirectory;
        while (!Directory.Exists(Path.Combine(folder, "demo"))) folder = Path.GetDirectoryName(folder)!;
        var text = File.ReadAllText(Path.Combine(folder, "demo", "lantern-bay.zesty.json"));
        Write(Read(text)).ShouldBe(text);
    }

    [Property]
    public bool Any_scene_comes_back_byte_for_byte(PositiveInt num, PositiveInt den, NonEmptyArray<(int Tick, double Value, int Handle)> keys)
    {
        var below = den.Get % 1001 + 1;
        var rate = FrameRate.Of(below * (num.Get % 239 + 1), below);
        var sorted = keys.Get.DistinctBy(k => k.Tick).OrderBy(k => k.Tick).Select((k, i) => new Key(
            i % 2 == 0 ? new Tick(k.Tick * 977L) : rate.StartOf(k.Tick), double.IsFinite(k.Value) ? Math.Clamp(k.Value, -1e12, 1e12) : -0.0,
            (Interpolation)(i % 6), (Interpolation)(i / 2 % 6),
            new Handle(-Math.Abs(k.Handle / 3.7), k.Handle / 7.0), new Handle(Math.Abs(k.Handle * 1.3), 0.1 * k.Handle)))
            .OrderBy(k => k.Time).DistinctBy(k => k.Time).ToImmutableArray();
        var thing = new SceneObject(new ObjectId(1), "Buoy \"№ 1\"", ObjectKind.Torus, null, 0, RotationOrder.Zxy,
            ImmutableSortedDictionary<string, Channel>.Empty.Add("position.x", new Channel(0, new Curve(sorted, Extrapolation.Mirror))));
        var scene = Scene.Empty("Bay") with { Objects = ImmutableSortedDictionary<ObjectId, SceneObject>.Empty.Add(thing.Id, thing) };
        scene = scene with { Settings = scene.Settings with { Rate = rate } };
        var once = Write(scene);
        var back = Read(once);
        return Write(back) == once && back.Find(thing.Name)!.Channel("position.x").Curve!.Keys.SequenceEqual(sorted);
    }

    public static TheoryData<Edit> Retimings() =>
    [
        new RetimePart(new WarpId(1), RetimeWay.Speed, 10, 50, Speed: 0.37m, Ease: 5), new RetimePart(new WarpId(1), RetimeWay.Hold, 33.3m, Frames: 7.1m),
        new RetimePart(new WarpId(1), RetimeWay.Backwards, 15, 70), new RetimePart(new WarpId(1), RetimeWay.Loop, 30, 41, Times: 3),
        new RetimePart(new WarpId(1), RetimeWay.Freeze, 66), new SetWarpTargets(new WarpId(1), [new TimeTarget(new ObjectId(1), "position.y")]),
        new SetRotationInterpolation([new ObjectId(1)], RotationInterpolation.Quaternion), new SetRotationOrder([new ObjectId(1)], RotationOrder.Yzx, KeepPoses: false),
    ];

    [Theory]
    [MemberData(nameof(Retimings))]
    public void Warps_and_turns_come_back_as_they_were(Edit edit)
    {
        var scene = edit.Apply(Read(Buoy));
        var once = Write(scene);
        var back = Read(once);
        Write(back).ShouldBe(once);
        back.Warps.Values.Single().Curve.Keys.ShouldBe(scene.Warps.Values.Single().Curve.Keys);
        back.Objects.Values.Select(o => (o.RotationOrder, o.RotationInterpolation)).ShouldBe(scene.Objects.Values.Select(o => (o.RotationOrder, o.RotationInterpolation)));
    }

    [Fact]
    public void Several_warps_over_the_whole_scene_come_back_in_their_order()
    {
        var scene = new SetSceneSpeed(1.5m).Apply(new AddWarp("Later").Apply(Read(Buoy)));
        Read(Write(scene)).Warps.Values.Select(w => (w.Name, w.CoversScene)).ShouldBe([("Slow pass", true), ("Later", true), ("Whole scene", true)]);
    }

    [Fact]
    public void A_time_that_no_decimal_gives_is_written_as_a_tick()
    {
        var scene = Read(Buoy.Replace("\"frame\": 49.5", "\"tick\": 1455300001"));
        Write(scene).ShouldContain("\"tick\":1455300001");
        Write(scene).ShouldContain("\"frame\":25");
    }

    public static TheoryData<string, string, string> Faults() => new()
    {
        { "\"version\": 2", "\"version\": 3", "version" },
        { ", \"outHandle\": [8, 0.5]", "", "objects[0].channels.position.y.keys[1].outHandle" },
        { "\"version\": 2,", "\"version\": 2, \"colour\": \"red\",", "colour" },
        { "\"rate\": \"24\"", "\"rate\": 24", "rate" },
        { "\"rate\": \"24\"", "\"rate\": \"fast\"", "rate" },
        { "\"range\": [1, 120]", "\"range\": [120, 1]", "range" },
        { "\"range\": [1, 120]", "\"range\": [1, 12, 3]", "range" },
        { "\"work\": [1, 96]", "\"work\": [1, 960]", "work" },
        { "\"kind\": \"sphere\"", "\"kind\": \"cloud\"", "objects[0].kind" },
        { "\"parent\": null", "\"parent\": \"Quay\"", "objects[0].parent" },
        { "\"parent\": null", "\"parent\": \"Buoy\"", "objects[0].parent" },
        { "\"name\": \"Buoy\", \"kind\"", "\"name\": \"<script>\", \"kind\"", "objects[0].name" },
        { "\"position.x\": { \"value\": 3 }", "\"position.w\": { \"value\": 3 }", "objects[0].channels.position.w" },
        { "\"position.x\": { \"value\": 3 }", "\"position.x\": { \"value\": \"3\" }", "objects[0].channels.position.x.value" },
        { "\"position.x\": { \"value\": 3 }", "\"position.x\": { \"value\": 1e999 }", "objects[0].channels.position.x.value" },
        { "\"position.x\": { \"value\": 3 }", "\"position.x\": { }", "objects[0].channels.position.x" },
        { "\"position.x\": { \"value\": 3 }", "\"visible\": { \"value\": 0.5 }", "objects[0].channels.visible.value" },
        { "\"frame\": 25, ", "\"frame\": 1, ", "objects[0].channels.position.y.keys[1]" },
        { "\"frame\": 25, ", "", "objects[0].channels.position.y.keys[1].frame" },
        { "\"frame\": 25, ", "\"frame\": 25, \"tick\": 5, ", "objects[0].channels.position.y.keys[1].tick" },
        { "\"out\": \"free\"", "\"out\": \"bouncy\"", "objects[0].channels.position.y.keys[1].out" },
        { "\"outHandle\": [8, 0.5]", "\"outHandle\": [-8, 0.5]", "objects[0].channels.position.y.keys[1].outHandle" },
        { "\"outHandle\": [8, 0.5]", "\"outHandle\": [8]", "objects[0].channels.position.y.keys[1].outHandle" },
        { "\"after\": \"repeat\"", "\"after\": \"loop\"", "objects[0].channels.position.y.after" },
        { "\"covers\": \"scene\"", "\"covers\": [\"Quay\"]", "warps[0].covers[0]" },
        { "\"covers\": \"scene\"", "\"covers\": [\"Buoy/light.intensity\"]", "warps[0].covers[0]" },
        { "\"source\": 96", "\"sauce\": 96", "warps[0].keys[1].sauce" },
        { "\"value\": 2.5", "\"value\": NaN", "line 10, byte 37" },
        { "\"name\": \"Buoy\", \"rate\"", "\"name\": \"A\", \"name\": \"B\", \"rate\"", "the file" },
    };

    [Theory]
    [MemberData(nameof(Faults))]
    public void A_fault_is_refused_with_its_place(string right, string wrong, string place)
    {
        Buoy.ShouldContain(right);
        var faults = Should.Throw<SceneFileException>(() => Read(Buoy.Replace(right, wrong))).Faults;
        faults.Select(f => f.Place).ShouldContain(place, string.Join('\n', faults));
    }

    [Fact]
    public void Every_fault_is_told_at_once()
    {
        var text = Buoy.Replace("\"kind\": \"sphere\"", "\"kind\": \"sphere\", \"weight\": 3").Replace("\"value\": 2.5", "\"value\": true").Replace("run-on", "crawl");
        Should.Throw<SceneFileException>(() => Read(text)).Faults.Count.ShouldBe(3);
    }

    [Fact]
    public void A_loop_of_parents_is_refused()
    {
        var text = Buoy.Replace("\"parent\": null", "\"parent\": \"Quay\"").Replace("\"objects\": [",
            "\"objects\": [ { \"name\": \"Quay\", \"kind\": \"group\", \"parent\": \"Buoy\" },");
        Should.Throw<SceneFileException>(() => Read(text)).Faults.Single().Reason.ShouldContain("loop");
    }
}
