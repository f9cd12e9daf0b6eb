using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Splits an open path in two at one of its points, which both have; opens a closed one there. What follows it stays on the first part.</summary>
/// <param name="Path">The path.</param>
/// <param name="Point">Which of its points, counted from 0.</param>
public sealed record SplitPath(ObjectId Path, int Point) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Split {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, shape) = scene.Path(Path);
        shape.Checked(Point, "point");
        // Free points keep their handles, whose neighbours go elsewhere.
        var points = shape.AllFreed();
        if (shape.Closed) return scene.WithPath(thing, shape with { Closed = false, Points = [.. points[Point..], .. points[..(Point + 1)]] });
        if (Point == 0 || Point == points.Length - 1) throw new Refusal("point", "an open path is split at a point between its ends; select another");
        var second = PathEdits.Copy(scene, thing, shape with { Points = points[Point..] });
        return scene.WithPath(thing, shape with { Points = points[..(Point + 1)] }).With(second);
    }
}
