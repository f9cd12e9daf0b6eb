using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Names a set of channels in a few words for the history.</summary>
internal static class ChannelWords
{
    public static string Of(Scene scene, IEnumerable<(ObjectId Object, string Channel)> channels)
    {
        var all = channels.Distinct().ToList();
        var objects = all.Select(c => c.Object).Distinct().ToList();
        if (objects.Count != 1) return $"{all.Count} channels of {objects.Count} objects";
        var name = NameOf(scene, objects[0]) ?? "object";
        if (all.Count == 1) return $"{name} {all[0].Channel}";
        var groups = all.Select(c => c.Channel.Split('.')[0]).Distinct().ToList();
        return groups.Count <= 3 ? $"{name} {string.Join(", ", groups)}" : $"{all.Count} channels of {name}";
    }

    private static string? NameOf(Scene scene, ObjectId id) =>
        WarpChannel.WarpOf(id) is { } warp ? scene.Warps.GetValueOrDefault(warp)?.Name
        : RateChannel.PlacedOf(id) is { } placed ? (scene.PlacedClips.GetValueOrDefault(placed) is { } clip ? scene.Clips[clip.Clip].Name : null)
        : scene.Objects.GetValueOrDefault(id)?.Name;

    public static string Keys(ImmutableArray<KeySet> keys) => Keys(keys.Sum(set => set.Times.Length));

    public static string Keys(int count) => count == 1 ? "1 key" : $"{count} keys";
}
