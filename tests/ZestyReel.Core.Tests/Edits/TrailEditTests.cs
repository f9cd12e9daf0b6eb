using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Tests.Edits;

/// <summary>What a hand does to the way of an object through space.</summary>
public class TrailEditTests
{
    private static readonly ObjectId Hand = new(1);
    private static readonly string[] Positions = ["position.x", "position.y", "position.z"];

    private static Vector At(Scene scene, decimal frame)
    {
        var seen = Positions.Select(name => Stages.Values(scene.Object(Hand), name, FrameTimes.At(scene, scene.Rate.At(frame)))[0]).ToArray();
        return new(seen[0], seen[1], seen[2]);
    }

    private static Scene Arc(params Edit[] edits)
    {
        var scene = Scene.Empty("Arc").After(new AddObject(ObjectKind.Box, "Hand"));
        foreach (var (i, name) in Positions.Index())
        {
            double from = i, to = 4 - i, third = (to - from) / 3;
            var curve = new Curve([
                new Key(scene.Rate.StartOf(1), from, Interpolation.Linear, Interpolation.Free, default, new Handle(10 * scene.Rate.TicksPerFrame, third)),
                new Key(scene.Rate.StartOf(31), to, Interpolation.Free, Interpolation.Linear, new Handle(-10 * scene.Rate.TicksPerFrame, -third)),
            ]);
            scene = scene.With(scene.Object(Hand).WithChannel(name, new(0, curve)));
        }
        return scene.After(edits);
    }

    [Property]
    public void A_bent_trail_is_the_cubic_of_its_handles(int a, int b, int c)
    {
        var (start, end, by) = (At(Arc(), 1), At(Arc(), 31), new Vector(a % 20 / 4.0, b % 20 / 4.0, c % 20 / 4.0));
        var bent = Arc(new BendTrail(Hand, FrameRate.Film.StartOf(1), KeySide.Out, by));
        // Bernstein's polynomials: with handles of a third, time runs evenly along the parameter.
        var last = new Vector((end.X - start.X) / -3, (end.Y - start.Y) / -3, (end.Z - start.Z) / -3);
        foreach (var frame in (decimal[])[1, 4, 8.5m, 16, 25, 31])
        {
            var u = (double)(frame - 1) / 30;
            double Of(double p0, double p1, double p2, double p3) => (1 - u) * (1 - u) * (1 - u) * p0 + 3 * u * (1 - u) * (1 - u) * p1 + 3 * u * u * (1 - u) * p2 + u * u * u * p3;
            var seen = At(bent, frame);
            seen.X.ShouldBe(Of(start.X, start.X + by.X, end.X + last.X, end.X), 1e-9);
            seen.Y.ShouldBe(Of(start.Y, start.Y + by.Y, end.Y + last.Y, end.Y), 1e-9);
            seen.Z.ShouldBe(Of(start.Z, start.Z + by.Z, end.Z + last.Z, end.Z), 1e-9);
        }
    }

    [Fact]
    public void Handles_that_are_not_in_common_are_not_bent()
    {
        var time = FrameRate.Film.StartOf(1);
        Should.Throw<Refusal>(() => Arc(new BendTrail(Hand, time, KeySide.In, new(1, 0, 0)))).Reason.ShouldContain("no free handle");
        Should.Throw<Refusal>(() => Arc(new BendTrail(Hand, FrameRate.Film.StartOf(7), KeySide.Out, new(1, 0, 0)))).Reason.ShouldContain("no key");
        Should.Throw<Refusal>(() => Arc(new SetHandle(Hand, "position.y", time, KeySide.Out, 4, 1), new BendTrail(Hand, time, KeySide.Out, new(1, 0, 0)))).Reason.ShouldContain("equally long");
    }

    [Fact]
    public void Several_points_are_keyed_at_once_as_they_are_one_by_one()
    {
        var scene = Arc(new AddLayer("Touch-up"));
        FrameValues Point(decimal frame, double value) => new(frame, [new(Hand, "1/position.y", value)]);
        var together = scene.After(new KeyFrames([Point(10, 5), Point(20, 6)], Reach: 4));
        var apart = scene.After(new KeyChannels(10, Point(10, 5).Values, Reach: 4), new KeyChannels(20, Point(20, 6).Values, Reach: 4));
        together.Object(Hand).Channels["1/position.y"].Curve!.Keys.ShouldBe(apart.Object(Hand).Channels["1/position.y"].Curve!.Keys);
        (At(together, 10).Y, At(together, 20).Y).ShouldBe((5, 6));
        At(together, 15).ShouldBe(At(scene, 15));
        Should.Throw<Refusal>(() => scene.After(new KeyFrames([Point(10, 5), Point(10, 6)]))).Reason.ShouldContain("twice");
        Should.Throw<Refusal>(() => scene.After(new KeyFrames([]))).Reason.ShouldContain("at least one");
    }
}
