namespace ZestyReel.Core.Scenes;

/// <summary>What ties the parts of a scene to each other.</summary>
public static class SceneTies
{
    /// <summary>Whether everything that a part of the scene points at is there, names are unique, and no object is its own ancestor.</summary>
    public static bool Hold(Scene scene) =>
        AreUnique(scene.Objects.Values.Select(thing => thing.Name)) && AreUnique(scene.Warps.Values.Select(warp => warp.Name))
        && AreUnique(scene.Clips.Values.Select(clip => clip.Name)) && AreUnique(scene.NamedSelections.Values.Select(selection => selection.Name))
        && scene.Objects.Values.All(thing => thing.Parent is not { } parent || scene.Objects.ContainsKey(parent))
        // Whatever is its own ancestor is not reached from the top.
        && scene.InOrder().Count() == scene.Objects.Count
        && scene.Warps.Values.All(warp => warp.Targets is not { } targets || targets.All(target => scene.Objects.ContainsKey(target.Object)))
        && scene.NamedSelections.Values.All(selection => selection.Objects.All(scene.Objects.ContainsKey))
        && scene.PlacedClips.Values.All(placed => scene.Objects.ContainsKey(placed.Object) && scene.Clips.ContainsKey(placed.Clip))
        && scene.Settings.Range.Contains(scene.Settings.Work);

    private static bool AreUnique(IEnumerable<string> names)
    {
        var seen = new HashSet<string>();
        return names.All(seen.Add);
    }
}
