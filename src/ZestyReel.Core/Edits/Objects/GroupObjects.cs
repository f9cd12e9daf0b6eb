using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Puts objects under a new group in their middle, or where they are to be turned and scaled about. What has the same
/// parent keeps its motion exactly: its positions are told from there, and nothing else changes. What comes from under
/// different parents keeps its place on each of its keys, as <see cref="SetParent"/> does it.
/// </summary>
/// <param name="Objects">What is grouped; what moves with something else among them comes along with that.</param>
/// <param name="At">The played frame whose middle it is.</param>
/// <param name="Name">The group's name; a free one when left out.</param>
/// <param name="Pivot">Where the group is in the box around them all at that frame, along the axes of what they hang in: −1 to 1 from the left to the right, from the foot to the top, from the back to the front. In the middle of their positions when left out.</param>
public sealed record GroupObjects(ImmutableArray<ObjectId> Objects, decimal At, string? Name = null, Vector? Pivot = null) : Edit
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
        var parent = parents.Count == 1 ? parents[0] : null;
        var worlds = new WorldSampler(scene, times);
        var isExact = parents.Count == 1 && tops.All(id => scene.Object(id).CanBeShifted(times));
        if (Pivot is not null && parents.Count == 1 && !isExact) throw new Refusal("objects", WhyUnshifted(scene, [.. tops], times));
        var middle = Pivot is { } share ? Plain(ShapeBox.Around(scene, tops, times, worlds, parent).At(Shares(share)))
            : isExact ? Middle([.. tops.Select(id => scene.Object(id).PositionAt(times))])
            : parents.Count == 1 ? default
            : Middle([.. tops.Select(id => worlds.Worlds(id)[0].Position)]);
        var values = ImmutableDictionary<string, double>.Empty.Add("position.x", middle.X).Add("position.y", middle.Y).Add("position.z", middle.Z);
        var added = scene.NextObjectId();
        var next = new AddObject(ObjectKind.Group, Name, parent, values).Within(scene);
        if (parents.Count > 1) return new SetParent(tops, added, At).Within(next);
        foreach (var id in tops)
            next = next.With((isExact ? next.Object(id).Shifted(-middle.X, -middle.Y, -middle.Z) : next.Object(id)) with { Parent = added });
        return next;
    }

    private static Vector Middle((double X, double Y, double Z)[] places) => ShapeBox.Around(places.Select(place => new Vector(place.X, place.Y, place.Z))).At(default);

    /// <summary>Without the noise that comes of being led into the world and back; the motion stays exact anyway.</summary>
    private static Vector Plain(Vector at) => new(Math.Round(at.X, 9), Math.Round(at.Y, 9), Math.Round(at.Z, 9));

    private static Vector Shares(Vector pivot) =>
        Math.Max(Math.Abs(pivot.X), Math.Max(Math.Abs(pivot.Y), Math.Abs(pivot.Z))) <= 1 ? pivot : throw new Refusal("pivot", "where a group is in the box around its objects is told from −1 to 1 along each axis");

    /// <summary>Why the positions of one of some objects cannot be told from elsewhere.</summary>
    private static string WhyUnshifted(Scene scene, ImmutableArray<ObjectId> tops, FrameTimes times)
    {
        var thing = scene.Object(tops.First(id => !scene.Object(id).CanBeShifted(times)));
        return $"{thing.Name} {thing.WhyUnshifted(times)}, so that it cannot be told from elsewhere where it is; group it in its middle, or bake it first";
    }
}
