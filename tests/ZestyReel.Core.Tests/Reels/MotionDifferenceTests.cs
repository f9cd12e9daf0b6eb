using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Reels;

public class MotionDifferenceTests
{
    private static readonly FrameRange Frames = new(1, 30);

    private static Scene Of(double middle)
    {
        Key At(decimal frame, double value) => new(FrameRate.Film.At(frame), value, Interpolation.Linear, Interpolation.Linear);
        var scene = new AddObject(ObjectKind.Box, "Buoy").Apply(new AddObject(ObjectKind.Box, "Ferry").Apply(Scene.Empty("Bay")));
        return scene.With(scene.Object(new ObjectId(1)).WithChannel("position.x", new Channel(0, new Curve([At(1, 0), At(11, 0), At(16, middle), At(21, 0)]))));
    }

    [Fact]
    public void A_scene_does_not_differ_from_itself() => MotionDifference.Between(Of(3), Of(3), Frames).ShouldBeEmpty();

    [Fact]
    public void A_channel_is_told_with_where_it_differs_and_most()
    {
        // Its speed through space differs as well; that is no channel of its own.
        MotionDifference.Between(Of(3), Of(5), Frames).Single().ShouldBe(new MotionDifference("Ferry", "position.x", 12, 20, 2, 16));
    }

    [Fact]
    public void What_is_in_one_of_the_two_only_is_told() =>
        MotionDifference.Between(Of(3), new DeleteObjects([new ObjectId(2)]).Apply(Of(3)), Frames).Single().ShouldBe(new MotionDifference("Buoy", "", 1, 30, 0, 1));

    [Fact]
    public void Objects_are_the_same_by_name_however_they_are_numbered()
    {
        var scene = Of(3);
        var renumbered = scene with
        {
            Objects = scene.Objects.Clear()
                .Add(new ObjectId(1), scene.Object(new ObjectId(2)) with { Id = new ObjectId(1) })
                .Add(new ObjectId(7), scene.Object(new ObjectId(1)) with { Id = new ObjectId(7) }),
        };
        MotionDifference.Between(scene, renumbered, Frames).ShouldBeEmpty();
    }

    [Fact]
    public void Curves_of_earlier_stand_on_the_objects_of_now()
    {
        var (then, now) = (Of(3), new DeleteObjects([new ObjectId(2)]).Apply(Of(5)));
        now = new AddObject(ObjectKind.Box, "Pier").Apply(now.With(now.Object(new ObjectId(1)) with { Place = 4 }));
        var past = PastCurves.In(now, then);
        past.Objects.Values.Select(thing => thing.Name).ShouldBe(["Ferry"]);
        past.Object(new ObjectId(1)).Channels["position.x"].ShouldBe(then.Object(new ObjectId(1)).Channels["position.x"]);
        past.Object(new ObjectId(1)).Place.ShouldBe(4);
    }
}
