using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Edits;

/// <summary>Keys of many curves reduced in one edit, which is worked out for several curves at once.</summary>
public class ReduceKeysTests
{
    private const int Buoys = 60;
    private static readonly string[] Axes = ["position.x", "position.y", "position.z"];

    private static Scene Dense()
    {
        var random = new Random(5);
        var scene = Scene.Empty("Bay");
        for (var n = 1; n <= Buoys; n++)
        {
            scene = scene.After(new AddObject(ObjectKind.Sphere, $"Buoy {n}"));
            foreach (var axis in Axes)
                scene = scene.With(scene.Object(new ObjectId(n)).WithChannel(axis, new Channel(0, new Curve([.. Enumerable.Range(0, 50).Select(i =>
                    new Key(FrameRate.Film.At(i + 1), (4 * Math.Sin(i / (5.0 + n))) + (random.NextDouble() / 10), Interpolation.Smooth, Interpolation.Smooth))]))));
        }
        return scene;
    }

    private static KeySet All(Scene scene, int n, string axis) => new(new ObjectId(n), axis, [.. scene.Keys(new ObjectId(n), axis).Select(key => key.Time)]);

    private static KeySet[] Everything(Scene scene) => [.. Enumerable.Range(1, Buoys).SelectMany(n => Axes.Select(axis => All(scene, n, axis)))];

    [Fact]
    public void Each_curve_comes_out_as_it_does_alone_and_what_is_told_is_the_largest_difference_of_any()
    {
        var scene = Dense();
        var edit = new ReduceKeys([.. Everything(scene)], 0.1);
        var together = edit.Apply(scene);
        var told = CurveConsequence.Of(scene, edit);
        var (keys, furthest) = (0L, 0.0);
        for (var n = 1; n <= Buoys; n++)
            foreach (var axis in Axes)
            {
                var alone = new ReduceKeys([All(scene, n, axis)], 0.1);
                together.Keys(new ObjectId(n), axis).ShouldBe(alone.Apply(scene).Keys(new ObjectId(n), axis));
                var own = CurveConsequence.Of(scene, alone);
                (keys, furthest) = (keys + own.KeysAfter, Math.Max(furthest, own.Difference));
            }
        (told.Keys, told.KeysAfter, told.Difference).ShouldBe((50L * Buoys * Axes.Length, keys, furthest));
    }

    [Fact]
    public void A_refusal_among_many_says_its_own_reason_and_a_call_off_ends_it()
    {
        var scene = Dense();
        var keys = Everything(scene);
        keys[70] = keys[70] with { Times = [FrameRate.Film.At(500)] };
        Should.Throw<Refusal>(() => new ReduceKeys([.. keys], 0.1).Apply(scene)).Reason.ShouldContain("has no key at frame 500");

        using var off = new CancellationTokenSource();
        var most = 0.0;
        var effort = new Effort(share =>
        {
            most = Math.Max(most, share);
            if (share > 0.3) off.Cancel();
        }, off.Token);
        Should.Throw<OperationCanceledException>(() => new ReduceKeys([.. Everything(scene)], 0.1).Changed(scene, effort));
        most.ShouldBeInRange(0.3, 0.9);
    }
}
