using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds a path through points of the world; its own place is in their middle.</summary>
/// <param name="Points">The points, in the order in which it goes through them.</param>
/// <param name="Closed">Whether it goes on from the last to the first.</param>
/// <param name="Name">Its name; a free one when left out.</param>
public sealed record AddPath(ImmutableArray<PathPoint> Points, bool Closed = false, string? Name = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Add {Name ?? "a path"}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Points.IsDefaultOrEmpty) throw new Refusal("points", "a path has points");
        var middle = new Vector(Middle(p => p.X), Middle(p => p.Y), Middle(p => p.Z));
        var shape = new PathShape([.. Points.Select(point => (point with { At = point.At - middle }).Plain())], Closed);
        var next = AddObject.Added(scene, ObjectKind.Path, Name, null);
        foreach (var (axis, value) in new[] { ("x", middle.X), ("y", middle.Y), ("z", middle.Z) })
            next = next.WithChannel($"position.{axis}", new Channel(next.Spec($"position.{axis}", "points").Checked(value, "points")));
        return scene.With(next with { Path = shape });
    }

    private double Middle(Func<Vector, double> of) => (Points.Min(point => of(point.At)) + Points.Max(point => of(point.At))) / 2;
}
