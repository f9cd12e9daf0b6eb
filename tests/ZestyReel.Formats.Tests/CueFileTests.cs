using System.Text;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

/// <summary>Cues and aims in scene files.</summary>
public class CueFileTests
{
    private const string Things = """
        { "name": "Route", "kind": "path", "points": [ { "at": [0, 0, 0] }, { "at": [9, 0, 0] } ] },
        { "name": "Boat", "kind": "box", "follow": { "path": "Route" }, "channels": { "follow.travel": { "keys": [ { "frame": 1, "value": 0 }, { "frame": 60, "value": 1 } ] } } },
        { "name": "Gull", "kind": "cone", "channels": { "position.y": { "keys": [ { "frame": 5, "value": 1 }, { "frame": 20, "value": 4 } ] } } }
        """;

    private static byte[] File(string cues, string objects = Things) => Encoding.UTF8.GetBytes(
        $$"""{ "format": "zesty-scene", "version": 2, "name": "Bay", "rate": "24", "range": [1, 60], "objects": [ {{objects}} ], "cues": [ {{cues}} ], "bookmarks": [ { "name": "Horn", "frame": 12 }, { "name": "Horn", "frame": 30 } ] }""");

    private static string Cue(string when, string more = "") => $$"""{ "name": "Gull starts", "when": {{when}}, "starts": [ "Gull" ], "anchor": 5{{more}} }""";

    private static string[] FaultsOf(string cues, string objects = Things) =>
        [.. Should.Throw<SceneFileException>(() => SceneFileReader.Read(File(cues, objects))).Faults.Select(fault => fault.ToString())];

    [Theory]
    [InlineData("""{ "travel": "Boat", "reaches": 0.5 }""")]
    [InlineData("""{ "object": "Boat", "channel": "position.x", "reaches": 3, "going": "down" }""")]
    [InlineData("""{ "object": "Boat", "near": "Route", "within": 3 }""")]
    [InlineData("""{ "object": "Boat", "near": "Route", "leaves": 3 }""")]
    [InlineData("""{ "bookmark": "Horn" }""")]
    [InlineData("""{ "bookmark": "Horn", "which": 2 }""")]
    public void Every_kind_is_read_and_written_to_the_same_bytes(string when)
    {
        var scene = SceneFileReader.Read(File(Cue(when, """, "after": 2.5, "offset": -3, "on": false""")));
        var cue = scene.Cues.Values.ShouldHaveSingleItem();
        (cue.On, cue.From, cue.Offset, cue.Anchor).ShouldBe((false, FrameRate.Film.At(2.5m), FrameRate.Film.At(-3) - Tick.Zero, FrameRate.Film.At(5)));
        var bytes = SceneFileWriter.Write(scene);
        SceneFileWriter.Write(SceneFileReader.Read(bytes)).ShouldBe(bytes);
        SceneFileReader.Read(bytes).Cues.Values.Single().When.ShouldBe(cue.When);
    }

    [Fact]
    public void The_second_bookmark_of_a_name_is_meant_where_it_says_so() =>
        SceneFileReader.Read(File(Cue("""{ "bookmark": "Horn", "which": 2 }"""))).Cues.Values.Single().When.Bookmark.ShouldBe(new BookmarkId(2));

    [Fact]
    public void What_is_wrong_is_told_with_its_place()
    {
        void Has(string cue, params string[] words) => FaultsOf(cue).ShouldContain(fault => words.All(fault.Contains), string.Join(" | ", FaultsOf(cue)));
        Has(Cue("""{ "travel": "Nobody", "reaches": 0.5 }"""), "cues[0].when.travel", "no object called");
        Has(Cue("""{ "travel": "Gull", "reaches": 0.5 }"""), "cues[0].when.travel", "follows no path");
        Has(Cue("""{ "travel": "Boat" }"""), "cues[0].when", "reaches is missing");
        Has(Cue("""{ "object": "Boat", "channel": "light.range", "reaches": 3 }"""), "cues[0].when.channel", "no channel");
        Has(Cue("""{ "object": "Boat", "near": "Route", "within": 3, "reaches": 1 }"""), "cues[0].when.reaches", "does not go with");
        Has(Cue("""{ "bookmark": "Bell" }"""), "cues[0].when.bookmark", "no bookmark called");
        Has(Cue("""{ "bookmark": "Horn", "which": 3 }"""), "cues[0].when.which", "2 bookmarks");
        Has(Cue("{ }"), "cues[0].when");
        Has("""{ "name": "Nothing", "when": { "bookmark": "Horn" }, "starts": [], "anchor": 1 }""", "cues[0].starts", "something at least");
        Has("""{ "name": "Nothing", "when": { "bookmark": "Horn" }, "starts": [ "Gull/look.wings" ], "anchor": 1 }""", "cues[0].starts[0]", "no channel");
        Has(Cue("""{ "object": "Gull", "channel": "position.y", "reaches": 2 }"""), "cannot wait for itself");
        Has($"{Cue("""{ "bookmark": "Horn" }""")}, {Cue("""{ "bookmark": "Horn" }""")}", "cues[1].name", "already");
    }

    [Fact]
    public void An_aim_is_read_and_written_and_what_is_wrong_with_it_told()
    {
        const string lamp = """{ "name": "Lamp", "kind": "light", "aim": { "at": "Boat", "axis": "+x", "up": "-z" }, "channels": { "aim.weight": { "value": 0.5 } } }""";
        var scene = SceneFileReader.Read(File("", $"{lamp}, {Things}"));
        scene.Find("Lamp")!.Aim.ShouldBe(new Aim(scene.Find("Boat")!.Id, SignedAxis.PlusX, SignedAxis.MinusZ));
        var bytes = SceneFileWriter.Write(scene);
        SceneFileWriter.Write(SceneFileReader.Read(bytes)).ShouldBe(bytes);
        FaultsOf("", $"{lamp.Replace("\"Boat\"", "\"Nobody\"")}, {Things}").ShouldContain(fault => fault.Contains("objects[0].aim.at") && fault.Contains("no object called"));
        FaultsOf("", $"{lamp.Replace("\"Boat\"", "\"Lamp\"")}, {Things}").ShouldContain(fault => fault.Contains("cannot aim at itself"));
        FaultsOf("", $"{lamp.Replace("-z", "-x")}, {Things}").ShouldContain(fault => fault.Contains("objects[0].aim") && fault.Contains("across"));
        FaultsOf("", """{ "name": "Lamp", "kind": "light", "channels": { "aim.weight": { "value": 1 } } }""").ShouldContain(fault => fault.Contains("aims at nothing"));
    }
}
