using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Copies objects with their motion and with all that hang below them.</summary>
public sealed record DuplicateObjects(ImmutableArray<ObjectId> Objects) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Objects.Length == 1
        ? $"Duplicate {scene.Object(Objects[0]).Name}"
        : $"Duplicate {Objects.Length} objects";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        var selected = scene.WithDescendants(Objects).OrderBy(o => o.Place).ThenBy(o => o.Id).ToList();
        if (scene.Objects.Count + selected.Count > Scene.MostObjects)
            throw new Refusal("objects", $"a scene has room for {Scene.MostObjects} objects");
        var firstId = scene.NextObjectId().Value;
        var firstPlace = scene.Objects.Values.Max(o => o.Place) + 1;
        var copyOf = selected.Select((o, i) => (o.Id, Copy: new ObjectId(firstId + i))).ToDictionary(c => c.Id, c => c.Copy);
        var names = new FreeNames(scene.ObjectNames());
        var next = scene;
        var placedId = scene.NextPlacedClipId().Value;
        for (var i = 0; i < selected.Count; i++)
        {
            var original = selected[i];
            next = next.With(original with
            {
                Id = copyOf[original.Id],
                Name = names.Take(original.Name),
                Place = firstPlace + i,
                Parent = original.Parent is { } parent && copyOf.TryGetValue(parent, out var copy) ? copy : original.Parent,
                Follow = original.Follow is { } follow && copyOf.TryGetValue(follow.Path, out var path) ? follow with { Path = path } : original.Follow,
                Bounce = original.Bounce is { } bounce ? bounce with { Against = [.. bounce.Against.Select(id => copyOf.GetValueOrDefault(id, id))] } : null,
                Aim = original.Aim is { } aim && copyOf.TryGetValue(aim.At, out var target) ? aim with { At = target } : original.Aim,
            });
        }
        foreach (var placed in scene.PlacedClips.Values.Where(placed => copyOf.ContainsKey(placed.Object)))
            next = next.With(placed with { Id = new PlacedClipId(placedId++), Object = copyOf[placed.Object] });
        // What covers an object by name covers its copy as well.
        foreach (var warp in scene.Warps.Values)
            if (warp.Targets is { } targets && targets.Any(t => copyOf.ContainsKey(t.Object)))
                next = next.With(warp with
                {
                    Targets = [.. targets, .. targets.Where(t => copyOf.ContainsKey(t.Object)).Select(t => t with { Object = copyOf[t.Object] })],
                });
        // A camera's copy has the same picture behind it, as long as there is room.
        foreach (var backdrop in scene.Backdrops.Values.Where(each => each.Camera is { } camera && copyOf.ContainsKey(camera)).Take(Backdrop.MostInScene - scene.Backdrops.Count))
            next = next.With(backdrop with { Id = next.NextBackdropId(), Camera = copyOf[backdrop.Camera!.Value] });
        // What is started, its copy is started with.
        foreach (var cue in scene.Cues.Values)
            if (cue.Starts.Any(t => copyOf.ContainsKey(t.Object)))
                next = next.With(cue with { Starts = [.. cue.Starts, .. cue.Starts.Where(t => copyOf.ContainsKey(t.Object)).Select(t => t with { Object = copyOf[t.Object] })] });
        return next;
    }
}
