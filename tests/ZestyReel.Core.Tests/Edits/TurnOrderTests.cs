using System.Numerics;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

public class TurnOrderTests
{
    private static readonly string[] Names = ["turn.x", "turn.y", "turn.z"];

    private static Scene Turned(params (decimal Frame, double X, double Y, double Z)[] poses) => Still().After(
        [.. poses.Select(p => new KeyChannels(p.Frame, [new(Ferry, "turn.x", p.X), new(Ferry, "turn.y", p.Y), new(Ferry, "turn.z", p.Z)]))]);

    private static (double X, double Y, double Z) At(Scene scene, decimal frame)
    {
        var times = new FrameTimes(scene, [scene.Rate.At(frame).Value]);
        var turns = Array.ConvertAll(Names, name => Sampler.Values(scene.Object(Ferry), name, times)[0]);
        return (turns[0], turns[1], turns[2]);
    }

    /// <summary>The rotation by .NET's own matrices, which hold row vectors: the first turn of R = R1·R2·R3 is applied last.</summary>
    private static Matrix4x4 Matrix((double X, double Y, double Z) turn, TurnOrder order)
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
    [InlineData(TurnOrder.Xzy)]
    [InlineData(TurnOrder.Yxz)]
    [InlineData(TurnOrder.Yzx)]
    [InlineData(TurnOrder.Zxy)]
    [InlineData(TurnOrder.Zyx)]
    public void Another_order_keeps_every_pose_at_the_keys(TurnOrder order)
    {
        var before = Turned((1, 10, 20, 30), (13, 100, 89, -40), (25, 200, -75, 400), (40, -720, 5, 90));
        var after = before.After(new SetTurnOrder([Ferry], order));
        after.Object(Ferry).TurnOrder.ShouldBe(order);
        foreach (var frame in new decimal[] { 1, 13, 25, 40 })
            ShouldBeSame(Matrix(At(before, frame), TurnOrder.Xyz), Matrix(At(after, frame), order), $"frame {frame}");
        ShouldBeSame(Matrix(At(before, 1), TurnOrder.Xyz), Matrix(At(after.After(new SetTurnOrder([Ferry], TurnOrder.Xyz)), 1), TurnOrder.Xyz), "there and back");
    }

    [Fact]
    public void A_turn_with_a_key_of_its_own_gets_the_other_two_keyed_with_it()
    {
        var scene = Still().After(new KeyChannels(1, [new(Ferry, "turn.y", 0)]), new KeyChannels(25, [new(Ferry, "turn.y", 90)]), new KeyChannels(13, [new(Ferry, "turn.x", 30)]));
        var after = scene.After(new SetTurnOrder([Ferry], TurnOrder.Zyx));
        foreach (var name in Names) after.Keys(Ferry, name).Length.ShouldBe(3);
        ShouldBeSame(Matrix(At(scene, 13), TurnOrder.Xyz), Matrix(At(after, 13), TurnOrder.Zyx), "frame 13");
    }

    [Fact]
    public void Still_objects_are_turned_over_without_keys_and_numbers_can_be_kept()
    {
        var scene = Still().After(new SetValues([new(Ferry, "turn.x", 30), new(Ferry, "turn.y", 40)]));
        var after = scene.After(new SetTurnOrder([Ferry], TurnOrder.Yxz));
        after.Object(Ferry).Channel("turn.x").Curve.ShouldBeNull();
        ShouldBeSame(Matrix(At(scene, 1), TurnOrder.Xyz), Matrix(At(after, 1), TurnOrder.Yxz), "still");
        At(scene.After(new SetTurnOrder([Ferry], TurnOrder.Yxz, KeepPoses: false)), 1).ShouldBe((30, 40, 0));
    }

    [Fact]
    public void The_shortest_turn_is_the_slerp_of_the_two_poses()
    {
        var scene = Turned((1, 10, 20, 30), (25, -100, 60, 170)).After(new SetTurning([Ferry], Turning.Shortest));
        Quaternion Of((double X, double Y, double Z) turn) => Quaternion.CreateFromRotationMatrix(Matrix(turn, TurnOrder.Xyz));
        foreach (var frame in new decimal[] { 1, 7, 13, 20, 25 })
        {
            // Clamped ends ease: the part of the way is that of a cubic with flat ends.
            var s = (double)(frame - 1) / 24;
            var slerp = Quaternion.Slerp(Of((10, 20, 30)), Of((-100, 60, 170)), (float)(3 * s * s - 2 * s * s * s));
            ShouldBeSame(Matrix4x4.CreateFromQuaternion(slerp), Matrix(At(scene, frame), TurnOrder.Xyz), $"frame {frame}");
        }
        At(scene, 25).ShouldBe((-100, 60, 170));
        At(scene, 30).ShouldBe((-100, 60, 170));
    }

    [Fact]
    public void A_change_of_turning_makes_all_three_turns_stale()
    {
        var scene = Turned((1, 0, 0, 0), (25, 90, 0, 90)).After(new SetTurning([Ferry], Turning.Shortest));
        var keyed = scene.After(new KeyChannels(13, [new(Ferry, "turn.x", 80)]));
        SceneChange.Between(scene, keyed).Stale(keyed).Single().Channels.Select(spec => spec.Name).ShouldBe(Names);
        var plain = scene.After(new SetTurning([Ferry], Turning.EachAxis));
        SceneChange.Between(scene, plain).Stale(plain).Single().Channels.Select(spec => spec.Name).ShouldBe(Names);
    }

    [Fact]
    public void Locks_are_where_the_middle_turn_is_a_quarter()
    {
        var scene = Turned((1, 0, 0, 0), (61, 0, 180, 0));
        var lockedAt = TurnLock.Of(scene, Ferry, new FrameRange(1, 61)).Single();
        lockedAt.ShouldSatisfyAllConditions(span => span.First.ShouldBeInRange(29, 31), span => span.Last.ShouldBeInRange(31, 33));
        TurnLock.Of(scene.After(new SetTurnOrder([Ferry], TurnOrder.Yxz, KeepPoses: false)), Ferry, new FrameRange(1, 61)).ShouldBeEmpty();
        TurnLock.Of(scene.After(new SetTurning([Ferry], Turning.Shortest)), Ferry, new FrameRange(1, 61)).ShouldBeEmpty();
    }
}
