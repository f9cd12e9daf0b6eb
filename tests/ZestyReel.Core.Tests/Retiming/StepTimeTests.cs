using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Layers;
using ZestyReel.Core.Tests.Scenes;

namespace ZestyReel.Core.Tests.Retiming;

/// <summary>Motion on twos, threes and so on: each picture stands for so many frames, and no key is touched.</summary>
public class StepTimeTests
{
    private static readonly ObjectId Boat = RandomLayers.Boat, Gull = RandomLayers.Gull;

    private static double Seen(Scene scene, ObjectId id, string channel, decimal frame) =>
        Stages.Values(scene.Object(id), channel, new FrameTimes(scene, [scene.Rate.At(frame).Value]))[0];

    [Fact]
    public void Each_frame_shows_the_first_of_its_picture_and_beyond_all_is_as_it_was() => Prop.ForAll(
        Gen.Choose(0, int.MaxValue).ToArbitrary(), seed =>
        {
            var random = new Random(seed);
            // Where another warp lies over it, what stands is a stretch of its source; the strength of layers goes by the scene's time.
            var scene = RandomLayers.Scene(random) with { Warps = System.Collections.Immutable.ImmutableSortedDictionary<WarpId, Warp>.Empty };
            foreach (var layer in scene.Layers.Values) scene = scene.With(layer with { Strength = Layer.Whole });
            var (every, first, last) = (random.Next(2, 7), random.Next(1, 12), random.Next(30, 60));
            var stepped = new StepTime(every, [new(Boat, null)], first, last).Apply(scene);
            stepped.Objects.ShouldBe(scene.Objects);
            var end = first + (Math.Floor((decimal)(last - first) / every) + 1) * every;
            foreach (var channel in RandomLayers.Channels)
                for (var frame = first - 6m; frame <= last + 6; frame += 0.25m)
                {
                    var shown = frame < first || frame >= end ? frame : first + Math.Floor((frame - first) / every) * every;
                    Seen(stepped, Boat, channel, frame).ShouldBe(Seen(scene, Boat, channel, shown), 1e-9, $"{channel} at {frame}, every {every} from {first} to {last}");
                    Seen(stepped, Gull, channel, frame).ShouldBe(Seen(scene, Gull, channel, frame));
                }
            new StepTime(1, [new(Boat, null)], first, last).Apply(stepped).ShouldBe(scene);
        }).QuickCheckThrowOnFailure();

    private static Scene Sliding() => Scene.Empty("Bay").After(new SetRanges(new(1, 48)), new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Box, "Gull"),
        new KeyChannels(1, [new(Boat, "position.x", 0)], Interpolation.Linear), new KeyChannels(48, [new(Boat, "position.x", 47)], Interpolation.Linear));

    [Fact]
    public void Done_again_over_the_same_it_is_set_anew_and_over_something_else_it_is_another()
    {
        var twos = Sliding().After(new StepTime(2, [new(Boat, null), new(Gull, null)]));
        var threes = twos.After(new StepTime(3, [new(Gull, null), new(Boat, null)]));
        threes.Warps.Values.Select(warp => (warp.Name, warp.Curve.Keys.Length)).ShouldBe([("On threes", 17)]);
        Seen(threes, Boat, "position.x", 6).ShouldBe(3, 1e-9);
        // The last picture stands as long as any, which goes by the rate and not by the range.
        Seen(threes, Boat, "position.x", 48).ShouldBe(45, 1e-9);
        threes.After(new StepTime(2)).Warps.Values.Select(warp => warp.Name).ShouldBe(["On threes", "On twos"]);
        threes.After(new StepTime(2, [new(Boat, null)])).Warps.Count.ShouldBe(2);
        threes.After(new StepTime(1)).Warps.Count.ShouldBe(1);
        new StepTime(6).Apply(threes).Warps.Values.Last().Name.ShouldBe("On 6s");
        // Switched off it comes on, and a warp that somebody made is left alone.
        var off = threes.After(new SetWarp(threes.Warps.Keys.Single(), On: false));
        off.After(new StepTime(4, [new(Boat, null), new(Gull, null)])).Warps.Values.Single().On.ShouldBeTrue();
        Sliding().After(new AddWarp()).After(new StepTime(2)).Warps.Count.ShouldBe(2);
    }

    [Fact]
    public void At_a_rate_that_is_no_whole_number_pictures_begin_on_frames()
    {
        var scene = Sliding().After(new SetRate(Core.Time.FrameRate.Of(30000, 1001), RateKeep.Frames));
        var keys = scene.After(new StepTime(2)).Warps.Values.Single().Curve.Keys;
        keys.Select(key => key.Time).ShouldBe(Enumerable.Range(0, keys.Length).Select(i => scene.Rate.StartOf(1 + 2 * i)));
    }

    [Theory]
    [InlineData(0, 1, 48, "every")]
    [InlineData(101, 1, 48, "every")]
    [InlineData(2, 10, 10, "last")]
    [InlineData(2, 1, 1_000_000, "every")]
    public void Nonsense_is_refused_with_its_place(int every, int first, int last, string place) =>
        Should.Throw<Refusal>(() => new StepTime(every, null, first, last).Apply(Sliding())).Place.ShouldBe(place);
}
