using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;

namespace ZestyReel.Core.Tests.Takes;

public class PoseBindingTests
{
    private static TrackedPose At(double x, (double X, double Y, double Z) turn, int number = 0) => new(number, number / 120.0, number / 120.0, new(x, 2 * x, 0), Quaternion.Of(turn, RotationOrder.Xyz));

    [Fact]
    public void Without_a_home_the_object_is_where_the_device_is_scaled()
    {
        var binding = new PoseBinding(RotationOrder.Zyx, true, true, 10, null);
        binding.Channels.ShouldBe(["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z"]);
        var values = binding.Values(At(1.5, (20, 30, -40)), default);
        values[..3].ShouldBe([15, 30, 0]);
        var turned = Quaternion.Of((values[3], values[4], values[5]), RotationOrder.Zyx);
        var wanted = Quaternion.Of((20, 30, -40), RotationOrder.Xyz);
        Math.Abs(turned.W * wanted.W + turned.X * wanted.X + turned.Y * wanted.Y + turned.Z * wanted.Z).ShouldBe(1, 1e-12);
    }

    [Fact]
    public void From_its_home_it_goes_on_from_where_it_was()
    {
        var home = new PoseHome(At(4, (0, 90, 0)), new(1, 2, 3), (10, 20, 30));
        var binding = new PoseBinding(RotationOrder.Xyz, true, true, 1, home);
        var values = binding.Values(home.Pose, binding.Start);
        for (var i = 0; i < 6; i++) values[i].ShouldBe(new double[] { 1, 2, 3, 10, 20, 30 }[i], 1e-9);
        // A quarter turn of the device about the world's y is one of the object's.
        var turned = binding.Values(At(5, (0, 180, 0)), binding.Start);
        turned[0].ShouldBe(2, 1e-12);
        var wanted = Quaternion.Of((0, 90, 0), RotationOrder.Xyz) * Quaternion.Of((10, 20, 30), RotationOrder.Xyz);
        var seen = Quaternion.Of((turned[3], turned[4], turned[5]), RotationOrder.Xyz);
        Math.Abs(seen.W * wanted.W + seen.X * wanted.X + seen.Y * wanted.Y + seen.Z * wanted.Z).ShouldBe(1, 1e-12);
    }

    [Fact]
    public void A_device_that_turns_round_and_round_winds_the_object_and_jumps_nowhere()
    {
        TrackedPose[] round = [.. Enumerable.Range(0, 361).Select(i => At(0, (0, i * 3, 0), i))];
        var take = new PoseBinding(RotationOrder.Xyz, false, true, 1, null).TakeOf(PoseTimes.Of(round), 3.01);
        take.Values[1][^1].ShouldBe(1080, 1e-6);
        for (var i = 1; i < round.Length; i++) Math.Abs(take.Values[1][i] - take.Values[1][i - 1]).ShouldBe(3, 1e-6);
        take.Stamps!.Value[360].ShouldBe(3, 1e-12);
        take.Gaps.ShouldBeEmpty();
    }

    [Fact]
    public void A_device_that_vanishes_leaves_a_gap_up_to_the_end()
    {
        TrackedPose[] some = [.. Enumerable.Range(0, 121).Select(i => At(i, default, i))];
        var take = new PoseBinding(RotationOrder.Xyz, true, false, 1, null).TakeOf(PoseTimes.Of(some), 3);
        take.Length.ShouldBe(1, 1e-9);
        take.Gaps.ShouldBe([new TakeGap(1, 3)]);
    }

    [Fact]
    public void What_drives_nothing_is_refused()
    {
        Should.Throw<Refusal>(() => new PoseBinding(RotationOrder.Xyz, false, false, 1, null).Checked()).Place.ShouldBe("drives");
        Should.Throw<Refusal>(() => new PoseBinding(RotationOrder.Xyz, true, false, 0, null).Checked()).Place.ShouldBe("scale");
        Should.Throw<Refusal>(() => new PoseBinding(RotationOrder.Xyz, true, false, double.NaN, null).Checked()).Place.ShouldBe("scale");
    }
}
