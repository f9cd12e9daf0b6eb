using System.Numerics;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Loose;

/// <summary>What lags moves as a damped spring does whose other end the keys hold.</summary>
public class LagTests
{
    private static readonly ObjectId Crane = new(1), Lamp = new(2);

    internal static double[] Seen(Scene scene, ObjectId id, string channel, params double[] frames) =>
        Stages.Values(scene.Object(id), channel, new FrameTimes(scene, Array.ConvertAll(frames, frame => scene.Rate.StartOf(0).Value + frame * scene.Rate.TicksPerFrame)));

    /// <summary>It stands until frame 13, and then goes at 6 units a second.</summary>
    private static Scene Harbour(params Edit[] edits) => Scene.Empty("Bay").After(
        new AddObject(ObjectKind.Group, "Crane"), new AddObject(ObjectKind.Light, "Lamp"),
        new KeyChannels(13, [new(Crane, "position.x", 2)]), new KeyChannels(97, [new(Crane, "position.x", 23)]),
        new SetInterpolation([new KeySet(Crane, "position.x", [FrameRate.Film.At(13), FrameRate.Film.At(97)])], Interpolation.Linear, Interpolation.Linear)).After(edits);

    /// <summary>The spring by the roots of its characteristic equation, which nothing in the core uses.</summary>
    private static double Closed(double seconds, double slope, double frequency, double damping)
    {
        if (seconds <= 0) return 0;
        var omega = 2 * Math.PI * frequency;
        var root = omega * Complex.Sqrt(damping * damping - 1);
        var behind = 2 * damping * slope / omega;
        if (root.Magnitude < 1e-3 * omega) return slope * seconds - behind + (behind + (omega * behind - slope) * seconds) * Math.Exp(-omega * seconds);
        Complex r = -damping * omega + root, s = -damping * omega - root;
        var a = (-slope - s * behind) / (r - s);
        return slope * seconds - behind + (a * Complex.Exp(r * seconds) + (behind - a) * Complex.Exp(s * seconds)).Real;
    }

    [Theory]
    [InlineData(1.5, 0), InlineData(2, 0.2), InlineData(0.7, 0.9), InlineData(3, 1), InlineData(1, 1.5), InlineData(4, 6)]
    public void Behind_what_goes_straight_it_goes_as_the_closed_form_says(double frequency, double damping)
    {
        var scene = Harbour(new SetLag([Crane], ["position.x"]), new SetValues([new(Crane, Lag.Frequency, frequency), new(Crane, Lag.Damping, damping)]));
        double[] frames = [-3, 1, 12.5, 13, 13.01, 14, 20.7, 33, 48, 60.3, 96];
        var seen = Seen(scene, Crane, "position.x", frames);
        for (var i = 0; i < frames.Length; i++) seen[i].ShouldBe(2 + Closed((frames[i] - 13) / 24, 6, frequency, damping), 1e-9, $"at {frames[i]}");
    }

    [Fact]
    public void On_the_first_frame_it_is_where_its_keys_say_and_as_fast()
    {
        var scene = Harbour(new SetRanges(new(25, 120), new(25, 120)), new SetLag([Crane], ["position.x"]));
        Seen(scene, Crane, "position.x", 25)[0].ShouldBe(5, 1e-12);
        var (at, next) = (Seen(scene, Crane, "position.x", 25.001)[0], 5 + 6 * 0.001 / 24);
        at.ShouldBe(next, 1e-7);
        Seen(scene, Crane, "position.x", 20)[0].ShouldBe(2 + 6 * 7 / 24.0, 1e-12);
    }

    [Fact]
    public void In_the_world_it_lags_behind_what_carries_it()
    {
        var carried = Harbour(new SetParent([Lamp], Crane), new SetValues([new(Lamp, "position.y", 4), new(Crane, "rotation.z", 30)]), new SetLag([Lamp], null, World: true));
        var alone = Harbour(new SetLag([Crane], ["position.x"]));
        double[] frames = [1, 13, 17, 25.3, 60, 90];
        var worlds = new WorldSampler(carried, new FrameTimes(carried, Array.ConvertAll(frames, frame => frame * carried.Rate.TicksPerFrame))).Worlds(Lamp);
        var lagging = Seen(alone, Crane, "position.x", frames);
        for (var i = 0; i < frames.Length; i++)
        {
            worlds[i].Px.ShouldBe(lagging[i] - 4 * Math.Sin(Math.PI / 6), 1e-9);
            worlds[i].Py.ShouldBe(4 * Math.Cos(Math.PI / 6), 1e-9);
        }
    }

    [Fact]
    public void A_moments_value_is_the_same_whatever_else_is_asked_for_and_on_any_number_of_cores()
    {
        var scene = Harbour(new SetParent([Lamp], Crane), new SetLag([Crane], ["position.x"]), new SetLag([Lamp], null, World: true), new SetSway([Lamp], ["rotation.x"]), new SetRate(FrameRate.Parse("30000/1001"), RateKeep.Clock));
        double[] frames = [77, 3.3, 110.2, 3.3, 500, 64, 63.99, -5];
        var together = Seen(scene, Lamp, "position.x", frames);
        for (var i = 0; i < frames.Length; i++) Seen(scene, Lamp, "position.x", frames[i])[0].ShouldBe(together[i]);
        var targets = scene.Objects.Values.Select(SampleTarget.All).ToList();
        var (one, all) = (Sampler.Blocks(scene, targets, new(1, 300), hands: 1), Sampler.Blocks(scene, targets, new(1, 300)));
        // A scene that nobody has asked anything of yet.
        var again = Sampler.Blocks(scene with { Settings = scene.Settings with { Name = "Cove" } }, targets, new(200, 300));
        for (var i = 0; i < one.Length; i++)
            foreach (var (t, track) in one[i].Tracks.Index())
            {
        all[i].Tracks[t].Samples.ShouldBe(track.Samples);
        if (!track.IsStill) again[i].Tracks[t].Samples.ShouldBe(track.Samples[199..]);
            }
    }

    [Fact]
    public void A_value_that_rests_on_the_past_is_not_set()
    {
        var scene = Harbour(new SetLag([Crane], ["position.x"]));
        Should.Throw<Refusal>(() => new SetValues([new(Crane, "position.x", 9)]).Apply(scene));
        Should.Throw<Refusal>(() => new KeyChannels(20, [new(Crane, "position.x", 9)]).Apply(scene)).Reason.ShouldContain("is driven by its lag; switch that off");
        var off = new SetLag([Crane], ["position.x"], On: false).Apply(scene);
        Seen(new KeyChannels(20, [new(Crane, "position.x", 9)]).Apply(off), Crane, "position.x", 20)[0].ShouldBe(9);
    }

    [Fact]
    public void What_it_lags_by_can_be_keyed_and_played_at_another_time()
    {
        // A warp retimes what it follows, and not the spring: at half the speed it is as far behind as behind a slower one.
        var slow = Harbour(new SetLag([Crane], ["position.x"]), new AddWarp(), new RetimePart(new WarpId(1), RetimeWay.Speed, 1, 97, Speed: 0.5m));
        Seen(slow, Crane, "position.x", 90)[0].ShouldBe(2 + 3 * (90 - 25) / 24.0 - 2 * 0.4 * 3 / (2 * Math.PI * 1.5), 1e-4);
        var keyed = Harbour(new SetLag([Crane], ["position.x"]), new KeyChannels(1, [new(Crane, Lag.Frequency, 0.01)]), new KeyChannels(60, [new(Crane, Lag.Frequency, 20)]), new SetValues([new(Crane, Lag.Damping, 1)]));
        var (loose, tight) = (Seen(keyed, Crane, "position.x", 16)[0], Seen(keyed, Crane, "position.x", 90)[0]);
        (Seen(Harbour(), Crane, "position.x", 16)[0] - loose).ShouldBeGreaterThan(0.5);
        (Seen(Harbour(), Crane, "position.x", 90)[0] - tight).ShouldBeLessThan(0.2);
    }

    [Fact]
    public void Nobody_waits_for_more_than_two_hours_of_it()
    {
        var scene = Harbour(new SetLag([Crane], ["position.x"]), new SetSway([Lamp], ["rotation.x"]), new KeyChannels(1, [new(Lamp, Sway.Pace, 2)]), new KeyChannels(50, [new(Lamp, Sway.Pace, 3)]),
            new AddObject(ObjectKind.Sphere, "Crate", Values: System.Collections.Immutable.ImmutableDictionary<string, double>.Empty.Add("position.y", 3)), new SetBounce([new(3)], []));
        double[] far = [2 * 3600 * 24 + 2, 9_000_000, 9_000_001];
        Seen(scene, Crane, "position.x", far).ShouldBe([23, 23, 23]);
        Seen(scene, new(3), "position.y", far).ShouldBe([0.5, 0.5, 0.5], 1e-9);
        var swaying = Seen(scene, Lamp, "rotation.x", far);
        swaying[2].ShouldNotBe(swaying[1]);
        Seen(scene, Lamp, "rotation.x", far[2])[0].ShouldBe(swaying[2]);
    }

    [Fact]
    public void A_chain_of_lags_in_the_world_has_an_end()
    {
        var scene = Scene.Empty("Bay").After(new AddObject(ObjectKind.Group), new KeyChannels(1, [new(Crane, "position.x", 0)]), new KeyChannels(9, [new(Crane, "position.x", 5)]));
        Refusal? refusal = null;
        var links = 1;
        for (; links < 150 && refusal is null; links++)
            try
            {
        scene = scene.After(new AddObject(ObjectKind.Group, Parent: new(links)), new SetLag([new(links + 1)], null, World: true));
            }
            catch (Refusal found)
            {
        refusal = found;
            }
        refusal!.Reason.ShouldContain("would rest on each other");
        links.ShouldBe(PlaceTies.MostBehind + 2);
        double.IsFinite(Seen(scene, new(links - 1), "position.x", 30)[0]).ShouldBeTrue();
    }
}
