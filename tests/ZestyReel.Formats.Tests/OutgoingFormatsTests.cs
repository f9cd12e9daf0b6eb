using System.Collections.Immutable;
using System.Text;
using System.Xml.Linq;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Tests;

/// <summary>What every format keeps to.</summary>
public class OutgoingFormatsTests
{
    private static readonly OutgoingFiles NoFiles = new(_ => null, _ => null);

    private static Scene Of(params Edit[] edits) => edits.Aggregate(Scene.Empty("Bay"), (now, edit) => edit.Apply(now));

    private static byte[] Written(string ending, Scene scene, OutgoingChoice? choice = null)
    {
        using var into = new MemoryStream();
        var format = OutgoingFormats.For(ending);
        format.Write(format.Going(scene, choice ?? new([]), NoFiles), into, _ => { }, default);
        return into.ToArray();
    }

    private static ImmutableDictionary<string, double> At(params (string Name, double Value)[] values) => values.ToImmutableDictionary(each => each.Name, each => each.Value);

    private static readonly Scene Moving = Of(new AddObject(ObjectKind.Box, "Ferry"), new KeyChannels(1, [new(new ObjectId(1), "position.x", 0)]), new KeyChannels(40, [new(new ObjectId(1), "position.x", 9)]));

    [Fact]
    public void The_longest_ending_says_the_format()
    {
        OutgoingFormats.For("a.chart.SVG").Ending.ShouldBe(".chart.svg");
        OutgoingFormats.For("a.obj.zip").Ending.ShouldBe(".obj.zip");
        OutgoingFormats.For("bay.zesty.json").Ending.ShouldBe(".zesty.json");
        Should.Throw<Refusal>(() => OutgoingFormats.For("a.exe")).Reason.ShouldContain(".glb");
    }

    [Fact]
    public void The_same_scene_gives_the_same_bytes()
    {
        foreach (var format in OutgoingFormats.All.Where(format => format.Ending is not (".bvh" or ".wav" or ".obj.zip")))
            Written(format.Ending, Moving).ShouldBe(Written(format.Ending, Moving), format.Ending);
    }

    [Theory]
    [InlineData(".glb")]
    [InlineData(".usda")]
    [InlineData(".csv")]
    [InlineData(".json")]
    [InlineData(".css")]
    [InlineData(".svg")]
    public void What_would_take_minutes_is_refused_at_once(string ending)
    {
        var scene = Moving;
        foreach (var _ in Enumerable.Range(0, 5)) scene = new DuplicateObjects([.. scene.Objects.Keys]).Apply(scene);
        Should.Throw<Refusal>(() => Written(ending, scene, new([], From: 0, To: 99_999))).Place.ShouldBe("step");
        // What takes a tenth of it does not.
        Written(ending, scene, new([], From: 0, To: 9_999, Step: 100)).Length.ShouldBeGreaterThan(100);
    }

    [Fact]
    public void What_is_out_of_reach_is_refused()
    {
        var far = Of(new AddObject(ObjectKind.Box, "Ferry", Values: At(("scale.x", 1e12), ("position.x", 1e12))), new AddObject(ObjectKind.Box, "Mast", new ObjectId(1), Values: At(("scale.x", 1e12))));
        Written(".glb", far).Length.ShouldBeGreaterThan(100);
        Written(".usda", far).Length.ShouldBeGreaterThan(100);
    }

    [Fact]
    public void Forty_equal_boxes_are_one_shape()
    {
        var scene = Of(new AddObject(ObjectKind.Box, "Crate"));
        var one = Written(".glb", scene).Length;
        for (var i = 0; i < 39; i++) scene = new AddObject(ObjectKind.Box, $"Crate {i + 2}").Apply(scene);
        (Written(".glb", scene).Length - one).ShouldBeLessThan(40 * 200);
        Written(".glb", new SetValues([new(new ObjectId(1), "look.red", 0.1)]).Apply(scene)).Length.ShouldBeGreaterThan(Written(".glb", scene).Length + 500);
    }

    [Fact]
    public void A_shape_in_USD_is_seen_through_what_it_hangs_in_and_turned_and_sized_as_asked()
    {
        var scene = Of(new AddObject(ObjectKind.Group, "Pier", Values: At(("visible", 0), ("look.opacity", 0.5))), new AddObject(ObjectKind.Box, "Crate", new ObjectId(1), Values: At(("shape.height", 4), ("look.opacity", 0.5))));
        string Text(OutgoingChoice choice) => Encoding.UTF8.GetString(Written(".usda", scene, choice));
        var text = Text(new(["Crate"], Unit: 100, Up: UpAxis.Z));
        text.ShouldContain("token visibility = \"invisible\"");
        // What it hangs in comes along bare, and it hangs in that.
        text.ShouldMatch("def Xform \"Pier\" \\([^{]*\\{[^}]*def Xform \"Crate\" ");
        text.ShouldContain("float[] primvars:displayOpacity = [0.25]");
        // Its height is along z there, in lengths of a hundredth.
        text.ShouldContain("float3[] extent = [(-50, -50, -200), (50, 50, 200)]");
        Text(new(["Crate"], Part: OutgoingPart.Motion)).ShouldNotContain("Mesh");
    }

    [Fact]
    public void A_chart_has_a_dot_for_each_key_and_no_name_that_is_too_long()
    {
        var scene = new RenameObject(new ObjectId(1), new string('F', 80)).Apply(Moving);
        var svg = XDocument.Parse(Encoding.UTF8.GetString(Written(".chart.svg", scene)));
        svg.Descendants().Count(each => each.Name.LocalName == "circle").ShouldBe(2);
        svg.Descendants().Where(each => each.Name.LocalName == "text").ShouldAllBe(each => each.Value.Length < 40);
    }

    [Fact]
    public void A_trail_has_a_dot_for_each_moment_and_breaks_where_it_is_behind_the_camera()
    {
        var dots = (OutgoingChoice choice, Scene scene) => XDocument.Parse(Encoding.UTF8.GetString(Written(".svg", scene, choice))).Descendants().Count(each => each.Name.LocalName == "circle");
        dots(new([], From: 1, To: 40), Moving).ShouldBe(40);
        // A camera at 4.5 that looks along −x sees what is on the near side of it.
        var seen = new AddObject(ObjectKind.Camera, "Eye", Values: At(("position.x", 4.5), ("rotation.y", 90))).Apply(Moving);
        dots(new([], From: 1, To: 40, Camera: "Eye"), seen).ShouldBeInRange(15, 25);
        Should.Throw<Refusal>(() => Written(".css", seen, new([], From: 1, To: 40, Camera: "Eye"))).Place.ShouldBe("camera");
    }
}
