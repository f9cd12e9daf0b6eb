using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Makes one path of two open ones: it goes through the first, and on through the second from that of its ends which is
/// nearer. Where both ends lie in one place they become one point. What followed the second follows the first.
/// </summary>
/// <param name="Path">The path that stays.</param>
/// <param name="With">The path that goes into it.</param>
/// <param name="At">The played frame whose places count.</param>
public sealed record JoinPaths(ObjectId Path, ObjectId With, decimal At) : Edit
{
    /// <summary>Ends that are nearer than this to each other lie in one place, as a share of the longer path.</summary>
    private const double Together = 1e-6;

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Join {scene.Object(Path).Name} and {scene.Object(With).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var ((first, a), (second, b)) = (scene.Path(Path), scene.Path(With, "with"));
        if (Path == With) throw new Refusal("with", "a path is not joined to itself; close it instead");
        if (a.Closed || b.Closed) throw new Refusal("path", $"{(a.Closed ? first : second).Name} is closed; open it first");
        var worlds = new WorldSampler(scene, new FrameTimes(scene, [scene.Rate.At(At, "at").Value]));
        var back = worlds.Worlds(Path)[0].Inverse() ?? throw new Refusal("path", $"{first.Name} has no size on this frame; scale it first");
        var into = back * worlds.Worlds(With)[0];
        var (mine, theirs) = (a.AllFreed(), Moved(b.AllFreed(), into));
        double Gap(PathPoint end, PathPoint start) => (start.At - end.At).Length();
        // Which ends meet: each of the two paths can be turned round.
        var turnsMine = Math.Min(Gap(mine[0], theirs[0]), Gap(mine[0], theirs[^1])) < Math.Min(Gap(mine[^1], theirs[0]), Gap(mine[^1], theirs[^1]));
        if (turnsMine) mine = Turned(mine);
        if (Gap(mine[^1], theirs[^1]) < Gap(mine[^1], theirs[0])) theirs = Turned(theirs);
        var reach = Math.Max(PathWay.Of(a).Length, PathWay.Of(b).Length);
        ImmutableArray<PathPoint> points = Gap(mine[^1], theirs[0]) <= reach * Together
            ? [.. mine[..^1], mine[^1] with { Out = theirs[0].Out }, .. theirs[1..]]
            : [.. mine, .. theirs];
        // The first path is gone along as it was.
        if (turnsMine) points = Turned(points);
        if (points.Length > PathShape.MostPoints) throw new Refusal("with", $"a path has room for {PathShape.MostPoints} points");
        var next = scene.WithPath(first, a with { Points = points });
        foreach (var thing in scene.Objects.Values.Where(each => each.Follow?.Path == With))
            next = next.With(next.Object(thing.Id).Following(thing.Follow! with { Path = Path }));
        return new DeleteObjects([With], KeepAt: At).Within(next);
    }

    private static ImmutableArray<PathPoint> Moved(ImmutableArray<PathPoint> points, Transform into) =>
        [.. points.Select(point => (point with { At = into.Point(point.At), In = into.Direction(point.In), Out = into.Direction(point.Out) }).Plain())];

    private static ImmutableArray<PathPoint> Turned(ImmutableArray<PathPoint> points) =>
        [.. points.Reverse().Select(point => point with { In = point.Out, Out = point.In })];
}
