using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Outgoing;

/// <summary>What several formats cannot hold.</summary>
internal static class Losses
{
    /// <summary>Whatever the scene has besides objects.</summary>
    public static IEnumerable<Loss> OfScene(Scene scene)
    {
        if (scene.Sounds.Count > 0) yield return new("Sounds", [.. scene.SoundsDownwards().Select(sound => sound.Name)], "stay behind; the sound mix takes them");
        if (scene.Backdrops.Count > 0) yield return new("Background pictures", [], "stay behind");
        if (scene.Bookmarks.Count > 0) yield return new("Bookmarks", [], "stay behind");
    }

    /// <summary>Motion that goes out as what it gives, and not as what it is made of.</summary>
    public static IEnumerable<Loss> Baked(OutgoingScene going)
    {
        var scene = going.Scene;
        var made = new List<string>();
        if (scene.Warps.Count > 0) made.Add("warps");
        if (scene.Cues.Count > 0) made.Add("cues");
        if (scene.PlacedClips.Count > 0) made.Add("clips");
        if (scene.Layers.Count > 0) made.Add("layers");
        if (going.Objects.Any(thing => thing.Follow is not null)) made.Add("paths");
        if (going.Objects.Any(thing => thing.Aim is not null)) made.Add("aims");
        if (going.Objects.Any(thing => thing.IsLoose)) made.Add("sway, lag and bounce");
        if (made.Count > 0) yield return new($"Motion by {Listed(made)}", [], "goes out as what is seen of it");
    }

    /// <summary>What stands in the world though it hangs in something.</summary>
    public static IEnumerable<Loss> OnPaths(OutgoingScene going) =>
        Where(going, thing => thing.Parent is not null && NodeTracks.IsInWorld(thing), "What follows a path and hangs in something", "stands in the world by itself, where it is seen");

    /// <summary>Objects for which something holds.</summary>
    public static IEnumerable<Loss> Where(OutgoingScene going, Func<SceneObject, bool> has, string what, string why)
    {
        var names = going.Objects.Where(has).Select(thing => thing.Name).ToList();
        if (names.Count > 0) yield return new(what, names, why);
    }

    private static string Listed(List<string> words) => words.Count == 1 ? words[0] : $"{string.Join(", ", words.SkipLast(1))} and {words[^1]}";
}
