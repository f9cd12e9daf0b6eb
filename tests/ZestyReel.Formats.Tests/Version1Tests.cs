using System.Text;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

/// <summary>Files of version 1 are read in the words of their time.</summary>
public class Version1Tests
{
    private const string Old = """
        { "format": "zesty-scene", "version": 1, "name": "Quay", "rate": "24", "range": [1, 48],
          "objects": [
            { "name": "Lamp", "kind": "light", "turnOrder": "yxz", "turning": "shortest",
              "channels": { "move.y": { "keys": [ { "frame": 1, "value": 2 } ] }, "turn.x": { "value": 5 }, "size.z": { "value": 2 },
                            "light.glow": { "value": 3 }, "light.reach": { "value": 9 }, "light.spread": { "value": 30 } } } ],
          "warps": [ { "name": "Slow", "covers": ["Lamp/move.y"], "keys": [ { "frame": 1, "source": 1 } ] } ],
          "clips": [ { "name": "Sway", "length": 24, "channels": { "turn.z": { "keys": [ { "frame": 0, "value": 0 } ] } } } ],
          "placed": [ { "clip": "Sway", "object": "Lamp", "frame": 1, "end": 49, "rounds": "repeat-offset" } ],
          "choices": [ { "name": "Lights", "objects": ["Lamp"] } ] }
        """;

    private static Scene Read(string text) => SceneFileReader.Read(Encoding.UTF8.GetBytes(text));

    [Fact]
    public void Every_older_word_is_led_to_the_one_of_today()
    {
        var scene = Read(Old);
        var lamp = scene.Find("Lamp")!;
        lamp.Channels.Keys.ShouldBe(["light.cone", "light.intensity", "light.range", "position.y", "rotation.x", "scale.z"]);
        (lamp.RotationOrder, lamp.RotationInterpolation).ShouldBe((RotationOrder.Yxz, RotationInterpolation.Quaternion));
        scene.Warps.Values.Single().Targets!.Value.Single().Channel.ShouldBe("position.y");
        scene.Clips.Values.Single().Channels.Keys.ShouldBe(["rotation.z"]);
        scene.PlacedClips.Values.Single().Cycle.ShouldBe(ClipCycle.RepeatOffset);
        scene.NamedSelections.Values.Single().Name.ShouldBe("Lights");
    }

    [Theory]
    [InlineData("\"move.y\"", "\"position.y\"", "objects[0].channels.position.y")]
    [InlineData("\"turnOrder\"", "\"rotationOrder\"", "objects[0].rotationOrder")]
    [InlineData("Lamp/move.y", "Lamp/position.y", "warps[0].covers[0]")]
    [InlineData("\"choices\"", "\"selections\"", "selections")]
    [InlineData("\"glow\"", "\"glow\"", "objects[0].turnOrder")]
    public void A_file_has_the_words_of_its_own_version_only(string word, string other, string place)
    {
        var text = word == other ? Old.Replace("\"version\": 1", "\"version\": 2") : Old.Replace(word, other);
        Should.Throw<SceneFileException>(() => Read(text)).Faults.Select(fault => fault.Place).ShouldContain(place);
    }

    [Fact]
    public void The_demo_as_it_was_written_in_version_1_is_the_demo_of_today()
    {
        static byte[] File(string path) => System.IO.File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, path));
        var older = SceneFileReader.Read(File("Older/version-1.zesty.json"));
        var now = SceneFileReader.Read(File("../../../../../demo/lantern-bay.zesty.json"));
        // Version 1 knew nothing that moves by itself, bends, fades or speaks, and nothing that is heard.
        static bool IsNew(SceneObject thing) => thing.Bounce is not null || thing.Lag is not null || thing.Deformers is not null || thing.Fade is not null || thing.Name.Contains("Sign") || thing.Name.EndsWith(" post") || thing.Name is "Trumpet" or "Steam";
        static Scene Without(Scene scene, IReadOnlySet<string> names) => scene with { Objects = scene.Objects.RemoveRange(scene.Objects.Values.Where(thing => names.Contains(thing.Name)).Select(thing => thing.Id)) };
        var later = now.Objects.Values.Where(IsNew).Select(thing => thing.Name).ToHashSet();
        (older, now) = (Without(older, later), Without(now, later) with { Sounds = older.Sounds });
        now = now.Objects.Values.Where(thing => thing.Sway is not null).Aggregate(now, (scene, thing) => scene.With(thing.Swaying(null)));
        Encoding.UTF8.GetString(SceneFileWriter.Write(older)).ShouldBe(Encoding.UTF8.GetString(SceneFileWriter.Write(now)));
    }
}
