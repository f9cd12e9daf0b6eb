using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Bench;

/// <summary>What a bake costs, against sampling the same moments and no more.</summary>
internal static class Baked
{
    /// <summary>100 objects of nine channels over 1,000 frames, five samples a frame, out of a warp and a layer.</summary>
    public static void Everything()
    {
        var scene = new AddLayer().Apply(Scenes.Boxes(100, 1000, 40));
        scene = new AddWarp("Slow", [.. scene.Objects.Keys.Select(id => new TimeTarget(id, null))]).Apply(scene);
        scene = new KeyChannels(500, [new(CurveRef.Of(new WarpId(1)), 300)]).Apply(scene);
        foreach (var frame in (int[])[100, 400, 800])
            scene = new KeyChannels(frame, [.. scene.Objects.Keys.Select(id => new ChannelValue(id, "1/position.y", frame % 7))]).Apply(scene);
        var targets = scene.Objects.Keys.Select(id => new TimeTarget(id, null));
        var moments = new double[4996];
        for (var i = 0; i < moments.Length; i++) moments[i] = i * scene.Rate.TicksPerFrame / 5;
        var sampling = Measure.Median(Measure.Runs(5, () => Sampler.Blocks([.. scene.Objects.Values.Select(thing => new SampleTarget(thing, [.. thing.Specs.Take(9)]))], new FrameTimes(scene, moments), 0)));
        foreach (var tolerance in (double[])[0.001, 0])
        {
            var bake = new Bake([.. targets], 0, 999, 5, Tolerance: tolerance, Degrees: tolerance);
            var baking = Measure.Median(Measure.Runs(5, () => bake.Apply(scene)));
            Measure.Print($"bake 100 objects x 9 channels x 1000 frames, 5 a frame, within {tolerance}", baking / 1000, "s");
            Measure.Print($"bake within {tolerance}, times sampling alone", baking / sampling, "ratio");
            Measure.Print($"telling that bake before", Measure.Median(Measure.Runs(3, () => CurveConsequence.Of(scene, bake))) / 1000, "s");
        }
    }
}
