namespace ZestyReel.Core.Scenes;

/// <summary>A point of a path.</summary>
/// <param name="At">Where it is, in the path's own space.</param>
/// <param name="Kind">How the path goes through it.</param>
/// <param name="In">The handle towards the point before, from the point; of a free point only.</param>
/// <param name="Out">The handle towards the point after, from the point; of a free point only.</param>
public readonly record struct PathPoint(Vector At, PathPointKind Kind = PathPointKind.Smooth, Vector In = default, Vector Out = default);
