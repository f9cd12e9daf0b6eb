using System.Collections.Immutable;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Bench;

/// <summary>What loose motion costs: the first 250 frames of a scene, against keyed positions, and a frame far on, before which all has to be worked out.</summary>
internal static class Loosened
{
    /// <summary>100 boxes that sway, lag or bounce.</summary>
    public static void Sampling()
    {
        var keyed = new SetRanges(new(1, 10_000)).Apply(Scenes.Boxes(100, 1000, 40));
        ImmutableArray<ObjectId> all = [.. keyed.Objects.Keys];
        var plain = Measure.Median(Measure.Runs(5, () => Sampled(keyed, 1)));
        Measure.Print("100 boxes, keyed alone, 250 frames", plain, "ms");
        foreach (var (name, edit) in new (string, Edit)[]
        {
            ("sway in three rotations", new SetSway(all, ["rotation.x", "rotation.y", "rotation.z"])),
            ("lag in the world", new SetLag(all, null, World: true)),
            ("bounce", new SetBounce(all, [])),
        })
        {
            var scene = edit.Apply(keyed);
            // Another name is another scene, of which nothing is known yet.
            var times = 0;
            Scene Fresh() => scene with { Objects = scene.Objects.ToImmutableSortedDictionary(each => each.Key, each => each.Value with { }), Settings = scene.Settings with { Name = $"Bay {times++}" } };
            var first = Measure.Median(Measure.Runs(5, () => Sampled(Fresh(), 1)));
            Measure.Print($"100 boxes, {name}, 250 frames", first, "ms");
            Measure.Print($"100 boxes, {name}, times keyed alone", first / plain, "ratio");
            Measure.Print($"100 boxes, {name}, 250 frames from frame 9,700 on", Measure.Median(Measure.Runs(3, () => Sampled(Fresh(), 9_700))) / 1000, "s");
        }
    }

    private static void Sampled(Scene scene, long first) =>
        Sampler.Blocks(scene, [.. scene.Objects.Values.Select(thing => new SampleTarget(thing, [.. thing.Specs.Take(9)]))], new(first, first + 249));
}
