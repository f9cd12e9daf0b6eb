using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Cues;

/// <summary>Edits of cues, and what other edits do to them.</summary>
public class CueEditTests
{
    private static readonly ObjectId Boat = new(1), Gull = new(2), Fish = new(3);
    private static readonly CueId First = new(1);

    private static Scene Bay(params Edit[] edits) => Scene.Empty("Bay").After(
        new SetRanges(new(1, 100)), new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Cone, "Gull"), new AddObject(ObjectKind.Sphere, "Fish"),
        new KeyChannels(1, [new(Boat, "position.x", 0)]), new KeyChannels(49, [new(Boat, "position.x", 48)]),
        new KeyChannels(5, [new(Gull, "position.y", 2)]), new KeyChannels(29, [new(Gull, "position.y", 9)]),
        new KeyChannels(1, [new(Fish, "position.z", 0)]), new KeyChannels(11, [new(Fish, "position.z", 5)])).After(edits);

    private static CueWhen Reaches(ObjectId id, string channel, double value) => new(CueEvent.Reaches, id, channel, value);

    private static readonly AddCue BoatStartsGull = new(Reaches(Boat, "position.x", 24), [new(Gull, null)], Offset: 2);

    private static double[] Seen(Scene scene, ObjectId id, string channel) => Stages.Values(scene.Object(id), channel, FrameTimes.Of(scene, new(-10, 120)));

    [Fact]
    public void It_is_anchored_at_the_first_key_and_named_after_what_it_starts()
    {
        var cue = Bay(BoatStartsGull).Cues[First];
        cue.Name.ShouldBe("Gull starts");
        cue.Anchor.ShouldBe(FrameRate.Film.At(5));
        cue.From.ShouldBe(FrameRate.Film.At(1));
        var (scene, calls) = (Bay(BoatStartsGull), CueMoments.Of(Bay(BoatStartsGull)));
        new TimeFlow(scene).PlayedOf(CurveRef.Of(Gull, "position.y"), FrameRate.Film.At(5).Value).ShouldBe(FrameRate.Film.At(27).Value);
        calls.ShouldNotBeNull();
    }

    [Fact]
    public void A_circle_is_refused_with_its_names()
    {
        var scene = Bay(BoatStartsGull, new AddCue(Reaches(Gull, "position.y", 5), [new(Fish, null)], Name: "Fish jumps"));
        var circle = Should.Throw<Refusal>(() => scene.After(new AddCue(Reaches(Fish, "position.z", 3), [new(Boat, "position.x")], Name: "Boat goes")));
        foreach (var name in (string[])["Gull starts", "Fish jumps", "Boat goes"]) circle.Reason.ShouldContain(name);
        Should.Throw<Refusal>(() => scene.After(new SetCue(First, When: Reaches(Gull, "position.y", 5)))).Reason.ShouldContain("cannot wait for itself");
        // A part that has nothing to do with what is watched may be started.
        Bay(new AddCue(new(CueEvent.Near, Gull, Value: 3, Other: Boat), [new(Gull, "look.opacity")])).Cues.Count.ShouldBe(1);
        // Nor can what carries it be started by it.
        var carried = Bay(new SetParent([Gull], Boat, 1));
        Should.Throw<Refusal>(() => carried.After(new AddCue(new(CueEvent.Near, Gull, Value: 3, Other: Fish), [new(Boat, null)])));
        // One that is off starts nothing, so that nothing waits for it.
        scene.After(new SetCue(First, On: false), new SetCue(First, When: Reaches(Gull, "position.y", 5))).Cues.Count.ShouldBe(2);
    }

    [Fact]
    public void Nothing_is_started_by_two()
    {
        Should.Throw<Refusal>(() => Bay(BoatStartsGull, new AddCue(Reaches(Boat, "position.x", 5), [new(Gull, "position.y")]))).Reason.ShouldContain("Gull starts already");
        Bay(BoatStartsGull, new SetCue(First, On: false), new AddCue(Reaches(Boat, "position.x", 5), [new(Gull, "position.y")])).Cues.Count.ShouldBe(2);
    }

    [Fact]
    public void What_makes_no_sense_is_refused_with_its_place()
    {
        void Refused(CueWhen when, string place) => Should.Throw<Refusal>(() => Bay(new AddCue(when, [new(Gull, null)]))).Place.ShouldBe(place);
        Refused(new(CueEvent.Reaches, Boat), "when.channel");
        Refused(new(CueEvent.Reaches, Boat, "position.x", double.NaN), "when.value");
        Refused(new(CueEvent.Reaches, Boat, Follow.Travel, 0.5), "when.channel");
        Refused(new(CueEvent.Near, Boat, Value: 3), "when.other");
        Refused(new(CueEvent.Near, Boat, Value: 3, Other: Boat), "when.other");
        Refused(new(CueEvent.Near, Boat, Value: -3, Other: Fish), "when.value");
        Refused(new(CueEvent.Near, Boat, Value: 3, Other: Fish, Going: CueGoing.Up), "when.going");
        Refused(new(CueEvent.Bookmark, Bookmark: new BookmarkId(9)), "when.bookmark");
        Refused(new(CueEvent.Bookmark), "when.bookmark");
        Refused(new((CueEvent)9, Boat), "when");
        Should.Throw<Refusal>(() => Bay(new AddCue(Reaches(Boat, "position.x", 3), []))).Place.ShouldBe("starts");
        Should.Throw<Refusal>(() => Bay(new AddCue(Reaches(Boat, "position.x", 3), [new(Gull, "light.range")]))).Place.ShouldBe("starts.channel");
    }

    [Fact]
    public void Baked_it_changes_no_sample()
    {
        var random = new Random(3);
        var baked = 0;
        for (var round = 0; round < 120; round++)
        {
            var scene = RandomCues.Scene(random);
            foreach (var cue in scene.Cues.Keys)
            {
                Scene after;
                try
                {
                    after = scene.After(new BakeCue(cue));
                }
                catch (Refusal)
                {
                    continue;
                }
                baked++;
                after.Cues.ContainsKey(cue).ShouldBeFalse();
                foreach (var thing in scene.Objects.Values)
                    foreach (var spec in thing.Specs.Where(spec => spec.IsOfTransform))
                        Seen(after, thing.Id, spec.Name).ShouldBe(Seen(scene, thing.Id, spec.Name), $"round {round}");
            }
        }
        baked.ShouldBeGreaterThan(50);
    }

    [Fact]
    public void What_goes_takes_its_cues_along_and_comes_back_with_them()
    {
        var scene = Bay(BoatStartsGull, new AddCue(Reaches(Boat, "position.x", 40), [new(Fish, null)]));
        var (after, change) = new DeleteObjects([Fish]).Changed(scene);
        after.Cues.Keys.ShouldBe([First]);
        change.Reversed().AppliedTo(after).Cues.Count.ShouldBe(2);
        new DeleteObjects([Boat]).Apply(scene).Cues.ShouldBeEmpty();
        // A copy is started along with what it was made of.
        new DuplicateObjects([Gull]).Apply(scene).Cues[First].Starts.Length.ShouldBe(2);
        // Off its path it has no travel any more that could be waited for.
        var route = Bay(new AddPath([new(new(0, 0, 0)), new(new(9, 0, 0))]), new FollowPath([Boat], new(4)), new AddCue(Reaches(Boat, Follow.Travel, 0.5), [new(Gull, null)]));
        route.After(new LeavePath([Boat], 1)).Cues.ShouldBeEmpty();
        route.After(new DeleteObjects([new(4)])).Cues.ShouldBeEmpty();
        var marked = Bay(new SetBookmark(40, "Horn", BookmarkColour.Sky), new AddCue(new(CueEvent.Bookmark, Bookmark: new BookmarkId(1)), [new(Gull, null)]));
        marked.After(new DeleteBookmark(new(1))).Cues.ShouldBeEmpty();
    }

    [Fact]
    public void Times_that_move_take_it_along()
    {
        var scene = Bay(BoatStartsGull);
        // At twice the length everything is seen at twice the time.
        var slow = scene.After(new StretchTime(199, 1));
        Stages.Values(slow.Object(Gull), "position.y", FrameTimes.Of(slow, new(1, 199))).Where((_, i) => i % 2 == 0)
            .Zip(Stages.Values(scene.Object(Gull), "position.y", FrameTimes.Of(scene, new(1, 100)))).ShouldAllBe(pair => Math.Abs(pair.First - pair.Second) < 0.02);
        // Frames put in before it starts move it; its motion stays whole, though its keys stand about where they are put in.
        var marked = Bay(new SetBookmark(35, "Horn", BookmarkColour.Sky), new AddCue(new(CueEvent.Bookmark, Bookmark: new BookmarkId(1)), [new(Gull, null)], Offset: 2));
        var put = marked.After(new InsertFrames(10, 8));
        Stages.Values(put.Object(Gull), "position.y", FrameTimes.Of(put, new(18, 100))).ShouldBe(Stages.Values(marked.Object(Gull), "position.y", FrameTimes.Of(marked, new(10, 92))), 1e-9);
        // Put in between the moment and the start, they make that wait longer; put in while it is seen to move, they draw that out.
        put = marked.After(new InsertFrames(36, 8));
        Stages.Values(put.Object(Gull), "position.y", FrameTimes.Of(put, new(44, 100))).ShouldBe(Stages.Values(marked.Object(Gull), "position.y", FrameTimes.Of(marked, new(36, 92))), 1e-9);
        var held = marked.After(new InsertFrames(50, 8));
        Stages.Values(held.Object(Gull), "position.y", FrameTimes.Of(held, new(1, 37))).ShouldBe(Stages.Values(marked.Object(Gull), "position.y", FrameTimes.Of(marked, new(1, 37))), 1e-9);
        Stages.Values(held.Object(Gull), "position.y", FrameTimes.Of(held, new(69, 100))).ShouldAllBe(value => value == 9);
        scene.After(new SetRate(FrameRate.Parse("48"), RateKeep.Clock)).Cues[First].Offset.ShouldBe(scene.Cues[First].Offset);
    }

    [Fact]
    public void A_key_set_by_hand_stands_where_it_is_seen()
    {
        var scene = Bay(BoatStartsGull).After(new KeyChannels(39, [new(Gull, "position.y", 30)]));
        Seen(scene, Gull, "position.y")[39 + 10].ShouldBe(30);
        scene.Keys(Gull, "position.y").Select(key => key.Time).ShouldContain(FrameRate.Film.At(17));
    }

    [Fact]
    public void Two_thousand_in_a_chain_are_worked_out_and_not_one_more_is_taken()
    {
        var scene = Scene.Empty("Chain").After(new SetRanges(new(1, 100)), new SetBookmark(3, "Off", BookmarkColour.Sky));
        var things = Enumerable.Range(1, Cue.MostInScene + 1).Select(id => new SceneObject(new(id), $"Boat {id}", ObjectKind.Group, null, id, RotationOrder.Xyz, scene.Objects.IsEmpty
            ? System.Collections.Immutable.ImmutableSortedDictionary<string, Channel>.Empty.Add("position.x", new Channel(0, new Core.Curves.Curve([
                new(FrameRate.Film.At(1), 0, Core.Curves.Interpolation.Linear, Core.Curves.Interpolation.Linear), new(FrameRate.Film.At(2), 1, Core.Curves.Interpolation.Linear, Core.Curves.Interpolation.Linear)]))) : null!));
        scene = scene with { Objects = System.Collections.Immutable.ImmutableSortedDictionary.CreateRange(things.Select(thing => KeyValuePair.Create(thing.Id, thing))) };
        var cues = Enumerable.Range(1, Cue.MostInScene).Select(id => new Cue(new(id), $"Cue {id}", true,
            id == 1 ? new(CueEvent.Bookmark, Bookmark: new BookmarkId(1)) : Reaches(new(id - 1), "position.x", 0.01), FrameRate.Film.At(1), new(0), [new(new ObjectId(id), null)], FrameRate.Film.At(1)));
        scene = scene with { Cues = System.Collections.Immutable.ImmutableSortedDictionary.CreateRange(cues.Reverse().Select(cue => KeyValuePair.Create(cue.Id, cue))) };
        SceneRules.Check(scene);
        CueMoments.Of(scene).At(scene.Cues[new(Cue.MostInScene)]).At.ShouldNotBeNull();
        Should.Throw<Refusal>(() => scene.After(new AddCue(Reaches(new(1), "position.x", 0.5), [new(new ObjectId(Cue.MostInScene + 1), null)]))).Reason.ShouldContain("room for");
    }
}
