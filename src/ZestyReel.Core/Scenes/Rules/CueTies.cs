using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>What ties cues to the rest of a scene and to each other.</summary>
public static class CueTies
{
    /// <exception cref="Refusal">A cue points at what is not there, two start the same, or one would wait for what it starts.</exception>
    public static void Check(Scene scene)
    {
        if (scene.Cues.IsEmpty) return;
        if (scene.Cues.Count > Cue.MostInScene) throw new Refusal("cues", $"a scene has room for {Cue.MostInScene} cues");
        foreach (var cue in scene.Cues.Values)
            if (!IsWhole(scene, cue.When) || !cue.Starts.All(target => IsThere(scene, target.Object, target.Channel)))
                throw new Refusal("cue", $"what {cue.Name} waits for or starts is not there any more");
        AreStartedOnce(scene);
        CueOrder.Of(scene);
    }

    internal static bool IsWhole(Scene scene, CueWhen when) =>
        (when.Object is not { } watched || IsThere(scene, watched, when.Channel))
        && (when.Other is not { } other || scene.Objects.ContainsKey(other))
        && (when.Bookmark is not { } bookmark || scene.Bookmarks.ContainsKey(bookmark));

    internal static bool IsThere(Scene scene, ObjectId id, string? channel) =>
        scene.Objects.GetValueOrDefault(id) is { } thing && (channel is null || thing.Find(channel) is not null);

    /// <summary>Motion starts once: no two cues that are on start the same channel.</summary>
    private static void AreStartedOnce(Scene scene)
    {
        var started = new Dictionary<ObjectId, List<(string? Channel, Cue By)>>();
        foreach (var cue in scene.Cues.Values.Where(cue => cue.On))
        {
            foreach (var target in cue.Starts)
            {
                if (!started.TryGetValue(target.Object, out var there)) started[target.Object] = there = [];
                foreach (var (channel, by) in there)
                    if (by != cue && (channel is null || target.Channel is null || channel == target.Channel))
                        throw new Refusal("starts", $"{scene.Object(target.Object).Name} is started by {by.Name} already; switch that off first, or start something else");
                there.Add((target.Channel, cue));
            }
        }
    }
}
