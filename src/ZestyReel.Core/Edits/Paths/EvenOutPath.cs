using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Gives a path as many points at even distances along it; its shape stays as near as cubic curves between them come.</summary>
/// <param name="Path">The path.</param>
/// <param name="Count">How many points.</param>
public sealed record EvenOutPath(ObjectId Path, int Count) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Even out {scene.Object(Path).Name} to {PathEdits.PointWords(Count)}";

    /// <inheritdoc/>
    /// <remarks>Each handle lies along the path, a third of the way to the neighbour long: the curve's derivative by its length there.</remarks>
    protected override Scene Make(Scene scene)
    {
        var (thing, shape) = scene.Path(Path);
        if (Count is < PathShape.FewestPoints or > PathShape.MostPoints) throw new Refusal("count", $"a path has {PathShape.FewestPoints} to {PathShape.MostPoints} points");
        var way = PathWay.Of(shape);
        if (!(way.Length > 0)) throw new Refusal("path", $"all points of {thing.Name} lie in one place");
        var step = way.Length / (shape.Closed ? Count : Count - 1);
        var points = ImmutableArray.CreateBuilder<PathPoint>(Count);
        for (var i = 0; i < Count; i++)
        {
            var (before, after) = (way.BesideLength(i * step, -1), way.BesideLength(i * step, 1));
            points.Add(new PathPoint(after.At, PathPointKind.Free, -before.Way * (step / 3), after.Way * (step / 3)).Plain());
        }
        return scene.WithPath(thing, shape with { Points = points.DrainToImmutable() });
    }
}
