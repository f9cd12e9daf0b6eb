namespace ZestyReel.Core.Scenes;

/// <summary>Takes away what points at objects and channels that are not there any more.</summary>
public static class LostTargets
{
    /// <summary>The scene without what its cues can watch or start, its warps cover or its clips move no more; a cue that has lost what it waits for, or all that it starts, goes, and so does a clip on an object that moves nothing of it, the picture behind a camera that is gone, and marks of what is gone.</summary>
    /// <param name="scene">The scene after a change.</param>
    /// <param name="before">The scene before it. Warps and clips that come with the change are left for the rules to refuse.</param>
    public static Scene WithoutLost(this Scene scene, Scene before) => scene.WithoutLostCues().WithoutLostCover(before).WithoutLostClips(before).WithoutLostBackdrops(before).WithoutLostMarks();

    private static Scene WithoutLostCues(this Scene scene)
    {
        if (scene.Cues.IsEmpty) return scene;
        var cues = scene.Cues;
        foreach (var cue in scene.Cues.Values)
        {
            var starts = cue.Starts.RemoveAll(target => !CueTies.IsThere(scene, target.Object, target.Channel));
            if (starts.IsEmpty || !CueTies.IsWhole(scene, cue.When)) cues = cues.Remove(cue.Id);
            else if (starts.Length < cue.Starts.Length) cues = cues.SetItem(cue.Id, cue with { Starts = starts });
        }
        return scene with { Cues = cues };
    }

    private static Scene WithoutLostCover(this Scene scene, Scene before)
    {
        var warps = scene.Warps;
        foreach (var warp in scene.Warps.Values)
            if (warp.Targets is { } targets && before.Warps.ContainsKey(warp.Id) && targets.RemoveAll(target => !CueTies.IsThere(scene, target.Object, target.Channel)) is var left && left.Length < targets.Length)
                warps = warps.SetItem(warp.Id, warp with { Targets = left });
        return scene with { Warps = warps };
    }

    private static Scene WithoutLostBackdrops(this Scene scene, Scene before)
    {
        if (scene.Backdrops.IsEmpty) return scene;
        var lost = scene.Backdrops.Values.Where(each => each.Camera is { } camera && before.Backdrops.ContainsKey(each.Id) && !scene.Objects.ContainsKey(camera));
        return scene with { Backdrops = scene.Backdrops.RemoveRange(lost.Select(each => each.Id)) };
    }

    private static Scene WithoutLostMarks(this Scene scene) => scene.Marks.IsEmpty
        ? scene
        : scene with { Marks = scene.Marks.RemoveRange(scene.Marks.Values.Where(mark => mark.Object is { } thing && !scene.Objects.ContainsKey(thing)).Select(mark => mark.Id)) };

    private static Scene WithoutLostClips(this Scene scene, Scene before)
    {
        var lost = scene.PlacedClips.Values.Where(placed => before.PlacedClips.ContainsKey(placed.Id) &&
            (scene.Objects.GetValueOrDefault(placed.Object) is not { } thing || scene.Clips.GetValueOrDefault(placed.Clip) is not { } clip || clip.Channels.Keys.All(name => thing.Find(name) is null)));
        return scene with { PlacedClips = scene.PlacedClips.RemoveRange(lost.Select(placed => placed.Id)) };
    }
}
