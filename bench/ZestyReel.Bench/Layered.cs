using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Bench;

/// <summary>What layers cost, against the same scene without them in the same run.</summary>
internal static class Layered
{
    /// <summary>Ten layers over every channel of 300 objects, against the base alone.</summary>
    public static void Sampling()
    {
        var bare = Scenes.Boxes(300, 1000, 40);
        var scene = bare;
        for (var layer = 1; layer <= 10; layer++)
        {
            scene = new AddLayer(Mode: layer % 3 == 0 ? LayerMode.Override : LayerMode.Add).Apply(scene);
            scene = new SetValues([new(CurveRef.Of(new LayerId(layer)), 0.5)]).Apply(scene);
        }
        foreach (var thing in bare.Objects.Values)
        {
            var with = thing;
            foreach (var spec in thing.Specs.Take(9))
                for (var layer = 1; layer <= 10; layer++)
                    with = with.WithChannel(LayeredName.Of(new(layer), spec.Name), new(0, new Curve([.. Enumerable.Range(0, 4).Select(key => new Key(scene.Rate.StartOf(50 + key * 250 + layer), key % 2))])));
            scene = scene.With(with);
        }
        var (a, b) = (new List<double>(), new List<double>());
        Targets(scene);
        for (var run = 0; run < 25; run++)
        {
            a.AddRange(Measure.Runs(1, () => Sampler.Blocks(scene, Targets(scene), scene.Settings.Range)));
            b.AddRange(Measure.Runs(1, () => Sampler.Blocks(bare, Targets(bare), bare.Settings.Range)));
        }
        Measure.Print("sample 300 objects x 9 channels x 1000 frames under 10 layers", Measure.Median([.. a.Order()]) / 1000, "s");
        Measure.Print("10 layers, times the base alone", Measure.Median([.. a.Order()]) / Measure.Median([.. b.Order()]), "ratio");
    }

    /// <summary>A point of a trail dragged in a scene of 60 joints with 2,000 dense keys on each, in one layer with a reach of 8.</summary>
    public static void Dragging()
    {
        var scene = new AddLayer().Apply(Scenes.Boxes(60, 2000, 2000));
        var id = scene.Objects.Keys.First();
        var times = Enumerable.Range(1, 60).Select(step => Measure.Runs(1, () =>
        {
            var edit = new KeyFrames([new(1000, [new(id, "1/position.x", step / 10.0), new(id, "1/position.y", step / 5.0), new(id, "1/position.z", 0)])], Reach: 8);
            var (after, change) = edit.Changed(scene);
            var stale = change.Stale(after, RetimedObjects.Of(change, scene, after));
            Sampler.Blocks(after, [.. stale.Select(each => each.Target)], new(900, 1100));
        })[0]).Order().ToArray();
        Measure.Print("drag a trail point over 60 joints x 2000 keys, edit to 201 frames, p95", Measure.Percentile95(times), "ms");
    }

    private static List<SampleTarget> Targets(Scene scene) => [.. scene.Objects.Values.Select(thing => new SampleTarget(thing, [.. thing.Specs.Take(9)]))];
}
