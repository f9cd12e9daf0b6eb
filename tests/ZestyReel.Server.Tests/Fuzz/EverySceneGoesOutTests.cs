using System.Globalization;
using SharpGLTF.Schema2;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Gltf;
using ZestyReel.Formats.Outgoing;
using Scene = ZestyReel.Core.Scenes.Scene;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Whatever edits make of a scene goes out in every format, or is refused with a reason; and what a reader of glTF sees of it is where the scene shows it.</summary>
public class EverySceneGoesOutTests
{
    private const int EditsBetween = 8;

    private static readonly int Scenes = double.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_MINUTES"), CultureInfo.InvariantCulture, out var minutes) ? (int)(minutes * 25) : 25;

    // In bytes. What is larger only takes longer: it is the same scene over more moments.
    private const long Most = 12_000_000;

    private readonly int _seed = int.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_SEED"), out var given) ? given : 20_261_128;

    [Fact]
    public void Every_format_takes_any_scene_or_says_why_not()
    {
        var random = new Random(_seed);
        var scene = EveryEditTests.Start();
        var (written, compared) = (new Dictionary<string, int>(), 0);
        for (var n = 0; n < Scenes; n++)
        {
            if (n % 10 == 0 || scene.KeyCount() > 3000 || scene.Objects.Count > 25) scene = EveryEditTests.Start();
            else scene = FittingEdits.Several(scene, random, EditsBetween);
            var from = random.Next(-3, 30);
            var choice = new OutgoingChoice([], (OutgoingPart)random.Next(3), from, from + random.Next(15), new[] { 1m, 0.5m, 0.3m, 4 }[random.Next(4)], random.Next(4) == 0 ? FrameRate.Of(50, 1) : null,
                random.Next(2) == 0, random.Next(3) == 0 ? 100 : 1, (UpAxis)random.Next(2), random.Next(2) == 0 ? scene.Objects.Values.FirstOrDefault(thing => thing.Kind == Core.Scenes.ObjectKind.Camera)?.Name : null);
            foreach (var format in OutgoingFormats.All)
            {
                try
                {
                    var going = format.Going(scene, choice, new(_ => null, _ => null));
                    format.Losses(going).ShouldAllBe(loss => loss.What.Length > 0 && loss.Why.Length > 0);
                    format.Size(going).ShouldBeGreaterThanOrEqualTo(0);
                    if (format.Size(going) > Most) continue;
                    using var into = new MemoryStream();
                    format.Write(going, into, share => share.ShouldBeInRange(0, 1 + 1e-9), CancellationToken.None);
                    written[format.Ending] = written.GetValueOrDefault(format.Ending) + 1;
                    if (format.Ending == ".usda") ShouldNestAlike(going, into.ToArray());
                    if (format.Ending != ".glb") continue;
                    ShouldShowAlike(going, into.ToArray());
                    compared++;
                }
                catch (Refusal)
                {
                }
                catch (Exception wrong)
                {
                    throw new InvalidOperationException($"Run it again with ZESTY_FUZZ_SEED={_seed} (it was scene {n}, {format.Ending}, {choice}): {wrong.Message}", wrong);
                }
            }
        }
        // There are no files here, and joints only by chance.
        OutgoingFormats.All.Select(format => format.Ending).Except(written.Keys).ShouldBeSubsetOf([".wav", ".bvh", ".zesty"]);
        compared.ShouldBeGreaterThan(Scenes / 3);
    }

    /// <summary>At the first moment each thing is where it is, below what it hangs in.</summary>
    private static void ShouldNestAlike(OutgoingScene going, byte[] file)
    {
        var worlds = new WorldSampler(going.Scene, FrameTimes.At(going.Scene, going.Moments[0]));
        var told = UsdReading.Places(file);
        told.Keys.Order().ShouldBe(going.WithWhatCarries().Select(thing => thing.Name).Order());
        foreach (var thing in going.WithWhatCarries())
        {
            var (place, within) = told[thing.Name];
            within.ShouldBe(thing.Parent is { } parent && !NodeTracks.IsInWorld(thing) ? going.Scene.Object(parent).Name : null);
            var wanted = going.Led(thing, worlds.Worlds(thing.Id)[0]);
            var size = 1e-9 * Reach(going, thing) * going.Choice.Unit * (1 + wanted.Origin.Length());
            foreach (var corner in (Core.Scenes.Vector[])[new(0, 0, 0), new(1, 0, 0), new(0, 1, 0), new(0, 0, 1)])
                (place.Point(corner) - wanted.Point(corner)).Length().ShouldBeLessThan(size, thing.Name);
        }
    }

    /// <summary>At some moments and between them, each node is where its object is.</summary>
    private static void ShouldShowAlike(OutgoingScene going, byte[] file)
    {
        var model = ModelRoot.ReadGLB(new MemoryStream(file));
        var player = new GltfPlayer(model);
        var moments = going.Moments;
        // Looked at on the quarters at which it is looked at when it is written.
        int[] looked = [.. Enumerable.Range(0, (moments.Count - 1) * 4 + 1).Where(i => i % Math.Max(1, moments.Count / 3) == 0)];
        var played = moments.Finer(4);
        var times = new FrameTimes(going.Scene, [.. looked.Select(i => played[i])]);
        var worlds = new WorldSampler(going.Scene, times);
        // What has gone out comes back as objects that are there as well.
        var back = new GltfArrival().Read(new("back.glb", file), _ => null, new(Rate: going.Scene.Rate), default).Scene;
        var backWorlds = new WorldSampler(back, new FrameTimes(back, [.. looked.Select(i => back.Rate.StartOf(1).Value + (played[i] - played[0]))]));
        foreach (var thing in going.Objects)
        {
            var (node, run) = (model.LogicalNodes.First(node => node.Name == thing.Name && node.VisualParent?.Name != thing.Name), worlds.Worlds(thing.Id));
            for (var i = 0; i < looked.Length; i++)
            {
                var seconds = (float)((played[looked[i]] - played[0]) / Tick.PerSecond);
                var (x, y, z) = player.Origin(node, seconds);
                var at = run[i].Origin * going.Choice.Unit;
                var size = 1e-3 * going.Choice.Unit + 1e-4 * at.Length();
                (at - new Core.Scenes.Vector(x, y, z)).Length().ShouldBeLessThan(size * Reach(going, thing), string.Create(CultureInfo.InvariantCulture, $"{thing.Name} after {seconds} s"));
                var returned = backWorlds.Worlds(back.Find(thing.Name)!.Id)[i].Origin;
                (at - returned).Length().ShouldBeLessThan(2 * size * Reach(going, thing), string.Create(CultureInfo.InvariantCulture, $"{thing.Name} come back, after {seconds} s"));
            }
        }
    }

    /// <summary>What hangs in something scaled up is off by so much more.</summary>
    private static double Reach(OutgoingScene going, Core.Scenes.SceneObject thing) =>
        going.Scene.WithAncestors(thing.Id).Sum(above => 1 + above.Channels.Where(each => each.Key.StartsWith("scale", StringComparison.Ordinal) || each.Key.StartsWith("position", StringComparison.Ordinal) || each.Key.Contains('/', StringComparison.Ordinal))
            .Sum(each => Math.Abs(each.Value.Still) + (each.Value.Curve?.Keys.Max(key => Math.Abs(key.Value)) ?? 0)));
}
