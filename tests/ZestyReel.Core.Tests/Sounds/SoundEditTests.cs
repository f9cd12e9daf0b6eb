using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Sounds;

/// <summary>Sounds laid on the desk, moved, trimmed and taken off.</summary>
public class SoundEditTests
{
    private static readonly SoundFile Horn = new(AssetHash.Parse(new string('a', 64)), "horn.wav", 48_000, 96_000);
    private static readonly SoundId One = new(1);
    private const long Second = Tick.PerSecond;

    private static Scene Bay() => Scene.Empty("Bay").After(new AddSound(Horn, new(Second)));

    private static Sound Of(Scene scene) => scene.Sound(One);

    [Fact]
    public void One_is_laid_down_whole_and_named_by_its_file()
    {
        var scene = Bay().After(new AddSound(Horn, Tick.Zero), new AddSound(Horn with { Name = ".wav" }, Tick.Zero), new AddSound(Horn, Tick.Zero, "Bell"));
        scene.SoundsDownwards().Select(sound => sound.Name).ShouldBe(["horn", "horn 2", ".wav", "Bell"]);
        (Of(scene).From, Of(scene).To, Of(scene).End).ShouldBe((0, 96_000, new Tick(3 * Second)));
        scene.Assets().Values.ShouldHaveSingleItem().Use.ShouldBe(AssetUse.Sound);
        Should.Throw<Refusal>(() => scene.After(new AddSound(Horn, Tick.Zero, "Bell"))).Reason.ShouldContain("Bell");
    }

    [Fact]
    public void What_is_left_after_a_trim_stays_where_it_is()
    {
        var scene = Bay().After(new SetSound(One, From: 24_000, To: 72_000));
        (Of(scene).Start.Value, Of(scene).End!.Value.Value).ShouldBe((Second * 3 / 2, Second * 5 / 2));
        // Given with a start, that is where it goes.
        Of(scene.After(new SetSound(One, From: 0, Start: Tick.Zero))).Start.ShouldBe(Tick.Zero);
        // Shorter than its fades, it has shorter ones.
        var faded = scene.After(new SetSound(One, FadeIn: 30_000, FadeOut: 18_000), new SetSound(One, To: 64_000));
        (Of(faded).FadeIn, Of(faded).FadeOut).ShouldBe((30_000, 10_000));
        Of(faded.After(new SetSound(One, Times: Sound.Endless))).FadeOut.ShouldBe(0);
    }

    [Theory]
    [InlineData(-1L, null, null, null, null)]
    [InlineData(null, 96_001L, null, null, null)]
    [InlineData(50_000L, 50_000L, null, null, null)]
    [InlineData(null, null, 96_001L, null, null)]
    [InlineData(null, null, 60_000L, 60_000L, null)]
    [InlineData(null, null, null, 1L, 0)]
    [InlineData(null, null, null, null, -1)]
    [InlineData(null, null, null, null, 100_001)]
    public void What_cannot_be_is_refused(long? from, long? to, long? fadeIn, long? fadeOut, int? times) =>
        Should.Throw<Refusal>(() => Bay().After(new SetSound(One, From: from, To: to, FadeIn: fadeIn, FadeOut: fadeOut, Times: times)));

    [Fact]
    public void Far_away_and_gone_ones_are_refused()
    {
        Should.Throw<Refusal>(() => Bay().After(new SetSound(One, Start: new(Tick.Furthest))));
        Should.Throw<Refusal>(() => Bay().After(new MoveSounds([One], long.MaxValue)));
        Should.Throw<Refusal>(() => Bay().After(new MoveSounds([], 1)));
        Should.Throw<Refusal>(() => Bay().After(new DeleteSounds([new(9)])));
        Should.Throw<Refusal>(() => Bay().After(new SetSound(new(9), Solo: true)));
        Should.Throw<Refusal>(() => Bay().After(new SetValues([new(Sound: One, Channel: "pitch", Value: 1)]))).Reason.ShouldContain("gain");
        Should.Throw<Refusal>(() => Bay().After(new SetValues([new(Sound: One, Channel: "gain", Value: 25)])));
        Should.Throw<Refusal>(() => Bay().After(new SetValues([new(Sound: One, Value: 1)])));
    }

    [Fact]
    public void Its_keys_go_along()
    {
        var keyed = Bay().After(new KeyChannels(30, [new(Sound: One, Channel: "gain", Value: -6)]));
        var moved = keyed.After(new MoveSounds([One, One], Second));
        (Of(moved).Start.Value, Of(moved).Gain.Curve!.Keys[0].Time.Value).ShouldBe((2 * Second, 30 * Second / 24 + Second));
        Same(Of(keyed.After(new SetSound(One, Start: new(3 * Second)))), Of(keyed.After(new MoveSounds([One], 2 * Second))));
    }

    [Theory]
    [InlineData(RateKeep.Clock)]
    [InlineData(RateKeep.Frames)]
    public void It_keeps_the_clock_at_every_rate(RateKeep keep)
    {
        var scene = Bay().After(new KeyChannels(30, [new(Sound: One, Channel: "gain", Value: -6)]));
        var changed = scene.After(new SetRate(FrameRate.Parse("30"), keep));
        TickSpan Since(Scene of, Tick time) => time - of.Rate.StartOf(of.Settings.Range.First);
        Since(changed, Of(changed).Start).ShouldBe(Since(scene, Of(scene).Start));
        Since(changed, Of(changed).Gain.Curve!.Keys[0].Time).ShouldBe(Since(scene, Of(scene).Gain.Curve!.Keys[0].Time));
    }

    [Fact]
    public void Where_frames_come_in_it_moves_whole_by_its_start()
    {
        var keyed = Bay().After(new KeyChannels(30, [new(Sound: One, Channel: "gain", Value: -6)]));
        Of(keyed.After(new InsertFrames(40, 24))).ShouldBe(Of(keyed));
        Same(Of(keyed.After(new InsertFrames(10, 24))), Of(keyed).Later(new(Second)));
    }

    [Fact]
    public void A_stretch_of_time_moves_it_whole_or_leaves_it()
    {
        var keyed = Bay().After(new KeyChannels(30, [new(Sound: One, Channel: "gain", Value: -6)]));
        // Twice as long about frame 0: its start is twice as far, and so many seconds are the same.
        var stretch = new StretchTime(240, 0, Ends: StretchEnds.Frames);
        Same(Of(keyed.After(stretch)), Of(keyed).Later(new(Second)));
        Of(keyed.After(stretch with { StillSounds = true })).ShouldBe(Of(keyed));
        keyed.After(stretch with { StillSounds = true }).Settings.ShouldBe(keyed.After(stretch).Settings);
    }

    private static void Same(Sound one, Sound other)
    {
        one.Gain.Curve!.Keys.ShouldBe(other.Gain.Curve!.Keys);
        one.ShouldBe(other with { Gain = one.Gain });
    }

    [Fact]
    public void Lanes_are_ordered_and_copies_come_below()
    {
        var scene = Bay().After(new AddSound(Horn, Tick.Zero, "Bell"), new DuplicateSounds([new(2), One]), new PlaceSound(new(4), 0));
        scene.SoundsDownwards().Select(sound => sound.Name).ShouldBe(["Bell 2", "horn", "Bell", "horn 2"]);
        var (after, change) = new DeleteSounds([One, new(2)]).Changed(scene);
        after.SoundsDownwards().Select(sound => sound.Name).ShouldBe(["Bell 2", "horn 2"]);
        SceneChange.Between(change.Reversed().AppliedTo(after), scene).IsEmpty.ShouldBeTrue();
    }
}
