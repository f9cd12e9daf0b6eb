using FsCheck.Xunit;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Sounds;

/// <summary>What is heard of a scene, against closed forms and against samples taken one by one.</summary>
public class MixTests
{
    private const int Rate = 48_000;
    private const long PerSample = Tick.PerSecond / Rate;

    private static Scene With(params Sound[] sounds) => sounds.Aggregate(Scene.Empty("Bay"), (scene, sound) => scene.With(sound));

    [Fact]
    public void At_its_own_rate_every_sample_is_the_files()
    {
        var waves = Waves.Noise(500);
        var (left, right) = waves.Heard(With(waves.Sound(Rate, new(1000 * PerSample))), new(900 * PerSample), Rate, 700);
        float[] l = new float[500], r = new float[500];
        waves.Read(0, l, r);
        left.ShouldBe([.. new float[100], .. l, .. new float[100]]);
        right.ShouldBe([.. new float[100], .. r, .. new float[100]]);
    }

    [Theory]
    [InlineData(44_100, 440)]
    [InlineData(44_100, 9_000)]
    [InlineData(8_000, 1_000)]
    [InlineData(96_000, 12_000)]
    public void At_another_rate_a_sine_is_the_same_sine(int rate, double hertz)
    {
        var waves = Waves.Sine(hertz, rate, rate);
        var (left, _) = waves.Heard(With(waves.Sound(rate)), new(Tick.PerSecond / 4), Rate, 4_000);
        for (var i = 0; i < left.Length; i++) left[i].ShouldBe((float)(0.5 * Math.Sin(2 * Math.PI * hertz * (0.25 + (double)i / Rate))), 2e-4f);
    }

    [Fact]
    public void What_is_too_high_for_the_rate_of_the_mix_is_not_heard_as_something_lower()
    {
        var waves = Waves.Sine(40_000, 192_000, 192_000);
        waves.Heard(With(waves.Sound(192_000)), new(Tick.PerSecond / 4), Rate, 4_000).Left.Max(Math.Abs).ShouldBeLessThan(1e-3f);
    }

    [Fact]
    public void A_part_is_repeated_without_a_gap()
    {
        var waves = Waves.Noise(400);
        var sound = waves.Sound(Rate) with { From = 30, To = 130, Times = 3 };
        var (left, _) = waves.Heard(With(sound), new(-5 * PerSample), Rate, 320);
        float[] l = new float[400], r = new float[400];
        waves.Read(0, l, r);
        for (var i = 0; i < left.Length; i++) left[i].ShouldBe(i is < 5 or >= 305 ? 0 : l[30 + (i - 5) % 100], $"{i}");
        waves.Heard(With(sound with { Times = Sound.Endless }), new(1_000_000 * PerSample), Rate, 3).Left.ShouldBe([l[30], l[31], l[32]]);
    }

    [Fact]
    public void It_comes_in_and_goes_out_in_a_line()
    {
        var waves = new Waves(1000, _ => 1);
        var (left, _) = waves.Heard(With(waves.Sound(Rate) with { FadeIn = 200, FadeOut = 100 }), Tick.Zero, Rate, 1000);
        for (var i = 0; i < 1000; i++) left[i].ShouldBe(Math.Min(1, i / 200f) * Math.Min(1, (1000 - i) / 100f), 1e-6f);
    }

    [Fact]
    public void Gain_is_in_decibels_and_goes_straight_from_frame_to_frame_as_mute_does()
    {
        var waves = new Waves(Rate, _ => 1);
        var perFrame = Rate / 24;
        var still = waves.Heard(With(waves.Sound(Rate) with { Gain = new(-20) }), Tick.Zero, Rate, 10).Left;
        still.ShouldAllBe(value => Math.Abs(value - 0.1f) < 1e-6);
        waves.Heard(With(waves.Sound(Rate) with { Gain = new(SoundChannels.Silence) }), Tick.Zero, Rate, 10).Left.ShouldAllBe(value => value == 0);
        var scene = With(waves.Sound(Rate)).After(
            new KeyChannels(2, [new(Sound: new SoundId(1), Channel: "gain", Value: -6)], Interpolation.Linear), new KeyChannels(6, [new(Sound: new SoundId(1), Channel: "gain", Value: 6)], Interpolation.Linear),
            new KeyChannels(0, [new(Sound: new SoundId(1), Channel: "mute", Value: 0)]), new KeyChannels(8, [new(Sound: new SoundId(1), Channel: "mute", Value: 1)]));
        var (left, _) = waves.Heard(scene, Tick.Zero, Rate, 10 * perFrame);
        float On(int frame) => frame >= 8 ? 0 : (float)Math.Pow(10, Math.Clamp(-6 + (frame - 2) * 3, -6, 6) / 20.0);
        for (var i = 0; i < left.Length; i += 7)
        {
            var (frame, share) = (i / perFrame, i % perFrame / (float)perFrame);
            left[i].ShouldBe(On(frame) + share * (On(frame + 1) - On(frame)), 1e-5f);
        }
    }

    [Fact]
    public void While_one_is_solo_others_are_silent_and_several_add_up()
    {
        var waves = new Waves(100, _ => 0.25f);
        var one = waves.Sound(Rate);
        var two = one with { Id = new(2), Name = "Bell", Place = 1, Gain = new(20 * Math.Log10(2)) };
        waves.Heard(With(one, two), Tick.Zero, Rate, 1).Left[0].ShouldBe(0.75f, 1e-6f);
        waves.Heard(With(one, two with { Solo = true }), Tick.Zero, Rate, 1).Left[0].ShouldBe(0.5f, 1e-6f);
        new Core.Sounding.Mix(With(one), _ => null).Render(Tick.Zero, Rate, new float[1], new float[1]);
    }

    [Fact]
    public void Warps_play_it_only_if_it_follows_them()
    {
        var waves = Waves.Sine(500, Rate, Rate * 4);
        var sound = waves.Sound(Rate);
        // Half as fast from the first frame on.
        Scene Slow(Sound one) => With(one).After(new SetSceneSpeed(0.5m));
        float At(Sound one, double seconds) => waves.Heard(Slow(one), new((long)(seconds * Tick.PerSecond)), Rate, 1).Left[0];
        var flow = new Core.Evaluation.TimeFlow(Slow(sound)).CoveringScene();
        foreach (var seconds in (double[])[0.51, 1.203, 2.0007])
        {
            At(sound, seconds).ShouldBe((float)(0.5 * Math.Sin(2 * Math.PI * 500 * seconds)), 1e-3f);
            var source = flow.SourceOf(seconds * Tick.PerSecond) / Tick.PerSecond;
            Math.Abs(source - seconds).ShouldBeGreaterThan(0.01);
            At(sound with { Warped = true }, seconds).ShouldBe((float)(0.5 * Math.Sin(2 * Math.PI * 500 * source)), 1e-3f);
        }
    }

    [Property(MaxTest = 100)]
    public void A_stretch_is_the_same_wherever_it_was_begun(int from, int cut, int start)
    {
        (from, cut, start) = (from % 3000, Math.Abs(cut) % 699 + 1, start % 2000);
        var waves = Waves.Noise(2000);
        var scene = With(waves.Sound(44_100, new(start * PerSample)) with { Times = 2, FadeIn = 300, Gain = new(-3) });
        var whole = waves.Heard(scene, new(from * PerSample), Rate, 700).Left;
        var parts = waves.Heard(scene, new(from * PerSample), Rate, cut).Left.Concat(waves.Heard(scene, new((from + cut) * PerSample), Rate, 700 - cut).Left).ToArray();
        for (var i = 0; i < 700; i++) parts[i].ShouldBe(whole[i], 1e-6f);
    }
}
