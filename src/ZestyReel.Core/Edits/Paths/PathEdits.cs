using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of paths share.</summary>
internal static class PathEdits
{
    /// <summary>A path and its way.</summary>
    /// <exception cref="Refusal">It is no path.</exception>
    public static (SceneObject Thing, PathShape Shape) Path(this Scene scene, ObjectId id, string place = "path")
    {
        var thing = scene.Object(id, place);
        return (thing, thing.Path ?? throw new Refusal(place, $"{thing.Name} is no path; select one"));
    }

    /// <summary>The scene with another way of a path.</summary>
    public static Scene WithPath(this Scene scene, SceneObject thing, PathShape shape) => scene.With(thing with { Path = shape });

    /// <exception cref="Refusal">A place in the list of points is none.</exception>
    public static int Checked(this PathShape shape, int point, string place) =>
        point >= 0 && point < shape.Points.Length ? point : throw new Refusal(place, "there is no such point any more");

    /// <summary>How a point count is told.</summary>
    public static string PointWords(int count) => count == 1 ? "a point" : $"{count} points";

    /// <summary>A point with one zero, not two, and with handles only where it is free.</summary>
    public static PathPoint Plain(this PathPoint point) => point with
    {
        At = Plain(point.At),
        In = point.Kind == PathPointKind.Free ? Plain(point.In) : Vector.Zero,
        Out = point.Kind == PathPointKind.Free ? Plain(point.Out) : Vector.Zero,
    };

    /// <summary>The point as a free one, with the handles that it has.</summary>
    public static PathPoint Freed(this PathShape shape, int index) => (shape.Points[index] with { Kind = PathPointKind.Free, In = shape.In(index), Out = shape.Out(index) }).Plain();

    /// <summary>The points, each free, with the handles that they have.</summary>
    public static ImmutableArray<PathPoint> AllFreed(this PathShape shape) => [.. Enumerable.Range(0, shape.Points.Length).Select(shape.Freed)];

    /// <summary>A way through the world as a path's own space has it on a frame.</summary>
    /// <exception cref="Refusal">The path is flattened there.</exception>
    public static Vector IntoPath(this Scene scene, SceneObject thing, Vector way, decimal frame)
    {
        var times = new FrameTimes(scene, [scene.Rate.At(frame, "at").Value]);
        var back = new WorldSampler(scene, times).Worlds(thing.Id)[0].Inverse() ?? throw new Refusal("path", $"{thing.Name} has no size on this frame; scale it first");
        return back.Direction(way);
    }

    /// <summary>The same way with one more point, where a curve is cut.</summary>
    public static PathShape Cut(this PathShape shape, int segment, double u)
    {
        var (before, after) = shape.Segment(segment).Split(u);
        var next = (segment + 1) % shape.Points.Length;
        var points = shape.Points.ToBuilder();
        points[segment] = (shape.Freed(segment) with { Out = before.B - before.A }).Plain();
        points[next] = ((next == segment ? points[next] : shape.Freed(next)) with { In = after.C - after.D }).Plain();
        points.Insert(segment + 1, new PathPoint(before.D, PathPointKind.Free, before.C - before.D, after.B - after.A).Plain());
        // What lies beside the cut goes on as it did, whose handles looked to the points that are free now.
        return shape with { Points = points.ToImmutable() };
    }

    /// <summary>The same way the other way round.</summary>
    public static PathShape Reversed(this PathShape shape)
    {
        // A closed one starts where it did.
        var points = shape.Closed ? shape.Points.Skip(1).Reverse().Prepend(shape.Points[0]) : shape.Points.Reverse();
        return shape with { Points = [.. points.Select(point => point with { In = point.Out, Out = point.In })] };
    }

    /// <summary>A copy of a path with another way, which is not in the scene yet.</summary>
    public static SceneObject Copy(Scene scene, SceneObject thing, PathShape shape)
    {
        var names = new FreeNames(scene.ObjectNames());
        return thing with { Id = scene.NextObjectId(), Name = names.Take(thing.Name), Place = scene.Objects.Values.Max(each => each.Place) + 1, Path = shape };
    }

    private static Vector Plain(Vector v) => new(v.X + 0.0, v.Y + 0.0, v.Z + 0.0);
}
