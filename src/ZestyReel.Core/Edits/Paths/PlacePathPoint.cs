using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Gives a point of a path numbers: where it is and, if it is free, its handles.</summary>
/// <param name="Path">The path.</param>
/// <param name="Point">Which of its points, counted from 0.</param>
/// <param name="To">The point as it is to be, in the path's own space.</param>
public sealed record PlacePathPoint(ObjectId Path, int Point, PathPoint To) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Set a point of {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, shape) = scene.Path(Path);
        return scene.WithPath(thing, shape with { Points = shape.Points.SetItem(shape.Checked(Point, "point"), To.Plain()) });
    }
}
