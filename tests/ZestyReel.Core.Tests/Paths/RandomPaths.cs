using System.Collections.Immutable;
using FsCheck;
using FsCheck.Fluent;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Paths;

/// <summary>Paths of all kinds of points.</summary>
internal static class RandomPaths
{
    private static Gen<Vector> Place(int size) =>
        from x in Gen.Choose(-size * 100, size * 100)
        from y in Gen.Choose(-size * 20, size * 20)
        from z in Gen.Choose(-size * 100, size * 100)
        select new Vector(x / 100.0, y / 100.0, z / 100.0);

    private static Gen<PathPoint> Point() =>
        from at in Place(10)
        from kind in Gen.Elements(PathPointKind.Smooth, PathPointKind.Corner, PathPointKind.Free)
        from before in Place(4)
        from after in Place(4)
        select kind == PathPointKind.Free ? new PathPoint(at, kind, before, after) : new PathPoint(at, kind);

    public static Gen<PathShape> Any() =>
        from count in Gen.Choose(2, 9)
        from points in Point().ArrayOf(count)
        from closed in Gen.Elements(true, false)
        select new PathShape(points.ToImmutableArray(), closed);
}
