using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes points out of a path.</summary>
/// <param name="Path">The path.</param>
/// <param name="Points">Which of its points, counted from 0.</param>
public sealed record DeletePathPoints(ObjectId Path, ImmutableArray<int> Points) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete {PathEdits.PointWords(Points.Length)} of {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Points.IsDefaultOrEmpty) throw new Refusal("points", "select at least one point");
        var (thing, shape) = scene.Path(Path);
        var going = Points.Select((point, i) => shape.Checked(point, $"points[{i}]")).ToHashSet();
        var left = shape.Points.Where((_, i) => !going.Contains(i)).ToImmutableArray();
        if (left.Length < PathShape.FewestPoints) throw new Refusal("points", $"a path keeps {PathShape.FewestPoints} points at least; delete the path itself instead");
        return scene.WithPath(thing, shape with { Points = left });
    }
}
