using ZestyReel.Core.Checks;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Bench;

/// <summary>What it costs to look through a scene, against sampling it.</summary>
internal static class Checked
{
    /// <summary>A million keys, and the demo.</summary>
    public static void Everything(string home)
    {
        Look("check of a million keys", Scenes.Boxes(300, 2000, 371), 3);
        Look("check of the demo", SceneFileReader.Read(File.ReadAllBytes(Path.Combine(home, "demo", "lantern-bay.zesty.json"))), 15);
    }

    private static void Look(string name, Scene scene, int times)
    {
        var sampled = Measure.Median(Measure.Runs(times, () => Sampler.Blocks(scene, [.. scene.Objects.Values.Select(SampleTarget.All)], scene.Settings.Range)));
        var checkedIn = Measure.Median(Measure.Runs(times, () => SceneCheck.Of(scene, new(scene.Settings.Range))));
        Measure.Print(name, checkedIn, "ms");
        Measure.Print($"{name}, to sampling all its frames", checkedIn / sampled, "x");
    }
}
