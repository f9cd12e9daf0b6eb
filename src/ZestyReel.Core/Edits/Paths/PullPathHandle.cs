using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Pulls one handle of a path's point, which is free from then on.</summary>
/// <param name="Path">The path.</param>
/// <param name="Point">Which of its points, counted from 0.</param>
/// <param name="IsOut">The handle towards the point after; else that towards the point before.</param>
/// <param name="To">Where the handle's end comes to lie from the point, in the world.</param>
/// <param name="At">The played frame on which it is seen there.</param>
/// <param name="Both">The other handle turns along, as long as it was, so that the path stays smooth there.</param>
public sealed record PullPathHandle(ObjectId Path, int Point, bool IsOut, Vector To, decimal At, bool Both = true) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Pull a handle of {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, shape) = scene.Path(Path);
        var point = shape.Freed(shape.Checked(Point, "point"));
        var to = scene.IntoPath(thing, To, At);
        var other = IsOut ? point.In : point.Out;
        if (Both && to.Unit() is var way && way != Vector.Zero) other = -way * other.Length();
        point = IsOut ? point with { Out = to, In = other } : point with { In = to, Out = other };
        return scene.WithPath(thing, shape with { Points = shape.Points.SetItem(Point, point.Plain()) });
    }
}
