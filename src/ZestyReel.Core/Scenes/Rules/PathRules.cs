namespace ZestyReel.Core.Scenes;

/// <summary>What every path, and whatever follows one, keeps to.</summary>
public static class PathRules
{
    /// <summary>The furthest that a point lies from the path's own origin along an axis, and the longest part of a handle, in scene lengths.</summary>
    public const double Furthest = 1e9;

    /// <summary>The largest bank, in degrees for a bend of 1 per length.</summary>
    public const double LargestBank = 1e6;

    /// <exception cref="Refusal">The path breaks a rule; the place is that of the point.</exception>
    public static void Check(PathShape path)
    {
        if (path.Points.IsDefault || path.Points.Length < PathShape.FewestPoints) throw new Refusal("points", $"a path has at least {PathShape.FewestPoints} points");
        if (path.Points.Length > PathShape.MostPoints) throw new Refusal("points", $"a path has room for {PathShape.MostPoints} points");
        if (!Enum.IsDefined(path.Spread)) throw new Refusal("spread", "there is no such spread");
        for (var i = 0; i < path.Points.Length; i++)
        {
            var point = path.Points[i];
            if (!Enum.IsDefined(point.Kind)) throw new Refusal($"points[{i}].kind", "there is no such kind of point");
            if (!IsNear(point.At) || !IsNear(point.In) || !IsNear(point.Out)) throw new Refusal($"points[{i}]", FormattableString.Invariant($"a point or handle lies beyond {Furthest:0}"));
            if (point.Kind != PathPointKind.Free && (point.In != Vector.Zero || point.Out != Vector.Zero)) throw new Refusal($"points[{i}]", "only a free point has handles of its own");
        }
    }

    /// <exception cref="Refusal">The way of following breaks a rule.</exception>
    public static void Check(Follow follow)
    {
        if (follow.Facing is { } facing && !Enum.IsDefined(facing)) throw new Refusal("facing", "there is no such direction");
        if (!Enum.IsDefined(follow.Up)) throw new Refusal("up", "there is no such direction");
        if (follow.Facing is { } forward && (int)forward / 2 == (int)follow.Up / 2) throw new Refusal("up", "what is up lies across what faces along the path; take another direction");
        if (!(Math.Abs(follow.Bank) <= LargestBank)) throw new Refusal("bank", FormattableString.Invariant($"the bank is {-LargestBank:0} to {LargestBank:0}"));
    }

    private static bool IsNear(Vector v) => Math.Abs(v.X) <= Furthest && Math.Abs(v.Y) <= Furthest && Math.Abs(v.Z) <= Furthest;
}
