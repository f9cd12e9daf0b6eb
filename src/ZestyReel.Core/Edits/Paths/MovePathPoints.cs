using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Moves points of a path, with their handles, as far through the world.</summary>
/// <param name="Path">The path.</param>
/// <param name="Points">Which of its points, counted from 0.</param>
/// <param name="By">How far, in the world.</param>
/// <param name="At">The played frame on which it is seen to go so far.</param>
public sealed record MovePathPoints(ObjectId Path, ImmutableArray<int> Points, Vector By, decimal At) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Move {PathEdits.PointWords(Points.Length)} of {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Points.IsDefaultOrEmpty) throw new Refusal("points", "select at least one point");
        var (thing, shape) = scene.Path(Path);
        var by = scene.IntoPath(thing, By, At);
        var points = shape.Points.ToBuilder();
        foreach (var (i, point) in Points.Distinct().Index())
            points[shape.Checked(point, $"points[{i}]")] = (shape.Points[point] with { At = shape.Points[point].At + by }).Plain();
        return scene.WithPath(thing, shape with { Points = points.ToImmutable() });
    }
}
