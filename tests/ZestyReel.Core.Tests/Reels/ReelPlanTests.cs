using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Reels;

public class ReelPlanTests
{
    private static readonly FrameRate Rate = FrameRate.Film;

    private static Scene Moving()
    {
        var curve = new Curve([new(Rate.At(1), 0, Interpolation.Smooth, Interpolation.Smooth), new(Rate.At(11), 10, Interpolation.Smooth, Interpolation.Smooth)]);
        var scene = new AddObject(ObjectKind.Box, "Ferry").Apply(Scene.Empty("Bay"));
        return scene.With(scene.Object(new ObjectId(1)).WithChannel("position.x", new Channel(0, curve)));
    }

    [Fact]
    public void Every_second_frame_is_shot_and_the_first_and_the_last_are_held()
    {
        var plan = new ReelPlan(new(10, 15), Every: 2, LeadIn: 2, LeadOut: 1);
        plan.Shot.ShouldBe(3);
        plan.Played.ShouldBe(6);
        Enumerable.Range(0, plan.Played).Select(plan.PictureAt).ShouldBe([0, 0, 0, 1, 2, 2]);
        Enumerable.Range(0, plan.Shot).Select(plan.FrameOf).ShouldBe([10, 12, 14]);
        new ReelPlan(new(10, 16), Every: 2).Shot.ShouldBe(4);
    }

    [Fact]
    public void A_single_moment_is_the_frames_own() =>
        new ReelPlan(new(5, 8), Every: 2, Shutter: 180).Moments(Rate, 0, 2).ShouldBe([Rate.At(5).Value, Rate.At(7).Value]);

    [Fact]
    public void Moments_lie_evenly_in_the_time_that_the_shutter_is_open_about_the_frame()
    {
        var moments = new ReelPlan(new(1, 20), Shutter: 180, Inside: 4).Moments(Rate, 9, 1);
        // Half a frame, in the middles of its four quarters.
        double[] frames = [10 - 3 / 16.0, 10 - 1 / 16.0, 10 + 1 / 16.0, 10 + 3 / 16.0];
        for (var i = 0; i < 4; i++) Rate.FrameOf(moments[i]).ShouldBe(frames[i], 1e-9);
        moments.Average().ShouldBe(Rate.At(10).Value, 1e-3);
    }

    [Fact]
    public void What_is_seen_at_its_moments_is_what_is_sampled_there_alone()
    {
        var scene = Moving();
        var plan = new ReelPlan(new(2, 9), Shutter: 360, Inside: 8);
        var moments = plan.Moments(scene.Rate, 0, plan.Shot);
        double[] withNext = [.. moments, scene.Rate.At(10).Value];
        var block = Sampler.Blocks([SampleTarget.All(scene.Object(new ObjectId(1)))], new FrameTimes(scene, withNext), 0)[0];
        block.Count.ShouldBe(moments.Length);
        var track = block.Tracks.Single(each => each.Channel == "position.x").Samples;
        for (var i = 0; i < moments.Length; i++)
            track[i].ShouldBe((float)Stages.Values(scene.Object(new ObjectId(1)), "position.x", new FrameTimes(scene, [moments[i]]))[0]);
    }

    [Fact]
    public void Sources_are_what_the_scene_shows_through_its_warp()
    {
        var scene = new AddWarp("Late").Apply(new SetRanges(new(1, 40)).Apply(Moving()));
        var plan = new ReelPlan(new(1, 40), Every: 3);
        var times = FrameTimes.Of(scene, new(1, 40)).ForScene();
        plan.Sources(scene).ShouldBe(Enumerable.Range(0, plan.Shot).Select(picture => scene.Rate.FrameOf(times[picture * 3])));
    }

    [Theory]
    [InlineData("every", 0, 0, 0.0, 1)]
    [InlineData("leadIn", 1, -1, 0.0, 1)]
    [InlineData("shutter", 1, 0, double.NaN, 1)]
    [InlineData("shutter", 1, 0, 721.0, 1)]
    [InlineData("inside", 1, 0, 0.0, 65)]
    public void Numbers_out_of_reach_are_refused(string place, int every, int lead, double shutter, int inside) =>
        Should.Throw<Refusal>(() => new ReelPlan(new(1, 10), every, lead, 0, shutter, inside).Checked()).Place.ShouldBe(place);

    [Fact]
    public void A_reel_has_so_many_pictures_at_the_most()
    {
        Should.Throw<Refusal>(() => new ReelPlan(new(1, 20_001)).Checked()).Place.ShouldBe("frames");
        new ReelPlan(new(1, 20_001), Every: 2).Checked().Shot.ShouldBe(10_001);
    }
}
