using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Changes;

/// <summary>
/// Objects that somebody has locked while they work: what they do touches neither these objects, nor their keys, nor the
/// clips on them. Where an object stands among the others is not part of it.
/// </summary>
public static class LockedObjects
{
    /// <summary>Lets a change pass that leaves them alone.</summary>
    /// <param name="change">What would change.</param>
    /// <param name="scene">The scene before the change.</param>
    /// <param name="locked">The objects.</param>
    /// <exception cref="Refusal">The change touches one of them.</exception>
    public static void RefuseLocked(this SceneChange change, Scene scene, IReadOnlySet<ObjectId> locked)
    {
        if (locked.Count == 0) return;
        var touched = change.Rows.Select(Owner).OfType<ObjectId>().Where(locked.Contains).Where(scene.Objects.ContainsKey).Distinct().ToList();
        if (touched.Count == 0) return;
        var name = scene.Objects[touched[0]].Name;
        throw new Refusal("objects", touched.Count == 1
            ? $"{name} is locked in this window, and this would change it; open its padlock first"
            : $"{name} and {touched.Count - 1} more are locked in this window, and this would change them; open their padlocks first");
    }

    private static ObjectId? Owner(RowChange row) => row.Row.Kind switch
    {
        RowKind.Channel => new ObjectId(row.Row.Id),
        RowKind.Object when row is { Before: SceneObject before, After: SceneObject after } && before == after with { Place = before.Place } => null,
        RowKind.Object => new ObjectId(row.Row.Id),
        RowKind.PlacedClip => ((row.Before ?? row.After) as PlacedClip)?.Object,
        _ => null,
    };
}
