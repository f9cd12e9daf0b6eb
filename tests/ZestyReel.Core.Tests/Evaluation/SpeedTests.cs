using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Evaluation;

public class SpeedTests
{
    private static float[] Track(Scene scene, string name, params string[] speeds)
    {
        var target = SampleTarget.All(scene.Object(Ferry)) with { Speeds = [.. speeds] };
        return Sampler.Blocks(scene, [target], new FrameRange(1, 49)).Single().Tracks.Single(track => track.Channel == name).Samples;
    }

    [Fact]
    public void Even_motion_has_the_speed_of_its_way_over_its_time()
    {
        var speed = Track(Moving(), Speeds.TrackOf("position.x"), "position.x");
        // 10 in one second, then 20 in one second.
        speed[0].ShouldBe(10, 1e-4f);
        speed[23].ShouldBe(10, 1e-4f);
        speed[24].ShouldBe(20, 1e-4f);
        // From the last key on it stands.
        speed[48].ShouldBe(0);
    }

    [Fact]
    public void Speed_through_space_is_by_Pythagoras_and_never_negative()
    {
        var scene = Still().After(
            new KeyChannels(1, [new(Ferry, "position.x", 0), new(Ferry, "position.z", 0)], Interpolation.Linear),
            new KeyChannels(25, [new(Ferry, "position.x", -3), new(Ferry, "position.z", 4)], Interpolation.Linear));
        Track(scene, Speeds.Through)[5].ShouldBe(5, 1e-4f);
        Track(scene, Speeds.TrackOf("position.x"), "position.x")[5].ShouldBe(-3, 1e-4f);
        Track(Still(), Speeds.Through).ShouldBe([0]);
    }

    [Fact]
    public void A_jump_is_as_fast_as_it_looks()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Hold), Keyed(25, 2, Interpolation.Hold));
        var speed = Track(scene, Speeds.TrackOf("position.x"), "position.x");
        speed[22].ShouldBe(0);
        speed[23].ShouldBe(48, 1e-4f);
    }
}
