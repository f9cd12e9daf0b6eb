using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Puts objects under a new group in their middle. What has the same parent keeps its motion exactly: its positions are
/// told from the middle, and nothing else changes. What comes from under different parents keeps its place on each of its
/// keys, as <see cref="SetParent"/> does it.
/// </summary>
/// <param name="Objects">What is grouped; what moves with something else among them comes along with that.</param>
/// <param name="At">The played frame whose middle it is.</param>
/// <param name="Name">The group's name; a free one when left out.</param>
public sealed record GroupObjects(ImmutableArray<ObjectId> Objects, decimal At, string? Name = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Objects.Length == 1 ? $"Group {scene.Object(Objects[0]).Name}" : $"Group {Objects.Length} objects";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var chosen = Objects.Select((id, i) => scene.Object(id, $"objects[{i}]").Id).ToHashSet();
        var tops = chosen.Where(id => !scene.WithAncestors(id).Skip(1).Any(above => chosen.Contains(above.Id))).OrderBy(id => scene.Object(id).Place).ToImmutableArray();
        var parents = tops.Select(id => scene.Object(id).Parent).Distinct().ToList();
        var times = new FrameTimes(scene, [scene.Rate.At(At, "at").Value]);
        var isExact = parents.Count == 1 && tops.All(id => scene.Object(id).CanBeShifted(times));
        var worlds = new WorldSampler(scene, times);
        var middle = isExact ? Middle([.. tops.Select(id => scene.Object(id).PositionAt(times))])
            : parents.Count == 1 ? default
            : Middle([.. tops.Select(id => worlds.Worlds(id)[0].Position).Select(p => (p.X, p.Y, p.Z))]);
        var values = ImmutableDictionary<string, double>.Empty.Add("position.x", middle.X).Add("position.y", middle.Y).Add("position.z", middle.Z);
        var parent = parents.Count == 1 ? parents[0] : null;
        var added = scene.NextObjectId();
        var next = new AddObject(ObjectKind.Group, Name, parent, values).Within(scene);
        if (parents.Count > 1) return new SetParent(tops, added, At).Within(next);
        foreach (var id in tops)
            next = next.With((isExact ? next.Object(id).Shifted(-middle.X, -middle.Y, -middle.Z) : next.Object(id)) with { Parent = added });
        return next;
    }

    private static (double X, double Y, double Z) Middle((double X, double Y, double Z)[] places)
    {
        double Of(Func<(double X, double Y, double Z), double> axis) => (places.Min(axis) + places.Max(axis)) / 2;
        return (Of(p => p.X), Of(p => p.Y), Of(p => p.Z));
    }
}
