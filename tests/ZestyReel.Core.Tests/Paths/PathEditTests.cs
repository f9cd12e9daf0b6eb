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
            (after.Points[i].At - was.At((double)i / (shape.Closed ? count : count - 1))).Length().ShouldBeLessThan(was.Length * 1e-6);
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

    private static Vector[] Ways(Scene scene, ObjectId id, int steps)
    {
        var world = new WorldSampler(scene, new FrameTimes(scene, [0.0])).Worlds(id)[0];
        var way = PathWay.Of(scene.Object(id).Path!);
        return [.. Enumerable.Range(0, steps + 1).Select(i => world.Point(way.AtLength(way.Length * i / steps) is var (segment, u) ? way.Segment(segment).At(u) : default))];
    }

    [Property(MaxTest = 40)]
    public Property Split_and_joined_again_it_leads_through_the_same_places(int at) => Prop.ForAll(RandomPaths.Any().ToArbitrary(), shape =>
    {
        if (shape.Points.Length < 3) return;
        var whole = With(shape with { Closed = false });
        var point = 1 + Math.Abs(at % (shape.Points.Length - 2));
        var parts = whole.After(new SplitPath(Route, point));
        parts.Objects.Count.ShouldBe(2);
        var length = PathWay.Of(Shape(whole)).Length;
        (PathWay.Of(Shape(parts)).Length + PathWay.Of(parts.Object(new ObjectId(2)).Path!).Length).ShouldBe(length, Math.Max(1e-9, length * 1e-7));
        var again = parts.After(new JoinPaths(Route, new ObjectId(2), 1));
        again.Objects.Count.ShouldBe(1);
        // Where two other ends are nearer to each other than those of the cut, these are joined.
        if (Shape(again).Points.Length != shape.Points.Length) return;
        var (was, now) = (Ways(whole, Route, 20), Ways(again, Route, 20));
        for (var i = 0; i <= 20; i++) Math.Min((now[i] - was[i]).Length(), (now[i] - was[20 - i]).Length()).ShouldBeLessThan(Math.Max(1, length) * 1e-5);
    });

    [Fact]
    public void A_closed_path_is_opened_where_it_is_split()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(6, 0, 0)), new(new(6, 0, 6)), new(new(0, 0, 6))], Closed: true));
        var open = scene.After(new SplitPath(Route, 2));
        Shape(open).Closed.ShouldBeFalse();
        Shape(open).Points.Length.ShouldBe(5);
        PathWay.Of(Shape(open)).Length.ShouldBe(PathWay.Of(Shape(scene)).Length, 1e-6);
        Shape(open).Points[0].At.ShouldBe(Shape(scene).Points[2].At);
        Should.Throw<Refusal>(() => open.After(new SplitPath(Route, 0))).Reason.ShouldContain("between its ends");
    }

    [Fact]
    public void Joined_paths_keep_their_places_in_the_world_and_their_followers()
    {
        var scene = With(new([new(new(0, 0, 0), PathPointKind.Corner), new(new(4, 0, 0), PathPointKind.Corner)])).After(
            new AddPath([new(new(9, 0, 0), PathPointKind.Corner), new(new(5, 0, 0), PathPointKind.Corner)], Name: "Other"),
            new SetValues([new(new ObjectId(2), "position.z", 3)]),
            new AddObject(ObjectKind.Box, "Boat"), new FollowPath([new ObjectId(3)], new ObjectId(2)));
        var joined = scene.After(new JoinPaths(Route, new ObjectId(2), 1));
        var world = new WorldSampler(joined, new FrameTimes(joined, [0.0])).Worlds(Route)[0];
        Shape(joined).Points.Select(point => world.Point(point.At)).ShouldBe([new(0, 0, 0), new(4, 0, 0), new(5, 0, 3), new(9, 0, 3)]);
        joined.Object(new ObjectId(3)).Follow!.Path.ShouldBe(Route);
        Should.Throw<Refusal>(() => scene.After(new SetPath(Route, Closed: true), new JoinPaths(Route, new ObjectId(2), 1))).Reason.ShouldContain("open it first");
        Should.Throw<Refusal>(() => scene.After(new JoinPaths(Route, Route, 1)));
    }

    [Fact]
    public void Copies_go_onto_other_paths_with_their_keys_and_their_children()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(4, 0, 0))])).After(
            new AddPath([new(new(0, 0, 5)), new(new(9, 0, 5))], Name: "North"), new AddPath([new(new(0, 0, 9)), new(new(3, 0, 9))], Name: "South"),
            new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Cone, "Mast", new ObjectId(4)), new FollowPath([new ObjectId(4)], Route));
        var copied = scene.After(new DuplicateOnto(new ObjectId(4), [new ObjectId(2), new ObjectId(3)]));
        copied.Objects.Count.ShouldBe(9);
        foreach (var (name, path) in new[] { ("Boat on North", 2), ("Boat on South", 3) })
        {
            var copy = copied.Find(name)!;
            copy.Follow!.Path.ShouldBe(new ObjectId(path));
            copy.Channel(Follow.Travel).ShouldBe(scene.Object(new ObjectId(4)).Channel(Follow.Travel));
            copied.Objects.Values.Count(each => each.Parent == copy.Id).ShouldBe(1);
        }
        Should.Throw<Refusal>(() => scene.After(new DuplicateOnto(new ObjectId(5), [Route]))).Reason.ShouldContain("follows no path");
    }

    [Fact]
    public void An_edit_that_changes_no_point_is_no_step()
    {
        var scene = With(new([new(new(0, 0, 0)), new(new(6, 0, 0))]));
        new MovePathPoints(Route, [0], Vector.Zero, 1).Changed(scene).Change.IsEmpty.ShouldBeTrue();
        new SetPath(Route, Closed: false).Changed(scene).Change.IsEmpty.ShouldBeTrue();
    }
}
