using System.Collections.Immutable;
using ZestyReel.Core.Checks;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Checks;

/// <summary>Each finding has a scene that has it, and a near miss that has not.</summary>
public class FindingTests
{
    private static readonly FrameRate Film = FrameRate.Film;

    /// <summary>The ferry with keys on a channel, given in frames.</summary>
    private static Scene With(string channel, params (double Frame, double Value, Interpolation Mode)[] keys) => WithCurve(Still(), channel, Curve(keys));

    private static Scene WithCurve(Scene scene, string channel, Curve curve) =>
        scene with { Objects = scene.Objects.SetItem(Ferry, scene.Object(Ferry).WithChannel(channel, new Channel(0, curve))) };

    private static Curve Curve((double Frame, double Value, Interpolation Mode)[] keys, Extrapolation after = Extrapolation.Hold) =>
        new([.. keys.Select(key => new Key(new((long)Math.Round(key.Frame * Film.TicksPerFrame)), key.Value, key.Mode, key.Mode))], after: after);

    private static List<Finding> Found(Scene scene, bool solids = false) => [.. SceneCheck.Of(scene, new(scene.Settings.Range, solids))];

    private static Finding Only(Scene scene, FindingKind kind, bool solids = false) => Found(scene, solids).Where(each => each.Kind == kind).ShouldHaveSingleItem();

    private static void None(Scene scene, FindingKind kind, bool solids = false) => Found(scene, solids).ShouldNotContain(each => each.Kind == kind);

    private const Interpolation Lin = Interpolation.Linear, Flat = Interpolation.Flat, Hold = Interpolation.Hold, Soft = Interpolation.Smooth, Clamped = Interpolation.Clamped;

    [Fact]
    public void Keys_off_whole_frames()
    {
        var found = Only(With("position.x", (1, 0, Clamped), (20.25, 5, Clamped), (40, 9, Clamped)), FindingKind.OffFrame);
        (found.Channel, found.Amount, found.Unit, found.Keys[0].Times.Length).ShouldBe(("position.x", 0.25, FindingUnit.Frames, 1));
        None(With("position.x", (1, 0, Clamped), (20, 5, Clamped), (40, 9, Clamped)), FindingKind.OffFrame);
        // A pair that jumps on a frame.
        var jump = new Curve([new(Film.StartOf(1), 0, Lin, Lin), new(new(Film.StartOf(20).Value - 1), 3, Lin, Lin), new(Film.StartOf(20), 8, Lin, Lin)]);
        None(WithCurve(Still(), "position.x", jump), FindingKind.OffFrame);
    }

    [Fact]
    public void Keys_off_whole_frames_are_as_they_may_be_under_a_warp()
    {
        var scene = With("position.x", (1, 0, Clamped), (20.25, 5, Clamped), (40, 9, Clamped)).After(new AddWarp("Slow"));
        var warp = scene.Warps.Values.Single();
        var slow = scene.After(new SetKeyValues([new KeySet(CurveRef.Of(warp.Id), [warp.Curve.Keys[^1].Time])], 60));
        None(slow, FindingKind.OffFrame);
    }

    [Fact]
    public void Keys_without_effect()
    {
        // On the straight way between its neighbours.
        var found = Only(With("position.x", (1, 0, Lin), (20, 19, Lin), (40, 39, Lin), (60, 0, Lin)), FindingKind.UselessKeys);
        found.Keys.ShouldHaveSingleItem().Times.ShouldBe([Film.StartOf(20)]);
        (found.Amount, found.Mend).ShouldBe((1, FindingMend.DeleteKeys));
        None(With("position.x", (1, 0, Lin), (20, 19.01, Lin), (40, 39, Lin), (60, 0, Lin)), FindingKind.UselessKeys);
        // All alike: the first one says it all.
        Only(With("position.x", (1, 3, Clamped), (20, 3, Clamped), (40, 3, Clamped)), FindingKind.UselessKeys).Keys[0].Times.ShouldBe([Film.StartOf(20), Film.StartOf(40)]);
        // Held twice at the same value.
        Only(With("position.x", (1, 3, Hold), (20, 3, Hold), (40, 8, Hold)), FindingKind.UselessKeys).Keys[0].Times.ShouldBe([Film.StartOf(20)]);
        None(With("position.x", (1, 3, Hold), (20, 4, Hold), (40, 8, Hold)), FindingKind.UselessKeys);
        None(With("position.x", (1, 0, Soft), (20, 5, Soft), (40, 0, Soft)), FindingKind.UselessKeys);
    }

    [Fact]
    public void Keys_within_a_frame()
    {
        var found = Only(With("position.x", (1, 0, Lin), (20, 5, Lin), (20.5, 9, Lin), (40, 0, Lin)), FindingKind.BetweenFrames);
        (found.Amount, found.Keys[0].Times.Length).ShouldBe((0.5, 2));
        None(With("position.x", (1, 0, Lin), (20, 5, Lin), (21, 9, Lin), (40, 0, Lin)), FindingKind.BetweenFrames);
    }

    [Fact]
    public void Keys_outside_the_range()
    {
        var found = Only(With("position.x", (-9, 0, Lin), (20, 5, Lin), (130, 9, Lin)), FindingKind.OutsideRange);
        (found.Amount, found.Keys[0].Times.Length, found.Mend).ShouldBe((10, 2, (FindingMend?)null));
        None(With("position.x", (1, 0, Lin), (20, 5, Lin), (120, 9, Lin)), FindingKind.OutsideRange);
    }

    [Fact]
    public void A_hold_that_creeps()
    {
        var found = Only(With("position.x", (1, 0, Flat), (20, 10, Flat), (40, 10.05, Flat), (60, 0, Flat)), FindingKind.CreepingHold);
        (found.Start, found.End, Math.Round(found.Amount, 6), found.Mend).ShouldBe((Film.StartOf(20), Film.StartOf(40), 0.05, FindingMend.SameValue));
        None(With("position.x", (1, 0, Flat), (20, 10, Flat), (40, 10, Flat), (60, 0, Flat)), FindingKind.CreepingHold);
        // So little is little only where something else is much.
        None(With("position.x", (1, 0, Flat), (20, 0.05, Flat), (40, 0.1, Flat)), FindingKind.CreepingHold);
    }

    [Fact]
    public void A_pop()
    {
        var found = Only(With("position.x", (1, 0, Lin), (20, 1, Lin), (21, 6, Lin), (40, 7, Lin)), FindingKind.Pop);
        (found.Start, found.End, Math.Round(found.Amount, 6), found.Level).ShouldBe((Film.StartOf(20), Film.StartOf(21), 5, FindingLevel.Fault));
        // Held, it is meant.
        None(With("position.x", (1, 0, Hold), (20, 1, Hold), (21, 6, Hold), (40, 7, Hold)), FindingKind.Pop);
        // As fast as what comes before and after.
        None(With("position.x", (1, 0, Lin), (20, 95, Lin), (21, 100, Lin), (40, 195, Lin)), FindingKind.Pop);
        // A whole turn is not seen.
        None(With("rotation.y", (1, 0, Lin), (20, 19, Lin), (21, 380, Lin), (40, 399, Lin)), FindingKind.Pop);
    }

    [Fact]
    public void A_hitch()
    {
        (double, double, Interpolation)[] wave = [.. Enumerable.Range(1, 60).Select(frame => ((double)frame, 10 * Math.Sin(frame / 10.0), Lin))];
        None(With("position.x", wave), FindingKind.Hitch);
        wave[29].Item2 += 0.6;
        var found = Only(With("position.x", wave), FindingKind.Hitch);
        (found.Start, found.Level).ShouldBe((Film.StartOf(30), FindingLevel.Fault));
        found.Amount.ShouldBe(0.6, 0.01);
        // A corner is no hitch.
        None(With("position.x", (1, 0, Lin), (30, 10, Lin), (60, 0, Lin)), FindingKind.Hitch);
    }

    [Fact]
    public void A_sudden_change_of_speed()
    {
        var found = Only(With("position.x", (1, 0, Lin), (20, 19, Lin), (40, 25, Lin)), FindingKind.SuddenSpacing);
        (found.Start, found.Level).ShouldBe((Film.StartOf(20), FindingLevel.Warning));
        found.Amount.ShouldBe(0.7 * 24, 1e-6);
        // Thrown back, it is a hit.
        Found(With("position.x", (1, 0, Lin), (20, 19, Lin), (40, 0, Lin))).Where(each => each.Kind == FindingKind.SuddenSpacing).Select(each => (each.Start, each.Level))
            .ShouldBe([(Film.StartOf(20), FindingLevel.Note), (Film.StartOf(40), FindingLevel.Note)]);
        None(With("position.x", (1, 0, Lin), (20, 19, Lin), (120, 84, Lin)), FindingKind.SuddenSpacing);
        None(With("position.x", (1, 0, Soft), (20, 19, Soft), (120, 84, Soft)), FindingKind.SuddenSpacing);
    }

    [Fact]
    public void An_overshoot()
    {
        // A uniform cubic with slopes of 1/4 and −1/4 a frame, of which an eighth of its length is the height.
        var found = Only(With("position.x", (1, 0, Soft), (21, 10, Soft), (41, 10, Soft), (61, 0, Soft)), FindingKind.Overshoot);
        (found.Start, found.End, found.Mend).ShouldBe((Film.StartOf(21), Film.StartOf(41), FindingMend.Clamp));
        found.Amount.ShouldBe(0.25 * 20 * 2 / 8, 1e-6);
        None(With("position.x", (1, 0, Clamped), (21, 10, Clamped), (41, 10, Clamped), (61, 0, Clamped)), FindingKind.Overshoot);
    }

    [Fact]
    public void What_a_limit_cuts_off()
    {
        var cube = new ObjectId(3);
        Scene Keyed(Interpolation mode) => Still() with { Objects = Still().Objects.SetItem(cube, Still().Object(cube).WithChannel("look.opacity", new Channel(1, Curve([(1, 0, mode), (21, 1, mode), (41, 1, mode), (61, 0, mode)])))) };
        var found = Only(Keyed(Soft), FindingKind.AtLimit);
        (found.Object, found.Channel).ShouldBe((cube, "look.opacity"));
        found.Amount.ShouldBe(0.125, 1e-6);
        None(Keyed(Clamped), FindingKind.AtLimit);
    }

    [Fact]
    public void A_loop_that_does_not_close()
    {
        Scene Looped(Interpolation mode, string channel, params (double, double)[] keys) =>
            WithCurve(Still(), channel, Curve([.. keys.Select(key => (key.Item1, key.Item2, mode))], Extrapolation.Repeat));
        var found = Only(Looped(Soft, "position.x", (1, 0), (21, 10), (41, 1)), FindingKind.OpenLoop);
        (found.Amount, found.Unit, found.Mend).ShouldBe((1, FindingUnit.OfChannel, FindingMend.CloseLoop));
        None(Looped(Flat, "position.x", (1, 0), (21, 10), (41, 0)), FindingKind.OpenLoop);
        None(Looped(Lin, "position.x", (1, 0), (21, 10), (41, 0)), FindingKind.OpenLoop);
        // In speed only.
        Only(Looped(Soft, "position.x", (1, 0), (21, 10), (41, 0)), FindingKind.OpenLoop).Unit.ShouldBe(FindingUnit.OfChannelPerSecond);
        // A whole turn closes, and is neither a pop nor a flip.
        var turns = Looped(Lin, "rotation.y", (1, 0), (49, 360));
        Found(turns).ShouldBeEmpty();
        Only(Looped(Lin, "rotation.y", (1, 0), (49, 350)), FindingKind.OpenLoop).Amount.ShouldBe(10, 1e-9);
    }

    [Fact]
    public void A_rotation_that_flips()
    {
        var found = Only(With("rotation.y", (1, 150, Lin), (20, 175, Lin), (21, -175, Lin), (40, -150, Lin)), FindingKind.RotationFlip);
        (found.Start, found.Channel, found.Level, found.Mend).ShouldBe((Film.StartOf(20), "rotation.y", FindingLevel.Fault, FindingMend.Unwind));
        found.Amount.ShouldBe(340, 1e-6);
        None(With("rotation.y", (1, 150, Lin), (20, 175, Lin), (21, 185, Lin), (40, 210, Lin)), FindingKind.RotationFlip);
        // What is held jumps, and does not spin.
        None(With("rotation.y", (1, 150, Hold), (20, 175, Hold), (21, -175, Hold), (40, -150, Hold)), FindingKind.RotationFlip);
    }

    [Fact]
    public void A_contact_that_slides()
    {
        var walks = With("position.x", (1, 0, Lin), (20, 10, Lin), (40, 10.5, Lin), (60, 20, Lin)).After(new MarkContact([Ferry], 20, 40));
        var found = Only(walks, FindingKind.SlidingContact);
        (found.Start, found.End, found.Level).ShouldBe((Film.StartOf(20), Film.StartOf(40), FindingLevel.Fault));
        found.Amount.ShouldBe(0.5, 1e-9);
        None(With("position.x", (1, 0, Lin), (20, 10, Lin), (40, 10, Lin), (60, 20, Lin)).After(new MarkContact([Ferry], 20, 40)), FindingKind.SlidingContact);
        // Its parent carries it away.
        Only(With("position.x", (1, 0, Lin), (60, 20, Lin)).After(new MarkContact([Hull], 20, 40)), FindingKind.SlidingContact).Object.ShouldBe(Hull);
    }

    [Fact]
    public void A_sound_between_two_frames()
    {
        var asset = AssetHash.Parse(new string('a', 64));
        Scene Heard(long off) => Still().After(new AddSound(new SoundFile(asset, "horn", 48000, 48000), FrameRate.Film.StartOf(12), "Horn")) is var scene
            ? scene.With(scene.Sounds.Values.Single() with { Start = new(Film.StartOf(12).Value + off) }) : null!;
        var found = Only(Heard(Tick.PerSecond / 100), FindingKind.SoundOffFrame);
        (found.Subject, found.Amount, found.Unit).ShouldBe(("Horn", 10, FindingUnit.Milliseconds));
        None(Heard(0), FindingKind.SoundOffFrame);
    }

    [Fact]
    public void A_warp_that_plays_what_is_outside_the_range()
    {
        var scene = With("position.x", (1, 0, Lin), (120, 9, Lin)).After(new AddWarp("Fast"));
        var warp = scene.Warps.Values.Single();
        None(scene, FindingKind.WarpPastEnd);
        var fast = scene.After(new SetKeyValues([new KeySet(CurveRef.Of(warp.Id), [warp.Curve.Keys[^1].Time])], 150));
        var found = Only(fast, FindingKind.WarpPastEnd);
        (found.Subject, found.End, found.Level).ShouldBe(("Fast", Film.StartOf(120), FindingLevel.Warning));
        found.Amount.ShouldBe(30, 1);
    }

    [Fact]
    public void A_cue_that_never_calls()
    {
        Scene Waiting(double height) => With("position.y", (1, 0, Lin), (60, 5, Lin))
            .After(new AddCue(new CueWhen(CueEvent.Reaches, Ferry, "position.y", height), [new TimeTarget(Buoy, null)], 20, Name: "Horn"));
        Only(Waiting(6), FindingKind.CueNeverCalls).Subject.ShouldBe("Horn");
        None(Waiting(4), FindingKind.CueNeverCalls);
    }

    [Fact]
    public void A_shape_below_the_ground_and_two_within_each_other()
    {
        Scene At(double y, double x) => Still().After(new SetValues([new ChannelValue(Buoy, "position.y", y)]), new KeyChannels(1, [new ChannelValue(Hull, "position.x", -10), new ChannelValue(Hull, "position.y", 5)], Lin), new KeyChannels(49, [new ChannelValue(Hull, "position.x", x)], Lin));
        var sunk = Only(At(0.3, -10), FindingKind.ThroughGround, solids: true);
        sunk.Object.ShouldBe(Buoy);
        sunk.Amount.ShouldBe(0.2, 1e-9);
        None(At(0.5, -10), FindingKind.ThroughGround, solids: true);
        Found(At(0.3, -10)).ShouldNotContain(each => each.Kind == FindingKind.ThroughGround);
        var meets = Only(At(5, 0), FindingKind.ThroughEachOther, solids: true);
        new[] { meets.Subject, meets.With }.ShouldBe(["Hull", "Buoy"], ignoreOrder: true);
        meets.Amount.ShouldBe(1, 1e-9);
        None(At(5, -1.1), FindingKind.ThroughEachOther, solids: true);
    }
}
