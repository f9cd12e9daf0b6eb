using System.Diagnostics;
using System.Globalization;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Samples;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Tests;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Random scenes move as a second reading of docs/motion.md, in another language (<c>tests/oracle</c>), says that they move, also between frames.</summary>
public class SecondReadingTests
{
    private static readonly int Scenes = double.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_MINUTES"), CultureInfo.InvariantCulture, out var minutes) ? (int)(minutes * 60) : 20;

    private const int MostEdits = 60;

    private readonly int _seed = int.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_SEED"), out var given) ? given : 20_261_130;

    [Fact]
    public async Task Motion_is_what_the_page_on_motion_says()
    {
        var folder = Directory.CreateTempSubdirectory("zesty-second-reading-");
        try
        {
            var random = new Random(_seed);
            for (var n = 0; n < Scenes; n++)
            {
                var scene = FittingEdits.Several(EveryEditTests.Start(), random, random.Next(MostEdits));
                // What is large takes long and says no more.
                if (scene.KeyCount() < 2000 && scene.Objects.Count < 25) await WrittenAsync(Path.Combine(folder.FullName, $"scene-{n:000}"), scene, random);
            }
            var (code, told) = await ComparedAsync(folder.FullName);
            code.ShouldBe(0, $"Run it again with ZESTY_FUZZ_SEED={_seed}:\n{told}");
        }
        finally
        {
            if (Environment.GetEnvironmentVariable("ZESTY_KEEP") is { } kept) Directory.Move(folder.FullName, kept);
            else folder.Delete(recursive: true);
        }
    }

    private static async Task WrittenAsync(string path, Scene scene, Random random)
    {
        await File.WriteAllBytesAsync($"{path}.zesty.json", SceneFileWriter.Write(scene));
        var from = random.Next(-4, 20);
        // Steps that are whole parts of a frame, and one that is not.
        var step = new[] { 1m, 0.25m, 0.3m }[random.Next(3)];
        await SampledAsync($"{path}.own.csv", scene, new([], [], from, from + step * 40, step));
        await SampledAsync($"{path}.world.csv", scene, new([], [], from, from + step * 40, step, World: true));
        // Where vertices are, and where they would be if nothing bent them.
        if (!scene.Objects.Values.Any(thing => DeformerRules.HasShape(thing.Kind))) return;
        await SampledAsync($"{path}.points.csv", scene, new([], [], from, from + step * 20, step * 10, World: true, Points: true));
        var unbent = scene.Objects.Values.Aggregate(scene, (now, thing) => now.With(thing with { Deformers = thing.Deformers is { } stack ? DeformerStack.Of([.. stack.Select(each => each with { On = false })]) : null }));
        await SampledAsync($"{path}.rest.csv", unbent, new([], [], from, from + step * 20, step * 10, Points: true));
    }

    private static async Task SampledAsync(string path, Scene scene, SampleQuery query)
    {
        await using var text = File.CreateText(path);
        SampleCsv.Write(text, scene, query);
    }

    private static async Task<(int Code, string Told)> ComparedAsync(string folder)
    {
        var oracle = Checkout.File("tests", "oracle", "compare.mjs");
        using var node = Process.Start(new ProcessStartInfo("node", [oracle, folder]) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        var (output, error) = (node.StandardOutput.ReadToEndAsync(), node.StandardError.ReadToEndAsync());
        await node.WaitForExitAsync();
        return (node.ExitCode, await output + await error);
    }
}
