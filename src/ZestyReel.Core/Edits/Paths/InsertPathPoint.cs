using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts a point onto a path without changing its shape: the curve is cut there, and its ends become free.</summary>
/// <param name="Path">The path.</param>
/// <param name="Segment">The point after which it comes, counted from 0.</param>
/// <param name="U">Where on the curve from there to the next: 0 to 1, both left out.</param>
public sealed record InsertPathPoint(ObjectId Path, int Segment, double U) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Insert a point into {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, shape) = scene.Path(Path);
        if (Segment < 0 || Segment >= shape.SegmentCount) throw new Refusal("segment", "there is no such part of the path any more");
        if (!(U > 0 && U < 1)) throw new Refusal("u", "a new point lies between two others");
        return scene.WithPath(thing, shape.Cut(Segment, U));
    }
}
