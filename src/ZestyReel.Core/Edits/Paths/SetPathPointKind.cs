using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets how a path goes through points. What becomes free keeps its handles as they are.</summary>
/// <param name="Path">The path.</param>
/// <param name="Points">Which of its points, counted from 0.</param>
/// <param name="Kind">How it goes through them.</param>
public sealed record SetPathPointKind(ObjectId Path, ImmutableArray<int> Points, PathPointKind Kind) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Make {PathEdits.PointWords(Points.Length)} of {scene.Object(Path).Name} {Kind.ToString().ToLowerInvariant()}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Points.IsDefaultOrEmpty) throw new Refusal("points", "select at least one point");
        var (thing, shape) = scene.Path(Path);
        var points = shape.Points.ToBuilder();
        foreach (var (i, point) in Points.Index())
            points[shape.Checked(point, $"points[{i}]")] = Kind == PathPointKind.Free ? shape.Freed(point) : (shape.Points[point] with { Kind = Kind }).Plain();
        return scene.WithPath(thing, shape with { Points = points.ToImmutable() });
    }
}
