using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;

namespace ZestyReel.Core.Tests.Texts;

/// <summary>A text that is split into letters looks on every frame as it did before.</summary>
public class SplitTextTests
{
    private static readonly ObjectId Sign = new(1);

    private static readonly decimal[] Frames = [1, 7.5m, 12, 20];

    private static Scene Quay(string lines, TextFont font = TextFont.Lora, TextAlign align = TextAlign.Centre, params Edit[] edits) => Scene.Empty("Quay").After(
        new SetRanges(new(1, 48)), new AddObject(ObjectKind.Text, "Sign"), new SetText([Sign], lines, font, align)).After(edits);

    public static TheoryData<string, TextFont, TextAlign> Words()
    {
        var words = new TheoryData<string, TextFont, TextAlign>();
        foreach (var font in Enum.GetValues<TextFont>())
        {
            words.Add("Lantern Bay", font, TextAlign.Centre);
            words.Add("Fog, office\nAVAST & ahoy!\n\nÉtoile 42", font, TextAlign.Right);
        }
        words.Add("ab של גד 12", TextFont.Rubik, TextAlign.Left);
        return words;
    }

    [Theory]
    [MemberData(nameof(Words))]
    public void Every_letter_stands_where_it_stood(string lines, TextFont font, TextAlign align)
    {
        var scene = Quay(lines, font, align, new SetValues([new(Sign, "shape.size", 1.5), new(Sign, "shape.spacing", 0.1), new(Sign, "shape.bevel", 0.02), new(Sign, "rotation.y", 30)]));
        ShouldLookAlike(scene, scene.After(new SplitText(Sign)));
    }

    [Fact]
    public void Keys_what_bends_it_and_how_it_fades_go_on()
    {
        var scene = Quay("Lantern\nBay", edits:
        [
            new AddLayer("Touch"), new KeyChannels(1, [new(Sign, "shape.depth", 0.1), new(Sign, "look.red", 0.2), new(Sign, "shape.size", 1), new(Sign, "position.x", 0), new(Sign, "look.opacity", 1)]),
            new KeyChannels(20, [new(Sign, "shape.depth", 0.6), new(Sign, "look.red", 0.9), new(Sign, "shape.size", 2), new(Sign, "position.x", 4), new(Sign, "look.opacity", 0.3)]),
            new KeyChannels(9, [new(Sign, "1/shape.depth", 0.2)]), new AddDeformer([Sign], DeformerKind.Bend, Axis.X, 1), new SetValues([new(Sign, "deform.Bend.strength", 70)]),
            new SetFade([Sign], new(20, 10, false), 1),
        ]);
        var split = scene.After(new SplitText(Sign));
        ShouldLookAlike(scene, split);
        split.Object(Sign).Channels.Keys.ShouldBe(["deform.Bend.foot", "deform.Bend.length", "deform.Bend.strength", "fade.edge", "fade.softness", "look.opacity", "position.x"]);
        split.Objects.Values.Where(thing => thing.Parent == Sign).Select(thing => (thing.Name, thing.Text!.Lines)).ShouldBe(
            [("L", "L"), ("a", "a"), ("n", "n"), ("t", "t"), ("e", "e"), ("r", "r"), ("n 2", "n"), ("B", "B"), ("a 2", "a"), ("y", "y")]);
    }

    [Fact]
    public void Keys_of_the_spacing_become_keys_of_places_also_under_a_warp()
    {
        var scene = Quay("Bay", edits:
        [
            new KeyChannels(1, [new(Sign, "shape.spacing", 0)]), new KeyChannels(20, [new(Sign, "shape.spacing", 1)]),
            new AddWarp(Targets: [new(Sign, "shape.spacing")]),
        ]);
        var warp = scene.Warps.Values.Single();
        scene = scene.After(new SetKeyValues([new([warp.Curve.Keys[^1].Time], Warp: warp.Id)], 20));
        var split = scene.After(new SplitText(Sign));
        split.Warps.Values.Single().Targets!.Value.ShouldContain(new TimeTarget(new(4), "position.x"));
        ShouldLookAlike(scene, split);
    }

    [Fact]
    public void What_cannot_be_split_is_refused_with_the_reason()
    {
        Refused(Quay("B"), "one letter only");
        Refused(Quay("Bay").After(new SetSway([Sign], ["shape.depth"])), "sway");
        Refused(Quay("Bay").After(new AddLayer("Touch"), new KeyChannels(2, [new(Sign, "1/shape.size", 3)])), "layer");
        Refused(Quay("Bay").After(new KeyChannels(2, [new(Sign, "shape.size", 3), new(Sign, "shape.spacing", 3)])), "both keyed");
        Should.Throw<Refusal>(() => Scene.Empty("Quay").After(new AddObject(ObjectKind.Box, "Hut"), new SplitText(Sign))).Message.ShouldContain("no text");
    }

    [Fact]
    public void A_text_is_bounded_and_needs_a_letter()
    {
        void Fails(string lines, string reason) => Should.Throw<Refusal>(() => Quay(lines)).Message.ShouldContain(reason);
        Fails(new string('a', 10_000), "1000 is the most");
        Fails(" \n ", "at least one letter");
        Fails("a\ud800", "half a character");
        Fails("a\u0007", "control");
        Fails(string.Concat(Enumerable.Repeat("a\n", 60)), "40 lines");
        Quay("a\r\nb\tc").Object(Sign).Text!.Lines.ShouldBe("a\nb c");
    }

    [Theory]
    [InlineData(AfterOrder.InOrder, new[] { 0, 1, 2, 3, 4 })]
    [InlineData(AfterOrder.FromEnds, new[] { 0, 1, 2, 1, 0 })]
    [InlineData(AfterOrder.FromMiddle, new[] { 2, 1, 0, 1, 2 })]
    public void Letters_come_one_after_the_other(AfterOrder order, int[] turns)
    {
        var (scene, letters) = Rising();
        var after = scene.After(new OneAfterOther(letters, 3, order));
        Begins(after, letters).ShouldBe([.. turns.Select(turn => 1 + 3.0 * turn)]);
        foreach (var letter in letters) after.Object(letter).Channel("position.y").Curve!.Keys.Length.ShouldBe(2);
    }

    [Theory]
    [InlineData(AfterOrder.InOrder, new[] { 1.0, 15.5, 29, 44, 58 })]
    [InlineData(AfterOrder.FromMiddle, new[] { 29.0, 15.5, 1, 15.5, 29 })]
    public void Letters_come_one_on_each_beat_however_far_apart_those_are(AfterOrder order, double[] begins)
    {
        var (scene, letters) = Rising();
        // The first beat is where the letters have risen; the two before it, and the bookmark of another colour, are not theirs.
        foreach (var frame in new[] { -20m, -6m, 9m, 23.5m, 37m, 52m, 66m }) scene = scene.After(new SetBookmark(frame, "Beat", BookmarkColour.Rose));
        scene = scene.After(new SetBookmark(30, "Note", BookmarkColour.Sky));
        var after = scene.After(new OneOnEachBookmark(letters, BookmarkColour.Rose, order));
        Begins(after, letters).ShouldBe(begins);
        foreach (var letter in letters) after.Object(letter).Channel("position.y").Curve!.Keys.Length.ShouldBe(2);
    }

    [Fact]
    public void Where_there_are_too_few_beats_it_is_said_how_many_are_needed()
    {
        var (scene, letters) = Rising();
        foreach (var frame in new[] { -20m, 9m, 23m }) scene = scene.After(new SetBookmark(frame, "Beat", BookmarkColour.Rose));
        Should.Throw<Refusal>(() => scene.After(new OneOnEachBookmark(letters))).Message.ShouldContain("5 bookmarks are needed from where the first one moves on, and there are 2");
        Should.Throw<Refusal>(() => scene.After(new OneOnEachBookmark(letters, BookmarkColour.Sky))).Message.ShouldContain("there are 0");
        Should.Throw<Refusal>(() => scene.After(new OneOnEachBookmark(letters, (BookmarkColour)99))).Message.ShouldContain("no such colour");
    }

    [Fact]
    public void At_random_each_has_a_turn_of_its_own_and_the_same_chance_gives_the_same()
    {
        var (scene, letters) = Rising();
        double[] Of(int seed) => Begins(scene.After(new OneAfterOther(letters, 2, AfterOrder.AtRandom, seed)), letters);
        Of(7).Order().ShouldBe([1, 3, 5, 7, 9]);
        Of(7).ShouldBe(Of(7));
        Enumerable.Range(1, 9).Any(seed => !Of(seed).SequenceEqual(Of(7))).ShouldBeTrue();
    }

    private static (Scene Scene, System.Collections.Immutable.ImmutableArray<ObjectId> Letters) Rising()
    {
        var scene = Quay("Light").After(new SplitText(Sign));
        System.Collections.Immutable.ImmutableArray<ObjectId> letters = [.. scene.Objects.Values.Where(thing => thing.Parent == Sign).Select(thing => thing.Id)];
        foreach (var letter in letters) scene = scene.After(new KeyChannels(1, [new(letter, "position.y", -2)]), new KeyChannels(9, [new(letter, "position.y", 0)]));
        return (scene, letters);
    }

    private static double[] Begins(Scene scene, IEnumerable<ObjectId> letters) =>
        [.. letters.Select(letter => scene.Rate.FrameOf(scene.Object(letter).Channel("position.y").Curve!.Keys[0].Time.Value))];

    private static void Refused(Scene scene, string reason) => Should.Throw<Refusal>(() => scene.After(new SplitText(Sign))).Message.ShouldContain(reason);

    private static void ShouldLookAlike(Scene scene, Scene split)
    {
        SceneRules.Check(split);
        var (before, after) = (Seen(scene), Seen(split));
        after.Length.ShouldBe(before.Length);
        for (var i = 0; i < before.Length; i++)
        {
            (after[i].Place - before[i].Place).Length().ShouldBeLessThan(1e-9);
            after[i].Opacity.ShouldBe(before[i].Opacity, 1e-9);
        }
    }

    // Every vertex on some frames, letter by letter.
    private static (Vector Place, double Opacity)[] Seen(Scene scene)
    {
        var times = new FrameTimes(scene, [.. Frames.Select(frame => (double)scene.Rate.At(frame, "frame").Value)]);
        var worlds = new WorldSampler(scene, times);
        var texts = scene.Objects.Values.Where(thing => thing.Kind == ObjectKind.Text).Select(thing => new GeometryRun(thing, times, worlds)).ToList();
        return [.. Enumerable.Range(0, Frames.Length).SelectMany(i => texts.SelectMany(run => run.World(i).Positions.Zip(run.Opacities(i))))];
    }
}
