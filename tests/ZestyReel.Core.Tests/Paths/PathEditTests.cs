using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;

namespace ZestyReel.Core.Tests.Paths;

/// <summary>Edits of a path's points.</summary>
public class PathEditTests
{
    private static readonly ObjectId Route = new(1);

    private static Scene With(PathShape shape) => Scene.Empty("Harbour").After(new AddPath(shape.Points, shape.Closed, "Route"));

    private static PathShape Shape(Scene scene) => scene.Object(Route).Path!;

    [Property(MaxTest = 60)]
    public Property A_point_put_in_changes_no_place_of_the_path() => Prop.ForAll(RandomPaths.Any().ToArbitrary(), Gen.Choose(1, 99).ToArbitrary(), (shape, at) =>
    {
        var before = With(shape);
        var segment = at % shape.SegmentCount;
        var after = before.After(new InsertPathPoint(Route, segment, at / 100.0));
        var (was, now) = (PathWay.Of(Shape(before)), PathWay.Of(Shape(after)));
        Shape(after).Points.Length.ShouldBe(shape.Points.Length + 1);
        now.Length.ShouldBe(was.Length, Math.Max(1e-9, was.Length * 1e-8));
        for (var i = 0; i <= 20; i++) (now.At(i / 20.0) - was.At(i / 20.0)).Length().ShouldBeLessThan(Math.Max(1, was.Length) * 1e-6);
    });

    [Property(MaxTest = 60)]
    public Property Reversed_it_leads_through_the_same_places_from_the_end() => Prop.ForAll(RandomPaths.Any().ToArbitrary(), shape =>
    {
        var before = With(shape);
        var after = before.After(new ReversePath(Route));
        var (was, now) = (PathWay.Of(Shape(before)), PathWay.Of(Shape(after)));
        for (var i = 0; i <= 20; i++) (now.At(i / 20.0) - was.At(1 - i / 20.0)).Length().ShouldBeLessThan(Math.Max(1, was.Length) * 1e-6);
        Shape(after.After(new ReversePath(Route))).ShouldBe(Shape(before));
    });

    [Property(MaxTest = 40)]
    public Property Evened_out_its_points_are_as_far_apart_and_on_the_path() => Prop.ForAll(RandomPaths.Any().ToArbitrary(), Gen.Choose(5, 40).ToArbitrary(), (shape, count) =>
    {
        var before = With(shape);
        var was = PathWay.Of(Shape(before));
        if (was.Length == 0) return;
        var after = Shape(before.After(new EvenOutPath(Route, count)));
        after.Points.Length.ShouldBe(count);
        for (var i = 0; i < count; i++)
            (after.Points[i].At - was.At((double)i / (shape.Closed ? count : count - 1) is var share && shape.Closed ? share : share)).Length().ShouldBeLessThan(was.Length * 1e-6);
    });

    [Fact]
    public void Evened_out_a_smooth_path_keeps_its_shape_the_nearer_the_more_points()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(4, 0, 2)), new(new(9, 1, 0)), new(new(12, 0, 5))]));
        var was = PathWay.Of(Shape(scene));
        double Off(int count)
        {
            var now = PathWay.Of(Shape(scene.After(new EvenOutPath(Route, count))));
            return Enumerable.Range(0, 201).Max(i => (now.At(i / 200.0) - was.At(i / 200.0)).Length());
        }
        Off(12).ShouldBeLessThan(was.Length * 0.01);
        Off(48).ShouldBeLessThan(was.Length * 0.0005);
    }

    [Fact]
    public void Points_go_as_far_through_the_world_whatever_the_path_is_turned_and_scaled()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(4, 0, 0))])).After(
            new SetValues([new(Route, "rotation.y", 90), new(Route, "scale.x", 2)]));
        Vector World(Scene of, int point)
        {
            var world = new WorldSampler(of, new FrameTimes(of, [0.0])).Worlds(Route)[0];
            return world.Point(Shape(of).Points[point].At);
        }
        var moved = scene.After(new MovePathPoints(Route, [1], new(0.5, 1, -3), 1));
        (World(moved, 1) - World(scene, 1) - new Vector(0.5, 1, -3)).Length().ShouldBeLessThan(1e-9);
        World(moved, 0).ShouldBe(World(scene, 0));
        Should.Throw<Refusal>(() => scene.After(new SetValues([new(Route, "scale.x", 0)]), new MovePathPoints(Route, [0], new(1, 0, 0), 1))).Reason.ShouldContain("no size");
    }

    [Fact]
    public void A_pulled_handle_makes_its_point_free_and_the_other_turns_along()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(6, 0, 0)), new(new(12, 0, 0))]));
        var pulled = Shape(scene.After(new PullPathHandle(Route, 1, IsOut: true, new(0, 0, 5), 1)));
        pulled.Points[1].Kind.ShouldBe(PathPointKind.Free);
        pulled.Points[1].Out.ShouldBe(new(0, 0, 5));
        (pulled.Points[1].In - new Vector(0, 0, -2)).Length().ShouldBeLessThan(1e-12);
        Shape(scene.After(new PullPathHandle(Route, 1, IsOut: true, new(0, 0, 5), 1, Both: false))).Points[1].In.ShouldBe(new(-2, 0, 0));
    }

    [Fact]
    public void A_path_keeps_two_points_and_only_a_path_has_any()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(6, 0, 0)), new(new(12, 0, 0))])).After(new AddObject(ObjectKind.Box, "Box"));
        Shape(scene.After(new DeletePathPoints(Route, [1]))).Points.Length.ShouldBe(2);
        Should.Throw<Refusal>(() => scene.After(new DeletePathPoints(Route, [0, 2]))).Reason.ShouldContain("2 points at least");
        Should.Throw<Refusal>(() => scene.After(new DeletePathPoints(Route, [3]))).Reason.ShouldContain("no such point");
        Should.Throw<Refusal>(() => scene.After(new DeletePathPoints(new ObjectId(2), [0]))).Reason.ShouldContain("is no path");
        Should.Throw<Refusal>(() => scene.After(new AddObject(ObjectKind.Path))).Reason.ShouldContain("addPath");
        Should.Throw<Refusal>(() => scene.After(new AddPath([new(new(0, 0, 0))]))).Reason.ShouldContain("at least 2");
        Should.Throw<Refusal>(() => scene.After(new AddPath([new(new(double.NaN, 0, 0)), new(new(1, 0, 0))])));
        Should.Throw<Refusal>(() => scene.After(new AddPath([new(new(4e9, 0, 0)), new(new(1, 0, 0))]))).Reason.ShouldContain("beyond");
    }

    [Fact]
    public void An_edit_that_changes_no_point_is_no_step()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(6, 0, 0))]));
        new MovePathPoints(Route, [0], Vector.Zero, 1).Changed(scene).Change.IsEmpty.ShouldBeTrue();
        new SetPath(Route, Closed: false).Changed(scene).Change.IsEmpty.ShouldBeTrue();
    }
}
