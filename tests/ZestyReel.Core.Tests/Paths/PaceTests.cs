using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Paths;

/// <summary>How fast things go, made equally fast, and when they meet.</summary>
public class PaceTests
{
    private static readonly ObjectId Skiff = new(1), Tug = new(2), Buoy = new(3);

    private static PathPoint Corner(double x, double y, double z) => new(new(x, y, z), PathPointKind.Corner);

    /// <summary>A skiff along 24 and a tug along 60 lengths, both from frame 1 to 49; a buoy beside the skiff's way.</summary>
    private static Scene Bay() => Scene.Empty("Bay").After(
        new SetRanges(new(1, 49)), new AddObject(ObjectKind.Box, "Skiff"), new AddObject(ObjectKind.Box, "Tug"), new AddObject(ObjectKind.Sphere, "Buoy"),
        new AddPath([Corner(0, 0, 0), Corner(12, 0, 0), Corner(12, 0, 12)], Name: "Short"), new AddPath([Corner(0, 0, 5), Corner(60, 0, 5)], Name: "Long"),
        new FollowPath([Skiff], new(4)), new FollowPath([Tug], new(5)), new SetValues([new(Buoy, "position.x", 6), new(Buoy, "position.z", -3)]), new SetRanges(new(1, 400)));

    private static double Frame(Scene scene, double ticks) => scene.Rate.FrameOf(ticks);

    [Fact]
    public void It_is_the_way_over_the_time()
    {
        var scene = Bay();
        var pace = Pace.Of(scene, Skiff)!;
        (Frame(scene, pace.Start), Frame(scene, pace.End)).ShouldBe((1, 49));
        pace.Length.ShouldBe(24, 1e-9);
        pace.Mean.ShouldBe(12, 1e-9);
        pace.Top.ShouldBe(12, 1e-6);
        Pace.Of(scene, Tug)!.Mean.ShouldBe(30, 1e-9);
        Pace.Of(scene, Buoy).ShouldBeNull();
        // From rest to rest a cubic has one and a half times its mean speed in the middle.
        var eased = scene.After(new SetInterpolation([new(Skiff, Follow.Travel, [FrameRate.Film.At(1), FrameRate.Film.At(49)])], Interpolation.Flat, Interpolation.Flat));
        Pace.Of(eased, Skiff)!.Top.ShouldBe(18, 0.05);
        // What is keyed by its position has a pace, too.
        var keyed = scene.After(new KeyChannels(1, [new(Buoy, "position.y", 0)]), new KeyChannels(25, [new(Buoy, "position.y", 5)]));
        Pace.Of(keyed, Buoy)!.Mean.ShouldBe(5, 1e-6);
    }

    [Fact]
    public void A_typed_speed_and_anothers_are_met_and_the_first_key_stays()
    {
        var scene = Bay().After(new SetPace([Tug], As: Skiff));
        Pace.Of(scene, Tug)!.Mean.ShouldBe(12, 1e-6);
        (Frame(scene, Pace.Of(scene, Tug)!.Start), Frame(scene, Pace.Of(scene, Tug)!.End)).ShouldBe((1, 121));
        scene = scene.After(new SetPace([Skiff, Tug], Speed: 7.5));
        foreach (var id in (ObjectId[])[Skiff, Tug]) Pace.Of(scene, id)!.Mean.ShouldBe(7.5, 1e-6);
        // The keys between go along, with their handles.
        var eased = Bay().After(new KeyChannels(13, [new(Skiff, Follow.Travel, 0.5)]), new SetPace([Skiff], From: 11, To: 107));
        eased.Keys(Skiff, Follow.Travel).Select(key => key.Time).ShouldBe([FrameRate.Film.At(11), FrameRate.Film.At(35), FrameRate.Film.At(107)]);
        // Under a warp the frames are those that are played.
        var warped = Bay().After(new AddWarp("Slow"), new KeyChannels(400, [new(CurveRef.Of(new WarpId(1)), 200.5)]), new SetPace([Skiff], From: 21, To: 101));
        var pace = Pace.Of(warped, Skiff)!;
        Frame(warped, pace.Start).ShouldBe(21, 1e-6);
        Frame(warped, pace.End).ShouldBe(101, 1e-6);
    }

    [Fact]
    public void Where_the_path_moves_the_speed_is_still_met()
    {
        var scene = Bay().After(new KeyChannels(1, [new(new ObjectId(5), "position.z", 0)]), new KeyChannels(200, [new(new ObjectId(5), "position.z", 90)]), new SetPace([Tug], Speed: 11));
        Pace.Of(scene, Tug)!.Mean.ShouldBe(11, 1e-3);
    }

    [Fact]
    public void What_makes_no_sense_is_refused()
    {
        void Refused(SetPace edit, string place) => Should.Throw<Refusal>(() => Bay().After(edit)).Place.ShouldBe(place);
        Refused(new([Skiff], Speed: 0), "speed");
        Refused(new([Skiff], Speed: double.NaN), "speed");
        Refused(new([Skiff], Speed: 3, To: 9), "to");
        Refused(new([Skiff], Speed: 3, As: Tug), "as");
        Refused(new([Skiff], From: 20, To: 20), "to");
        Refused(new([Buoy], Speed: 3), "objects");
        Refused(new([Skiff], As: Buoy), "as");
        Refused(new([]), "objects");
    }

    [Fact]
    public void The_nearest_moment_is_that_of_a_closed_form()
    {
        var scene = Bay();
        // At x = 6 the skiff is half along its first leg: after a quarter of 48 frames.
        var meeting = Meeting.Nearest(scene, Skiff, Buoy);
        Frame(scene, meeting.At.Value).ShouldBe(13, 1.0 / 256);
        meeting.Distance.ShouldBe(3, 1e-3);
        Frame(scene, Meeting.Passing(scene, Skiff, 1)!.Value.Value).ShouldBe(25, 1.0 / 256);
        Frame(scene, Meeting.Passing(scene, Skiff, 2)!.Value.Value).ShouldBe(49, 1.0 / 256);
        Frame(scene, Meeting.Passing(scene, Skiff, 0)!.Value.Value).ShouldBe(1, 1e-9);
        // Turned round before the end, it never passes that.
        Meeting.Passing(scene.After(new KeyChannels(49, [new(Skiff, Follow.Travel, 0.9)])), Skiff, 2).ShouldBeNull();
    }
}
