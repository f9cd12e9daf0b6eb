using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Bench;

/// <summary>What it costs to send scenes out, against sampling the same frames.</summary>
internal static class SentOut
{
    /// <summary>300 objects over 1,000 frames, and the demo.</summary>
    public static void Everything(string home)
    {
        Send("300 objects, 1,000 frames", Scenes.Boxes(300, 1000, 20), 3, [".glb", ".csv", ".usda"]);
        Send("the demo", SceneFileReader.Read(File.ReadAllBytes(Path.Combine(home, "demo", "lantern-bay.zesty.json"))), 5, [".glb", ".csv", ".usda", ".obj", ".css"]);
    }

    private static void Send(string name, Scene scene, int times, string[] formats)
    {
        var going = OutgoingScene.Of(scene, new([], From: scene.Settings.Range.First, To: scene.Settings.Range.Last), new(_ => null, _ => null));
        var sampled = Measure.Median(Measure.Runs(times, () => Sampler.Blocks(scene, [.. scene.Objects.Values.Select(SampleTarget.All)], scene.Settings.Range)));
        foreach (var ending in formats)
        {
            var format = OutgoingFormats.For(ending);
            long bytes = 0;
            var sent = Measure.Median(Measure.Runs(times, () =>
            {
                using var into = new MemoryStream();
                format.Write(going, into, _ => { }, CancellationToken.None);
                bytes = into.Length;
            }));
            Measure.Print($"{ending} of {name}", sent, "ms");
            Measure.Print($"{ending} of {name}, to sampling all its frames", sent / sampled, "x");
            Measure.Print($"{ending} of {name}", bytes / 1e6, "MB");
        }
    }
}
