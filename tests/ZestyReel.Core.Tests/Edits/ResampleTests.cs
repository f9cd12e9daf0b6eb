using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Edits;

/// <summary>Dense keys at another rate, and keys put evenly in time.</summary>
public class ResampleTests
{
    private static readonly ObjectId Buoy = new(1);

    private static Scene With(params Key[] keys) => Scene.Empty("Bay").After(new AddObject(ObjectKind.Sphere, "Buoy")) is var scene
        ? scene.With(scene.Object(Buoy).WithChannel("position.y", new Channel(0, new Curve([.. keys])))) : null!;

    private static Tick At(decimal frame) => FrameRate.Film.At(frame);

    private static KeySet All(Scene scene, int from = 0, int to = int.MaxValue) =>
        new(Buoy, "position.y", [.. scene.Keys(Buoy, "position.y").Select(key => key.Time).Where((_, i) => i >= from && i <= to)]);

    [Fact]
    public void A_swell_at_a_fourth_of_its_rate_is_the_same_swell()
    {
        double Swell(double frame) => 3 * Math.Sin(frame / 8);
        var scene = With([.. Enumerable.Range(0, 97).Select(frame => new Key(At(frame), Swell(frame), Interpolation.Smooth, Interpolation.Smooth))]);
        var after = scene.After(new ResampleKeys([All(scene)], 6));
        after.Keys(Buoy, "position.y").Select(key => key.Time).ShouldBe(Enumerable.Range(0, 25).Select(i => At(i * 4)));
        var curve = after.Object(Buoy).Channel("position.y").Curve!;
        // Cubic Hermite over h = 4 frames: at most h⁴/384 of the fourth derivative, 3/8⁴, besides what the slopes of the dense keys are off.
        for (var frame = 0.0; frame <= 96; frame += 0.25) curve.ValueAt(frame * At(1).Value).ShouldBe(Swell(frame), 0.012);
        // And finer: what is between keys is followed.
        scene.After(new ResampleKeys([All(scene)], 48)).Object(Buoy).Channel("position.y").Curve!.ValueAt(At(50.5m).Value).ShouldBe(scene.Object(Buoy).Channel("position.y").Curve!.ValueAt(At(50.5m).Value), 1e-9);
    }

    [Fact]
    public void Lines_holds_and_what_is_not_selected_stay() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var random = new Random(seed);
            var frames = Enumerable.Range(0, 40).Where(_ => random.Next(3) > 0).ToList();
            if (frames.Count < 6) return;
            var scene = With([.. frames.Select(frame => new Key(At(frame), random.NextDouble() * 8, Interpolation.Linear, random.Next(4) == 0 ? Interpolation.Hold : Interpolation.Linear))]);
            var (before, keys) = (scene.Object(Buoy).Channel("position.y").Curve!, scene.Keys(Buoy, "position.y"));
            var (first, last) = (random.Next(0, 3), keys.Length - 1 - random.Next(0, 3));
            var after = scene.After(new ResampleKeys([All(scene, first, last)], 24)).Object(Buoy).Channel("position.y").Curve!;
            after.Keys.Where(key => key.Time < keys[first].Time || key.Time > keys[last].Time).ShouldBe(keys.Where((_, i) => i < first || i > last));
            // On the grid of the frames all keys stand where keys stood or between two of them: it is the same curve.
            for (var at = keys[0].Time.Value; at <= keys[^1].Time.Value; at += At(1).Value / 4) after.ValueAt(at).ShouldBe(before.ValueAt(at), 1e-9);
        }).QuickCheckThrowOnFailure();

    [Fact]
    public void Spread_keys_stand_evenly_with_their_values_and_others_stay()
    {
        var scene = With(new(At(0), 1), new(At(3), 2), new(At(4), 9), new(At(21), 4), new(At(40), 5), new(At(60), 7));
        var after = scene.After(new SpreadKeys([All(scene, 0, 4)]));
        after.Keys(Buoy, "position.y").Select(key => (key.Time, key.Value)).ShouldBe([(At(0), 1), (At(10), 2), (At(20), 9), (At(30), 4), (At(40), 5), (At(60), 7)]);
        Should.Throw<Refusal>(() => new SpreadKeys([All(scene, 0, 1)]).Apply(scene)).Reason.ShouldContain("three");
        Should.Throw<Refusal>(() => new ResampleKeys([All(scene)], 0).Apply(scene)).Place.ShouldBe("perSecond");
        Should.Throw<Refusal>(() => new ResampleKeys([All(scene)], 241).Apply(scene)).Place.ShouldBe("perSecond");
    }
}
