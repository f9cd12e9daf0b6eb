namespace ZestyReel.Core.Scenes;

/// <summary>What ties the parts of a scene to each other.</summary>
public static class SceneTies
{
    /// <summary>Whether everything that a part of the scene points at is there, names are unique, and no object moves with itself.</summary>
    public static bool Hold(Scene scene) =>
        AreUnique(scene.Objects.Values.Select(thing => thing.Name)) && AreUnique(scene.Warps.Values.Select(warp => warp.Name))
        && AreUnique(scene.Clips.Values.Select(clip => clip.Name)) && AreUnique(scene.NamedChoices.Values.Select(choice => choice.Name))
        && scene.Objects.Values.All(thing => thing.Parent is not { } parent || scene.Objects.ContainsKey(parent))
        // Whatever moves with itself is not reached from the top.
        && scene.InOrder().Count() == scene.Objects.Count
        && scene.Warps.Values.All(warp => warp.Targets is not { } targets || targets.All(target => scene.Objects.ContainsKey(target.Object)))
        && scene.NamedChoices.Values.All(choice => choice.Objects.All(scene.Objects.ContainsKey))
        && scene.PlacedClips.Values.All(placed => scene.Objects.ContainsKey(placed.Object) && scene.Clips.ContainsKey(placed.Clip))
        && scene.Settings.Range.Contains(scene.Settings.Work);

    private static bool AreUnique(IEnumerable<string> names)
    {
        var seen = new HashSet<string>();
        return names.All(seen.Add);
    }
}
