using System.Globalization;
using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Samples;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

public class SampleCsvTests
{
    private static readonly Scene Scene = SceneFileReader.Read(Encoding.UTF8.GetBytes("""
        { "format": "zesty-scene", "version": 2, "name": "Quay", "rate": "24", "range": [0, 4],
          "objects": [
            { "name": "Crane, old", "kind": "group", "channels": { "rotation.y": { "value": 90 }, "position.x": { "keys": [
                { "frame": 0, "value": 0, "out": "linear" }, { "frame": 3, "value": 1, "in": "linear" } ] } } },
            { "name": "Hook", "kind": "sphere", "parent": "Crane, old", "channels": { "position.x": { "value": 2 } } } ] }
        """));

    private static string[] Lines(SampleQuery query)
    {
        using var text = new StringWriter();
        SampleCsv.Write(text, Scene, query);
        return text.ToString().TrimEnd('\n').Split('\n');
    }

    [Fact]
    public void Rows_are_quoted_and_numbers_read_back()
    {
        var lines = Lines(new SampleQuery(["Crane, old"], ["position.x"]));
        lines[0].ShouldBe("object,channel,frame,value");
        lines.Length.ShouldBe(6);
        lines[1].ShouldBe("\"Crane, old\",position.x,0,0");
        double.Parse(lines[2].Split(',')[^1], CultureInfo.InvariantCulture).ShouldBe(1 / 3.0, 1e-15);
        lines[4].ShouldBe("\"Crane, old\",position.x,3,1");
    }

    [Fact]
    public void Steps_may_be_fractional() =>
        Lines(new SampleQuery(["Crane, old"], ["position.x"], 0, 1.5m, 0.75m)).Skip(1)
            .ShouldBe(["\"Crane, old\",position.x,0,0", "\"Crane, old\",position.x,0.75,0.25", "\"Crane, old\",position.x,1.5,0.5"]);

    [Fact]
    public void The_world_is_seen_through_the_parents()
    {
        var lines = Lines(new SampleQuery(["Hook"], [], 3, 3, 1, World: true));
        lines.Length.ShouldBe(10);
        lines[1].ShouldBe("Hook,position.x,3,1");
        lines[3].ShouldBe("Hook,position.z,3,-2");
    }

    [Fact]
    public void What_is_not_there_is_refused()
    {
        Should.Throw<Refusal>(() => Lines(new SampleQuery(["Gull"], []))).Place.ShouldBe("object");
        Should.Throw<Refusal>(() => Lines(new SampleQuery([], ["position.w"]))).Place.ShouldBe("channel");
        Should.Throw<Refusal>(() => Lines(new SampleQuery([], [], Step: 0))).Place.ShouldBe("step");
        Should.Throw<Refusal>(() => Lines(new SampleQuery([], [], 9, 3))).Place.ShouldBe("to");
    }
}
