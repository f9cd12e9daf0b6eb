using System.Numerics;
using Quaternion = System.Numerics.Quaternion;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

public class RotationOrderTests
{
    private static readonly string[] Names = ["rotation.x", "rotation.y", "rotation.z"];

    private static Scene Turned(params (decimal Frame, double X, double Y, double Z)[] poses) => Still().After(
        [.. poses.Select(p => new KeyChannels(p.Frame, [new(Ferry, "rotation.x", p.X), new(Ferry, "rotation.y", p.Y), new(Ferry, "rotation.z", p.Z)]))]);

    private static (double X, double Y, double Z) At(Scene scene, decimal frame)
    {
        var times = new FrameTimes(scene, [scene.Rate.At(frame).Value]);
        var turns = Array.ConvertAll(Names, name => Stages.Values(scene.Object(Ferry), name, times)[0]);
        return (turns[0], turns[1], turns[2]);
    }

    /// <summary>The rotation by .NET's own matrices, which hold row vectors: the first turn of R = R1·R2·R3 is applied last.</summary>
    private static Matrix4x4 Matrix((double X, double Y, double Z) turn, RotationOrder order)
    {
        var all = Matrix4x4.Identity;
        foreach (var axis in order.ToString().ToLowerInvariant().Reverse())
            all *= axis switch
            {
                'x' => Matrix4x4.CreateRotationX((float)(turn.X * Math.PI / 180)),
                'y' => Matrix4x4.CreateRotationY((float)(turn.Y * Math.PI / 180)),
                _ => Matrix4x4.CreateRotationZ((float)(turn.Z * Math.PI / 180)),
            };
        return all;
    }

    private static void ShouldBeSame(Matrix4x4 a, Matrix4x4 b, string where)
    {
        for (var row = 0; row < 3; row++)
            for (var column = 0; column < 3; column++) ((double)a[row, column]).ShouldBe(b[row, column], 2e-5, where);
    }

    [Theory]
    [InlineData(RotationOrder.Xzy)]
    [InlineData(RotationOrder.Yxz)]
    [InlineData(RotationOrder.Yzx)]
    [InlineData(RotationOrder.Zxy)]
    [InlineData(RotationOrder.Zyx)]
    public void Another_order_keeps_every_pose_at_the_keys(RotationOrder order)
    {
        var before = Turned((1, 10, 20, 30), (13, 100, 89, -40), (25, 200, -75, 400), (40, -720, 5, 90));
        var after = before.After(new SetRotationOrder([Ferry], order));
        after.Object(Ferry).RotationOrder.ShouldBe(order);
        foreach (var frame in new decimal[] { 1, 13, 25, 40 })
            ShouldBeSame(Matrix(At(before, frame), RotationOrder.Xyz), Matrix(At(after, frame), order), $"frame {frame}");
        ShouldBeSame(Matrix(At(before, 1), RotationOrder.Xyz), Matrix(At(after.After(new SetRotationOrder([Ferry], RotationOrder.Xyz)), 1), RotationOrder.Xyz), "there and back");
    }

    [Fact]
    public void A_turn_with_a_key_of_its_own_gets_the_other_two_keyed_with_it()
    {
        var scene = Still().After(new KeyChannels(1, [new(Ferry, "rotation.y", 0)]), new KeyChannels(25, [new(Ferry, "rotation.y", 90)]), new KeyChannels(13, [new(Ferry, "rotation.x", 30)]));
        var after = scene.After(new SetRotationOrder([Ferry], RotationOrder.Zyx));
        foreach (var name in Names) after.Keys(Ferry, name).Length.ShouldBe(3);
        ShouldBeSame(Matrix(At(scene, 13), RotationOrder.Xyz), Matrix(At(after, 13), RotationOrder.Zyx), "frame 13");
    }

    [Fact]
    public void Still_objects_are_turned_over_without_keys_and_numbers_can_be_kept()
    {
        var scene = Still().After(new SetValues([new(Ferry, "rotation.x", 30), new(Ferry, "rotation.y", 40)]));
        var after = scene.After(new SetRotationOrder([Ferry], RotationOrder.Yxz));
        after.Object(Ferry).Channel("rotation.x").Curve.ShouldBeNull();
        ShouldBeSame(Matrix(At(scene, 1), RotationOrder.Xyz), Matrix(At(after, 1), RotationOrder.Yxz), "still");
        At(scene.After(new SetRotationOrder([Ferry], RotationOrder.Yxz, KeepPoses: false)), 1).ShouldBe((30, 40, 0));
    }

    [Fact]
    public void Quaternion_interpolation_is_the_slerp_of_the_two_poses()
    {
        var scene = Turned((1, 10, 20, 30), (25, -100, 60, 170)).After(new SetRotationInterpolation([Ferry], RotationInterpolation.Quaternion));
        Quaternion Of((double X, double Y, double Z) turn) => Quaternion.CreateFromRotationMatrix(Matrix(turn, RotationOrder.Xyz));
        foreach (var frame in new decimal[] { 1, 7, 13, 20, 25 })
        {
            // Clamped ends ease: the part of the way is that of a cubic with flat ends.
            var s = (double)(frame - 1) / 24;
            var slerp = Quaternion.Slerp(Of((10, 20, 30)), Of((-100, 60, 170)), (float)(3 * s * s - 2 * s * s * s));
            ShouldBeSame(Matrix4x4.CreateFromQuaternion(slerp), Matrix(At(scene, frame), RotationOrder.Xyz), $"frame {frame}");
        }
        At(scene, 25).ShouldBe((-100, 60, 170));
        At(scene, 30).ShouldBe((-100, 60, 170));
    }

    [Fact]
    public void A_change_of_turning_makes_all_three_turns_stale()
    {
        var scene = Turned((1, 0, 0, 0), (25, 90, 0, 90)).After(new SetRotationInterpolation([Ferry], RotationInterpolation.Quaternion));
        var keyed = scene.After(new KeyChannels(13, [new(Ferry, "rotation.x", 80)]));
        SceneChange.Between(scene, keyed).Stale(keyed, RetimedObjects.Of(SceneChange.Between(scene, keyed), scene, keyed)).Single().Channels.Select(spec => spec.Name).ShouldBe(Names);
        var plain = scene.After(new SetRotationInterpolation([Ferry], RotationInterpolation.EachAxis));
        SceneChange.Between(scene, plain).Stale(plain, RetimedObjects.Of(SceneChange.Between(scene, plain), scene, plain)).Single().Channels.Select(spec => spec.Name).ShouldBe(Names);
    }

    [Fact]
    public void Locks_are_where_the_middle_turn_is_a_quarter()
    {
        var scene = Turned((1, 0, 0, 0), (61, 0, 180, 0));
        var lockedAt = GimbalLock.Of(scene, Ferry, new FrameRange(1, 61)).Single();
        lockedAt.ShouldSatisfyAllConditions(span => span.First.ShouldBeInRange(29, 31), span => span.Last.ShouldBeInRange(31, 33));
        GimbalLock.Of(scene.After(new SetRotationOrder([Ferry], RotationOrder.Yxz, KeepPoses: false)), Ferry, new FrameRange(1, 61)).ShouldBeEmpty();
        GimbalLock.Of(scene.After(new SetRotationInterpolation([Ferry], RotationInterpolation.Quaternion)), Ferry, new FrameRange(1, 61)).ShouldBeEmpty();
    }
}
