using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Cues;

/// <summary>When cues call: against closed forms, and against looking at every 256th of a frame.</summary>
public class CueMomentTests
{
    private static readonly ObjectId Boat = new(1), Gull = new(2), Buoy = new(3);

    /// <summary>A boat that goes 60 along x from frame 1 to 61, a gull that rises from frame 1 to 25, and a buoy that stands at 30.</summary>
    private static Scene Bay(params Edit[] edits) => Scene.Empty("Bay").After(
        new SetRanges(new(1, 120)), new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Cone, "Gull"), new AddObject(ObjectKind.Sphere, "Buoy"),
        new KeyChannels(1, [new(Boat, "position.x", 0), new(Gull, "position.y", 2)]), new KeyChannels(61, [new(Boat, "position.x", 60)]), new KeyChannels(25, [new(Gull, "position.y", 9)]),
        new SetInterpolation([new(Boat, "position.x", [FrameRate.Film.At(1), FrameRate.Film.At(61)])], Core.Curves.Interpolation.Linear, Core.Curves.Interpolation.Linear),
        new SetValues([new(Buoy, "position.x", 30)])).After(edits);

    private static AddCue When(CueWhen when, decimal? from = null, decimal offset = 0) => new(when, [new(Gull, null)], From: from, Offset: offset);

    private static double? Frame(Scene scene, int cue = 1) =>
        CueMoments.Of(scene).At(scene.Cues[new CueId(cue)]).At is { } at ? scene.Rate.FrameOf(at.Value) : null;

    [Fact]
    public void A_value_is_reached_on_the_very_frame()
    {
        Frame(Bay(When(new(CueEvent.Reaches, Boat, "position.x", 30)))).ShouldBe(31);
        Frame(Bay(When(new(CueEvent.Reaches, Boat, "position.x", 30, CueGoing.Up)))).ShouldBe(31);
        Frame(Bay(When(new(CueEvent.Reaches, Boat, "position.x", 30, CueGoing.Down)))).ShouldBeNull();
        // It stands there from the start on.
        Frame(Bay(When(new(CueEvent.Reaches, Boat, "position.x", 0)))).ShouldBe(1);
        Frame(Bay(When(new(CueEvent.Reaches, Boat, "position.x", 30), from: 40))).ShouldBeNull();
        // Between frames, to the 256th.
        Frame(Bay(When(new(CueEvent.Reaches, Boat, "position.x", 30.1))))!.Value.ShouldBe(31.1, 1.0 / 256);
    }

    [Fact]
    public void What_comes_near_is_near_and_what_leaves_was_near()
    {
        Frame(Bay(When(new(CueEvent.Near, Boat, Value: 5, Other: Buoy)))).ShouldBe(26);
        Frame(Bay(When(new(CueEvent.Leaves, Boat, Value: 5, Other: Buoy))))!.Value.ShouldBe(36 + 1.0 / 256, 1e-6);
        Frame(Bay(When(new(CueEvent.Near, Boat, Value: 100, Other: Buoy)))).ShouldBe(1);
        Frame(Bay(When(new(CueEvent.Leaves, Boat, Value: 100, Other: Buoy)))).ShouldBeNull();
    }

    [Fact]
    public void What_something_moves_on_is_not_proposed_as_what_it_comes_near_to()
    {
        // The boat is at 20: ten from the buoy, and from the middle of a sea of a hundred.
        var scene = Bay(new AddObject(ObjectKind.Plane, "Sea"), new SetValues([new(new(4), "shape.width", 100), new(new(4), "shape.depth", 100), new(new(4), "position.x", 30)]));
        Others().ShouldBe([Buoy]);
        scene = scene.After(new SetValues([new(new(4), "shape.width", 4), new(new(4), "shape.depth", 4)]));
        Others().ShouldBe([Buoy, new ObjectId(4)], ignoreOrder: true);

        IEnumerable<ObjectId> Others() => CueProposals.Of(scene, scene.Rate.StartOf(21), [Gull]).Where(each => each.When.Event == CueEvent.Near).Select(each => each.When.Other!.Value);
    }

    [Fact]
    public void A_bookmark_is_its_moment()
    {
        var scene = Bay(new SetBookmark(40, "Horn", BookmarkColour.Rose), When(new(CueEvent.Bookmark, Bookmark: new BookmarkId(1)), offset: 3));
        Frame(scene).ShouldBe(40);
        Seen(scene, "position.y", 43).ShouldBe(2, 1e-9);
        Seen(scene, "position.y", 67).ShouldBe(9, 1e-9);
    }

    [Fact]
    public void What_never_comes_leaves_the_motion_standing_and_tells_how_near_it_was()
    {
        var scene = Bay(When(new(CueEvent.Reaches, Boat, "position.x", 75)));
        var moment = CueMoments.Of(scene).At(scene.Cues[new CueId(1)]);
        moment.At.ShouldBeNull();
        moment.Nearest.ShouldBe(60, 1e-9);
        scene.Rate.FrameOf(moment.NearestAt.Value).ShouldBe(61);
        foreach (var frame in (decimal[])[1, 25, 60, 120]) Seen(scene, "position.y", frame).ShouldBe(2);
        Frame(Bay(When(new(CueEvent.Near, Boat, Value: 1, Other: Buoy), from: 100))).ShouldBeNull();
    }

    [Fact]
    public void Off_it_does_nothing_but_still_knows_when_it_would_call()
    {
        var scene = Bay(When(new(CueEvent.Reaches, Boat, "position.x", 30)), new SetCue(new(1), On: false));
        Frame(scene).ShouldBe(31);
        Seen(scene, "position.y", 25).ShouldBe(9);
    }

    [Fact]
    public void What_it_waits_for_is_looked_for_in_what_is_played()
    {
        // At half the speed the boat is half way at twice the time.
        var scene = Bay(new AddWarp("Slow", [new(Boat, null)]), new KeyChannels(120, [new(CurveRef.Of(new WarpId(1)), 60.5)]), When(new(CueEvent.Reaches, Boat, "position.x", 30)));
        var frame = Frame(scene)!.Value;
        Seen(scene, "position.x", (decimal)frame, Boat).ShouldBe(30, 0.02);
        frame.ShouldBeGreaterThan(55);
        // And a cue that starts the boat moves it along.
        scene = Bay(new SetBookmark(21, "Off", BookmarkColour.Sky), new AddCue(new(CueEvent.Bookmark, Bookmark: new BookmarkId(1)), [new(Boat, null)]), When(new(CueEvent.Reaches, Boat, "position.x", 30)));
        Frame(scene, 2).ShouldBe(51);
    }

    [Fact]
    public void Every_kind_agrees_with_looking_at_every_moment()
    {
        var random = new Random(20_261_126);
        var called = 0;
        for (var round = 0; round < 300; round++)
        {
            var scene = RandomCues.Scene(random);
            foreach (var cue in scene.Cues.Values)
            {
                var found = CueMoments.Of(scene).At(cue).At;
                if (found is not null) called++;
                found.ShouldBe(RandomCues.Dense(scene, cue), $"round {round}: {cue.When}");
            }
        }
        called.ShouldBeGreaterThan(200);
    }

    [Fact]
    public void Whatever_it_waits_for_its_anchor_is_seen_when_it_calls()
    {
        var random = new Random(7);
        for (var round = 0; round < 300; round++)
        {
            var scene = RandomCues.Scene(random);
            var plain = scene with { Cues = scene.Cues.Clear() };
            foreach (var cue in scene.Cues.Values)
            {
                if (CueMoments.Of(scene).At(cue).At is not { } calls) continue;
                foreach (var (id, only) in cue.Starts)
                    foreach (var spec in scene.Object(id).Specs.Where(spec => spec.IsOfTransform && (only is null || spec.Name == only)))
                        new TimeFlow(scene).SourceOf(CurveRef.Of(id, spec.Name), calls.Value + cue.Offset.Value)
                            .ShouldBe(new TimeFlow(plain).SourceOf(CurveRef.Of(id, spec.Name), cue.Anchor.Value), "to the tick");
            }
        }
    }

    [Fact]
    public void What_a_change_leaves_alone_is_not_looked_for_again_and_what_it_moves_is()
    {
        var scene = Bay(When(new(CueEvent.Reaches, Boat, "position.x", 30)));
        Frame(scene).ShouldBe(31);
        var later = new MoveKeys([new(Boat, "position.x", [FrameRate.Film.At(61)])], 60, false).Apply(scene);
        Frame(later).ShouldBe(61);
        // What is seen of the gull is told to be stale, though nothing of it has changed.
        var change = Core.Changes.SceneChange.Between(scene, later);
        var retimed = RetimedObjects.Of(change, scene, later);
        retimed.Has(Gull).ShouldBeTrue();
        retimed.Has(Buoy).ShouldBeFalse();
        change.Stale(later, retimed).Select(each => each.Object.Id).ShouldContain(Gull);
        var other = new SetValues([new(Buoy, "position.y", 3)]).Apply(scene);
        RetimedObjects.Of(Core.Changes.SceneChange.Between(scene, other), scene, other).IsEmpty.ShouldBeTrue();
    }

    [Fact]
    public void It_waits_for_what_nobody_keyed_and_starts_it()
    {
        // Half a unit above the ground it is four and a half below where the boat lets go of it at 15.
        var fall = Math.Sqrt(2 * 4.5 / 9.81) * 24;
        var scene = Bay(new SetValues([new(Buoy, "position.y", 5.5)]), new SetBounce([Buoy], []), new KeyChannels(1, [new(Buoy, Bounce.Falling, 0)]), new KeyChannels(2, [new(Buoy, Bounce.Falling, 1)]),
            new AddCue(new(CueEvent.Reaches, Boat, "position.x", 14), [new(Buoy, Bounce.Falling)], Anchor: 2), When(new(CueEvent.Reaches, Buoy, "position.y", 1, CueGoing.Down)));
        Frame(scene).ShouldBe(15);
        Frame(scene, 2)!.Value.ShouldBe(15 + fall, 0.01);
        Should.Throw<Refusal>(() => new AddCue(new(CueEvent.Reaches, Buoy, "position.y", 3), [new(Boat, null)]).Apply(scene)).Reason.ShouldContain("motion cannot wait for itself");
    }

    [Fact]
    public void What_rolls_is_waited_for_though_something_else_of_its_carrier_waits_for_it()
    {
        var scene = Bay(new SetParent([Buoy], Boat), new SetRoll([Buoy], Axis.Z, 1), When(new(CueEvent.Reaches, Buoy, "rotation.z", -360)), new KeyChannels(1, [new(Boat, "look.opacity", 0)]), new KeyChannels(5, [new(Boat, "look.opacity", 1)]),
            new AddCue(new(CueEvent.Reaches, Gull, "position.y", 9), [new(Boat, "look.opacity")]));
        Frame(scene)!.Value.ShouldBe(1 + 2 * Math.PI, 0.01);
        Frame(scene, 2)!.Value.ShouldBe(Frame(scene)!.Value + 24, 0.01);
    }

    private static double Seen(Scene scene, string channel, decimal frame, ObjectId? id = null) =>
        Stages.Values(scene.Object(id ?? Gull), channel, FrameTimes.At(scene, scene.Rate.At(frame)))[0];
}
