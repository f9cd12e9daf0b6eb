using System.Text;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

/// <summary>Paths, and what follows them, in scene files.</summary>
public class PathFileTests
{
    private const string Route = """
        { "name": "Route", "kind": "path", "closed": true, "spread": "points", "points": [ { "at": [0, 0, 0] }, { "at": [4, 0.5, 2], "kind": "free", "in": [-1, 0, 0], "out": [1.5, 0, 0.5] }, { "at": [9, 1, 0], "kind": "corner" } ] }
        """;

    private static byte[] File(params string[] objects) => Encoding.UTF8.GetBytes(
        $$"""{ "format": "zesty-scene", "version": 2, "name": "Bay", "rate": "24", "range": [1, 60], "objects": [ {{string.Join(", ", objects)}} ] }""");

    private static string Boat(string follow) =>
        $$"""{ "name": "Boat", "kind": "box", "follow": {{follow}}, "channels": { "follow.travel": { "keys": [ { "frame": 1, "value": 0 }, { "frame": 60, "value": 1 } ] } } }""";

    private static string[] FaultsOf(params string[] objects) =>
        [.. Should.Throw<SceneFileException>(() => SceneFileReader.Read(File(objects))).Faults.Select(fault => fault.ToString())];

    [Fact]
    public void A_path_and_what_follows_it_are_read_and_written_to_the_same_bytes()
    {
        var scene = SceneFileReader.Read(File(Boat("""{ "path": "Route", "facing": "-z", "up": "+x", "bank": 12.5 }"""), Route));
        var path = scene.Find("Route")!;
        path.Path.ShouldBe(new PathShape(
            [new(new(0, 0, 0)), new(new(4, 0.5, 2), PathPointKind.Free, new(-1, 0, 0), new(1.5, 0, 0.5)), new(new(9, 1, 0), PathPointKind.Corner)], Closed: true, PathSpread.Points));
        scene.Find("Boat")!.Follow.ShouldBe(new Follow(path.Id, SignedAxis.MinusZ, SignedAxis.PlusX, 12.5));
        var bytes = SceneFileWriter.Write(scene);
        SceneFileWriter.Write(SceneFileReader.Read(bytes)).ShouldBe(bytes);
        SceneFileReader.Read(bytes).Find("Boat")!.Channel(Follow.Travel).Curve!.Keys.Length.ShouldBe(2);
    }

    [Fact]
    public void What_is_wrong_is_told_with_its_place()
    {
        FaultsOf("""{ "name": "Route", "kind": "path" }""").ShouldContain(fault => fault.Contains("objects[0]") && fault.Contains("a path has points"));
        FaultsOf("""{ "name": "Route", "kind": "path", "points": [ { "at": [0, 0, 0] } ] }""").ShouldContain(fault => fault.Contains("at least 2"));
        FaultsOf("""{ "name": "Route", "kind": "path", "points": [ { "at": [0, 0] }, { "at": [0, 0, 1] } ] }""").ShouldContain(fault => fault.Contains("points[0].at") && fault.Contains("three numbers"));
        FaultsOf("""{ "name": "Route", "kind": "path", "points": [ { "at": [0, 0, 0], "kind": "free", "in": [0, 0, 0] }, { "at": [0, 0, 1] } ] }""").ShouldContain(fault => fault.Contains("points[0]") && fault.Contains("needs out"));
        FaultsOf("""{ "name": "Route", "kind": "path", "points": [ { "at": [0, 0, 0], "in": [0, 0, 0] }, { "at": [0, 0, 1] } ] }""").ShouldContain(fault => fault.Contains("only a free point"));
        FaultsOf("""{ "name": "Route", "kind": "path", "points": [ { "at": [2e9, 0, 0] }, { "at": [0, 0, 1] } ] }""").ShouldContain(fault => fault.Contains("beyond"));
        FaultsOf("""{ "name": "Box", "kind": "box", "points": [] }""").ShouldContain(fault => fault.Contains("objects[0].points") && fault.Contains("only a path"));
        FaultsOf(Boat("""{ "path": "Nowhere" }""")).ShouldContain(fault => fault.Contains("objects[0].follow.path") && fault.Contains("no object called"));
        FaultsOf(Boat("""{ "path": "Boat" }""")).ShouldContain(fault => fault.Contains("is no path"));
        FaultsOf(Route, Boat("""{ "path": "Route", "facing": "x" }""")).ShouldContain(fault => fault.Contains("follow.facing") && fault.Contains("+x, -x"));
        FaultsOf(Route, Boat("""{ "path": "Route", "facing": "+y" }""")).ShouldContain(fault => fault.Contains("across"));
        FaultsOf(Boat("""{ "path": "Route" }""").Replace("\"follow\": { \"path\": \"Route\" }, ", "")).ShouldContain(fault => fault.Contains("Boat follows no path"));
        FaultsOf(Route.Replace("\"closed\"", "\"follow\": { \"path\": \"Route\" }, \"closed\"")).ShouldContain(fault => fault.Contains("nothing can carry itself"));
    }

    [Fact]
    public void Samples_in_the_world_show_where_it_goes()
    {
        var scene = new FollowPath([new ObjectId(1)], new ObjectId(2), SignedAxis.PlusX).Apply(new AddPath([new(new(0, 0, 0), PathPointKind.Corner), new(new(59, 0, 0), PathPointKind.Corner)], Name: "Route")
            .Apply(new AddObject(ObjectKind.Box, "Boat").Apply(new SetRanges(new(1, 60)).Apply(Scene.Empty("Bay")))));
        var text = new StringWriter();
        Samples.SampleCsv.Write(text, scene, new Samples.SampleQuery(["Boat"], ["position.x"], 11, 12, World: true));
        var rows = text.ToString().Split('\n').Skip(1).Take(2).Select(row => row.Split(',')).ToList();
        rows.Select(row => row[2]).ShouldBe(["11", "12"]);
        double.Parse(rows[0][3], System.Globalization.CultureInfo.InvariantCulture).ShouldBe(10, 1e-9);
        double.Parse(rows[1][3], System.Globalization.CultureInfo.InvariantCulture).ShouldBe(11, 1e-9);
    }
}
