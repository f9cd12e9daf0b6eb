using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Samples;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

/// <summary>Deformers and fades in scene files, and the vertices that come of them as CSV.</summary>
public class GeometryFileTests
{
    private const string Pole = """
        { "name": "Pole", "kind": "box", "parent": "Mast",
          "deformers": [ { "name": "Lean", "kind": "bend" }, { "name": "Thin out", "kind": "taper", "on": false, "axis": "x", "within": false, "oneWay": true } ],
          "fade": { "direction": [30, 10], "invert": true },
          "channels": { "shape.segmentsY": { "value": 4 }, "deform.Lean.strength": { "keys": [ { "frame": 1, "value": 0 }, { "frame": 5, "value": 90 } ] },
            "deform.Lean.foot": { "value": -0.5 }, "deform.Thin out.direction": { "value": 20 }, "fade.edge": { "value": 9 } } }
        """;

    private static byte[] File(string objects) => Encoding.UTF8.GetBytes(
        $$"""{ "format": "zesty-scene", "version": 2, "name": "Quay", "rate": "24", "range": [1, 5], "objects": [ { "name": "Mast", "kind": "group", "channels": { "look.opacity": { "value": 0.5 } } }, {{objects}} ] }""");

    private static string FaultsOf(string objects) => string.Join(" | ", Should.Throw<SceneFileException>(() => SceneFileReader.Read(File(objects))).Faults);

    [Fact]
    public void They_are_written_as_they_are_read()
    {
        var scene = SceneFileReader.Read(File(Pole));
        var pole = scene.Find("Pole")!;
        pole.Deformers.ShouldBe(DeformerStack.Of([new("Lean", DeformerKind.Bend), new("Thin out", DeformerKind.Taper, Axis.X, Within: false, OneWay: true, On: false)]));
        pole.Fade.ShouldBe(new Fade(30, 10, true));
        var bytes = SceneFileWriter.Write(scene);
        SceneFileWriter.Write(SceneFileReader.Read(bytes)).ShouldBe(bytes);
    }

    [Theory]
    [InlineData("\"kind\": \"bend\"", "\"kind\": \"fold\"", "is not one of")]
    [InlineData("\"Thin out\", \"kind\"", "\"Lean\", \"kind\"", "a deformer called \"Lean\" already")]
    [InlineData("\"name\": \"Lean\"", "\"name\": \"Le.an\"", "full stop")]
    [InlineData("[30, 10]", "[30]", "two numbers")]
    [InlineData("deform.Lean.strength", "deform.Bow.strength", "no deformer called \"Bow\"")]
    [InlineData("deform.Lean.foot", "deform.Lean.amount", "has no amount")]
    [InlineData("\"kind\": \"box\"", "\"kind\": \"camera\"", "no geometry")]
    [InlineData("\"value\": 90", "\"value\": 1e9", "takes -36000 to 36000")]
    [InlineData("\"shape.segmentsY\": { \"value\": 4 }", "\"shape.segmentsY\": { \"value\": 129 }", "takes 1 to 128")]
    [InlineData("\"shape.segmentsY\": { \"value\": 4 }", "\"shape.segmentsY\": { \"value\": 1.5 }", "whole numbers")]
    public void What_cannot_be_is_told_with_its_place(string was, string now, string told) => FaultsOf(Pole.Replace(was, now)).ShouldContain(told);

    [Fact]
    public void Vertices_are_printed_bent_with_what_is_seen_of_them()
    {
        var scene = SceneFileReader.Read(File(Pole));
        string[] Lines(SampleQuery query) => [.. SampleCsv.Blocks(scene, query).SelectMany(block => block.TrimEnd('\n').Split('\n'))];
        var lines = Lines(new SampleQuery(["Pole"], [], 5, 5, Points: true));
        lines[0].ShouldBe("object,frame,vertex,x,y,z,opacity");
        // Four sides of 2 × 5 vertices, a top and a bottom of 2 × 2.
        lines.Length.ShouldBe(1 + 4 * 10 + 2 * 4);
        var numbers = lines.Skip(1).Select(line => line.Split(',').Skip(3).Select(part => double.Parse(part, System.Globalization.CultureInfo.InvariantCulture)).ToArray()).ToList();
        // The head of a quarter turn, as far up as aside: its edges half a length to either side of (2/π, −1/2 + 2/π).
        numbers.Max(n => n[0]).ShouldBe(2 / Math.PI, 1e-9);
        numbers.Min(n => n[1]).ShouldBe(-0.5, 1e-12);
        // What lies before the edge of an inverted fade is seen, as far as the group lets it.
        numbers.ShouldAllBe(n => n[3] == 0.5);
        Lines(new SampleQuery([], [], 1, 3, Points: true)).Length.ShouldBe(1 + 3 * 48);
    }

    [Fact]
    public void Points_of_what_has_none_or_of_too_much_are_refused()
    {
        var scene = SceneFileReader.Read(File(Pole));
        string Refused(SampleQuery query, long most = long.MaxValue) => Should.Throw<Refusal>(() => SampleCsv.Blocks(scene, query, most)).Message;
        Refused(new SampleQuery(["Mast"], [], Points: true)).ShouldContain("no geometry");
        Refused(new SampleQuery([], ["position.x"], Points: true)).ShouldContain("no channels");
        Refused(new SampleQuery([], [], Points: true), 100).ShouldContain("240 rows");
    }

    private const string Sign = """{ "name": "Sign", "kind": "text", "text": ["Lantern", "Bay"], "font": "lora", "align": "right", "channels": { "shape.size": { "value": 2 } } }""";

    [Fact]
    public void Texts_are_written_as_they_are_read()
    {
        var scene = SceneFileReader.Read(File(Sign));
        scene.Find("Sign")!.Text.ShouldBe(new TextBody("Lantern\nBay", TextFont.Lora, TextAlign.Right));
        var bytes = SceneFileWriter.Write(scene);
        SceneFileWriter.Write(SceneFileReader.Read(bytes)).ShouldBe(bytes);
        // What is usual is not written.
        Encoding.UTF8.GetString(SceneFileWriter.Write(SceneFileReader.Read(File(Sign.Replace("\"lora\"", "\"figtree\"").Replace("\"right\"", "\"centre\""))))).ShouldNotContain("figtree");
    }

    [Theory]
    [InlineData("\"text\": [\"Lantern\", \"Bay\"], ", "", "needs something to say")]
    [InlineData("\"lora\"", "\"brush\"", "is not one of")]
    [InlineData("\"Lantern\"", "7", "text")]
    [InlineData("\"Lantern\", \"Bay\"", "\" \"", "at least one letter")]
    [InlineData("\"Bay\"", "\"B\\u0007y\"", "control character")]
    [InlineData("\"kind\": \"text\"", "\"kind\": \"box\"", "a box has no text")]
    [InlineData("\"shape.size\"", "\"shape.width\"", "has no such channel")]
    public void What_no_text_can_be_is_told_with_its_place(string was, string now, string told) => FaultsOf(Sign.Replace(was, now)).ShouldContain(told);
}
