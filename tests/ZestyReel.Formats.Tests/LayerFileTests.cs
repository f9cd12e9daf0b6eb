using System.Text;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

/// <summary>Layers in scene files.</summary>
public class LayerFileTests
{
    private static byte[] File(string layers, string channels = "{}") => Encoding.UTF8.GetBytes(
        $$"""{ "format": "zesty-scene", "version": 2, "name": "Bay", "rate": "24", "range": [1, 60], "objects": [ { "name": "Boat", "kind": "box", "channels": {{channels}} }, { "name": "Gull", "kind": "cone" } ], "layers": [ {{layers}} ] }""");

    [Fact]
    public void All_of_a_layer_is_read_and_written_to_the_same_bytes()
    {
        var scene = SceneFileReader.Read(File("""
            { "name": "Low", "channels": { "Gull/visible": { "keys": [ { "frame": 4, "value": 0 } ] }, "Boat/position.y": { "before": "straight", "keys": [ { "frame": 1, "value": -3 }, { "frame": 9.5, "value": 2, "out": "linear" } ] } } },
            { "name": "High", "mode": "override", "on": false, "solo": true, "locked": true, "peel": "yuzu", "strength": { "keys": [ { "frame": 1, "value": 0 }, { "frame": 20, "value": 1 } ] }, "channels": { "Boat/look.opacity": { "keys": [ { "frame": 1, "value": -0.5 } ] } } },
            { "name": "Half", "strength": 0.5 }
            """));
        scene.LayersUpwards().Select(layer => layer.Name).ShouldBe(["Low", "High", "Half"]);
        var high = scene.Layers[new(2)];
        (high.Mode, high.On, high.Solo, high.Locked, high.Peel).ShouldBe((LayerMode.Override, false, true, true, LayerPeel.Yuzu));
        high.Strength.Curve!.Keys.Length.ShouldBe(2);
        scene.Layers[new(3)].Strength.Still.ShouldBe(0.5);
        scene.Find("Boat")!.Channels.Keys.Order().ShouldBe(["1/position.y", "2/look.opacity"]);
        var bytes = SceneFileWriter.Write(scene);
        SceneFileWriter.Write(SceneFileReader.Read(bytes)).ShouldBe(bytes);
    }

    [Theory]
    [InlineData("""{ "name": "Base" }""", "is what lies below all layers")]
    [InlineData("""{ "name": "A" }, { "name": "A" }""", "layers[1].name: there is a layer called A already")]
    [InlineData("""{ "name": "A", "strength": 2 }""", "layers[0].strength: strength takes 0 to 1")]
    [InlineData("""{ "name": "A", "mode": "multiply" }""", "layers[0].mode")]
    [InlineData("""{ "name": "A", "channels": { "Nobody/position.y": { "keys": [ { "frame": 1, "value": 0 } ] } } }""", "there is no such object")]
    [InlineData("""{ "name": "A", "channels": { "Boat/light.cone": { "keys": [ { "frame": 1, "value": 0 } ] } } }""", "Boat has no such channel")]
    [InlineData("""{ "name": "A", "channels": { "Boat/1/position.y": { "keys": [ { "frame": 1, "value": 0 } ] } } }""", "Boat has no such channel")]
    [InlineData("""{ "name": "A", "channels": { "Boat/position.y": { "value": 3 } } }""", "in a layer a channel has keys, and nothing else")]
    [InlineData("""{ "name": "A", "channels": [] }""", "layers[0].channels")]
    [InlineData("""{ "name": "A", "wings": 2 }""", "layers[0].wings")]
    public void What_is_wrong_is_told_with_its_place(string layers, string told) =>
        string.Join(" | ", Should.Throw<SceneFileException>(() => SceneFileReader.Read(File(layers))).Faults).ShouldContain(told);

    [Fact]
    public void An_object_says_nothing_of_layers() =>
        string.Join(" | ", Should.Throw<SceneFileException>(() => SceneFileReader.Read(File("""{ "name": "A" }""", """{ "1/position.y": { "keys": [ { "frame": 1, "value": 0 } ] } }"""))).Faults).ShouldContain("no such channel");
}
