using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Sounding;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Sounds;

/// <summary>Beats of sounds as they stand in a scene, laid as bookmarks, and keys that are put on them.</summary>
public class BeatsTests
{
    private const int Rate = 48_000;

    /// <summary>Two seconds with a click each half, the first at a quarter of a second.</summary>
    private static readonly Waves Clicks = new(2 * Rate, i => i % (Rate / 2) == Rate / 4 ? 0.7f : 0);

    private static double[] Seconds(Scene scene, FrameRange? frames = null, params int[] sounds) =>
        [.. Beats.Of(scene, [.. sounds.DefaultIfEmpty(1).Select(id => new SoundId(id))], frames ?? new(0, 95), _ => Clicks).Found.Select(beat => (double)beat.Time.Value / Tick.PerSecond)];

    private static void ShouldBe(double[] found, params double[] wanted)
    {
        found.Length.ShouldBe(wanted.Length, string.Join(" ", found));
        for (var i = 0; i < wanted.Length; i++) found[i].ShouldBe(wanted[i], 0.01);
    }

    private static Scene With(params Sound[] sounds) => sounds.Aggregate(Scene.Empty("Bay"), (scene, sound) => scene.With(sound));

    [Fact]
    public void They_stand_where_they_are_heard_however_the_sound_is_laid()
    {
        var sound = Clicks.Sound(Rate);
        ShouldBe(Seconds(With(sound)), 0.25, 0.75, 1.25, 1.75);
        ShouldBe(Seconds(With(sound with { Start = new(Tick.PerSecond) })), 1.25, 1.75, 2.25, 2.75);
        ShouldBe(Seconds(With(sound with { From = Rate / 2, To = Rate, Times = 3 })), 0.25, 0.75, 1.25);
        ShouldBe(Seconds(With(sound), new(24, 95)), 1.25, 1.75);
        ShouldBe(Seconds(With(sound, sound with { Id = new(2), Name = "Bell", Start = new(Tick.PerSecond / 8) }), null, 1, 2), 0.25, 0.375, 0.75, 0.875, 1.25, 1.375, 1.75, 1.875);
    }

    [Fact]
    public void What_is_muted_soft_or_not_solo_is_listened_to_all_the_same()
    {
        var sound = Clicks.Sound(Rate) with { Mute = new(1), Gain = new(-90), FadeIn = Rate };
        ShouldBe(Seconds(With(sound, sound with { Id = new(2), Name = "Bell", Solo = true })), 0.25, 0.75, 1.25, 1.75);
    }

    [Fact]
    public void The_loudness_is_told_in_equal_parts()
    {
        var told = Beats.Of(With(Clicks.Sound(Rate)), [new(1)], new(0, 47), _ => Clicks).Loudness;
        told.Length.ShouldBe(Beats.Parts);
        Enumerable.Range(0, Beats.Parts).Where(i => told[i] > 0.5).ShouldBe([64, 192, 320, 448]);
    }

    [Fact]
    public void What_cannot_be_listened_to_is_told()
    {
        var scene = With(Clicks.Sound(Rate));
        Should.Throw<Refusal>(() => Beats.Of(scene, [], new(0, 9), _ => Clicks)).Message.ShouldContain("select the sounds");
        Should.Throw<Refusal>(() => Beats.Of(scene, [new(7)], new(0, 9), _ => Clicks));
        Should.Throw<Refusal>(() => Beats.Of(scene, [new(1)], new(0, 100_000), _ => Clicks)).Message.ShouldContain("60 minutes");
        Beats.Of(scene, [new(1)], new(0, 9), _ => null).Found.ShouldBeEmpty();
        Should.Throw<OperationCanceledException>(() => Beats.Of(scene, [new(1)], new(0, 95), _ => Clicks, new CancellationToken(true)));
    }

    [Fact]
    public void Bookmarks_are_laid_in_order_on_frames_and_instead_of_those_of_the_colour()
    {
        var scene = Scene.Empty("Bay").After(new SetBookmark(5, "Note", BookmarkColour.Sky), new SetBookmark(6, "Old", BookmarkColour.Rose));
        ImmutableArray<Tick> times = [scene.Rate.StartOf(12) + new TickSpan(9), scene.Rate.StartOf(3), scene.Rate.StartOf(12)];
        string[] Told(Scene of) => [.. of.Bookmarks.Values.Select(each => FormattableString.Invariant($"{each.Name} {of.Rate.FrameOf(each.Time.Value):0.#######} {each.Colour}"))];
        Told(scene.After(new LayBookmarks(times, "Beat", BookmarkColour.Rose, Frames: true))).ShouldBe(["Note 5 Sky", "Old 6 Rose", "Beat 1 3 Rose", "Beat 2 12 Rose"]);
        var exact = scene.After(new LayBookmarks(times, "Beat", BookmarkColour.Rose, Instead: true));
        Told(exact).Select(each => each.Split(' ')[0] + each.Split(' ')[1]).ShouldBe(["Note5", "Beat1", "Beat2", "Beat3"]);
        Told(exact.After(new DeleteBookmarks(BookmarkColour.Rose))).ShouldBe(["Note 5 Sky"]);
        Should.Throw<Refusal>(() => scene.After(new DeleteBookmarks(BookmarkColour.Fern)));
        Should.Throw<Refusal>(() => scene.After(new LayBookmarks([], "Beat", BookmarkColour.Rose)));
        var many = scene.After(new LayBookmarks([.. Enumerable.Range(0, Bookmark.MostInScene - 2).Select(i => new Tick(i))], "Beat", BookmarkColour.Fern));
        Should.Throw<Refusal>(() => many.After(new SetBookmark(1, "One more", BookmarkColour.Sky))).Message.ShouldContain("room");
    }

    private static Scene Keyed(params decimal[] frames) => frames.Aggregate(Scene.Empty("Bay").After(new AddObject(ObjectKind.Box, "Ferry")), (scene, frame) =>
        scene.After(new KeyChannels(frame, [new(new ObjectId(1), "position.x", (double)frame)])));

    private static decimal[] FramesOf(Scene scene) => [.. scene.Object(new(1)).Channel("position.x").Curve!.Keys.Select(key => Math.Round((decimal)scene.Rate.FrameOf(key.Time.Value), 4))];

    private static KeySet All(Scene scene) => new(new ObjectId(1), "position.x", [.. scene.Object(new(1)).Channel("position.x").Curve!.Keys.Select(key => key.Time)]);

    private static Scene Marked(Scene scene, params decimal[] frames) => frames.Aggregate(scene, (now, frame) => now.After(new SetBookmark(frame, "Beat", BookmarkColour.Plum)));

    [Fact]
    public void Each_key_goes_to_the_bookmark_that_is_nearest_and_of_several_only_the_nearest()
    {
        var scene = Marked(Keyed(1, 9, 11, 12, 22, 40), 0, 12.5m, 24);
        FramesOf(scene.After(new PutOnBookmarks([All(scene)]))).ShouldBe([0, 9, 11, 12.5m, 24, 40]);
        FramesOf(scene.After(new PutOnBookmarks([All(scene)], Furthest: 1))).ShouldBe([0, 9, 11, 12.5m, 22, 40]);
        // Of two alike the earlier one.
        var alike = Marked(Keyed(10, 14), 12);
        FramesOf(alike.After(new PutOnBookmarks([All(alike)]))).ShouldBe([12, 14]);
    }

    [Fact]
    public void Only_bookmarks_of_the_colour_count()
    {
        var scene = Marked(Keyed(5, 20), 8, 18).After(new SetBookmark(5.5m, "Note", BookmarkColour.Sky));
        FramesOf(scene.After(new PutOnBookmarks([All(scene)], BookmarkColour.Plum))).ShouldBe([8, 18]);
        FramesOf(scene.After(new PutOnBookmarks([All(scene)]))).ShouldBe([5.5m, 18]);
        Should.Throw<Refusal>(() => scene.After(new PutOnBookmarks([All(scene)], BookmarkColour.Fern))).Message.ShouldContain("colour");
    }

    [Fact]
    public void Under_a_warp_a_key_is_seen_on_the_bookmark()
    {
        // Everything from frame 1 on is played at half speed: what stands at 10 is seen on 19.
        var scene = Marked(Keyed(4, 10), 9, 22).After(new SetSceneSpeed(0.5m));
        FramesOf(scene.After(new PutOnBookmarks([All(scene)]))).ShouldBe([5, 11.5m]);
    }

    [Fact]
    public void Where_a_key_lands_on_one_that_stays_it_is_asked()
    {
        var scene = Marked(Keyed(4, 10, 12), 12);
        var ten = new KeySet(new ObjectId(1), "position.x", [scene.Rate.StartOf(10)]);
        Should.Throw<KeyClash>(() => scene.After(new PutOnBookmarks([ten])));
        FramesOf(scene.After(new PutOnBookmarks([ten], Meet: WhenKeysMeet.Replace))).ShouldBe([4, 12]);
        var told = CurveConsequence.Of(scene, new PutOnBookmarks([ten], Meet: WhenKeysMeet.Replace));
        (told.Keys, told.KeysAfter, told.Moved).ShouldBe((3, 2, 0));
        CurveConsequence.Of(Marked(Keyed(4, 10), 12), new PutOnBookmarks([ten])).Moved.ShouldBe(1);
    }
}
