using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Curves;

public class RefitTests
{
    private static Scene Curved() => Still().After(
        Keyed(1, 0, Interpolation.Clamped), Keyed(25, 10, Interpolation.Smooth), Keyed(49, 4, Interpolation.Smooth), Keyed(73, 6, Interpolation.Clamped));

    [Theory]
    [InlineData(3)]
    [InlineData(14.25)]
    [InlineData(40)]
    [InlineData(70)]
    public void Taking_an_inserted_key_out_again_leaves_the_curve(double frame)
    {
        var scene = Curved();
        var curve = scene.Object(Ferry).Channel("position.x").Curve!;
        var back = scene.After(new InsertKeys((decimal)frame, [new ChannelValue(Ferry, "position.x")]), new DeleteKeys([Selected((decimal)frame)], KeepCurve: true));
        back.Keys(Ferry, "position.x").Length.ShouldBe(4);
        curve.Away(back.Object(Ferry).Channel("position.x").Curve!).ShouldBeLessThan(1e-6);
    }

    [Fact]
    public void Keeping_the_curve_comes_nearer_to_it_than_just_deleting()
    {
        var scene = Curved();
        var plain = CurveConsequence.Of(scene, new DeleteKeys([Selected(49)]));
        var kept = CurveConsequence.Of(scene, new DeleteKeys([Selected(49)], KeepCurve: true));
        kept.Difference.ShouldBeLessThan(plain.Difference);
        (kept.Keys, kept.KeysAfter, kept.Curve).ShouldBe((4L, 3L, CurveRef.Of(Ferry, "position.x")));
        kept.Frame.ShouldBeInRange(25, 73);
    }

    [Fact]
    public void The_stretches_beside_are_left_as_they_were()
    {
        var scene = Curved();
        var after = scene.After(new DeleteKeys([Selected(49)], KeepCurve: true)).Object(Ferry).Channel("position.x").Curve!;
        var before = scene.Object(Ferry).Channel("position.x").Curve!;
        for (var frame = 1m; frame < 25; frame += 0.7m)
            after.ValueAt(scene.Rate.At(frame).Value).ShouldBe(before.ValueAt(scene.Rate.At(frame).Value), 1e-9);
    }

    [Fact]
    public void A_hold_is_not_bent()
    {
        var scene = Still().After(Keyed(1, 0, Interpolation.Hold), Keyed(25, 10, Interpolation.Hold), Keyed(49, 4, Interpolation.Hold))
            .After(new DeleteKeys([Selected(25)], KeepCurve: true));
        scene.Keys(Ferry, "position.x").Select(key => key.Out).ShouldAllBe(mode => mode == Interpolation.Hold);
    }
}
