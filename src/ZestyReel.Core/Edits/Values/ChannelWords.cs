using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Names a set of channels in a few words for the history.</summary>
internal static class ChannelWords
{
    public static string Of(Scene scene, IEnumerable<CurveRef> curves)
    {
        var all = curves.Distinct().ToList();
        var layers = all.Select(c => c.Owner == OwnerKind.Object ? LayeredName.LayerOf(c.Channel) : null).Distinct().ToList();
        var into = layers is [{ } only] && scene.Layers.GetValueOrDefault(only) is { } layer ? $" in {layer.Name}" : "";
        return Of(scene, [.. all.Select(c => c with { Channel = LayeredName.ChannelOf(c.Channel) }).Distinct()]) + into;
    }

    private static string Of(Scene scene, List<CurveRef> all)
    {
        var owners = all.Select(c => (c.Owner, c.Id)).Distinct().ToList();
        if (owners.Count != 1) return $"{all.Count} channels of {owners.Count} objects";
        var name = scene.OwnerName(all[0]) ?? "object";
        if (all.Count == 1) return $"{name} {scene.SpecAt(all[0])?.FullName ?? all[0].Channel}";
        // Its three parts are set by one colour.
        var isColour = ChannelCatalogue.ColourNames.IsSubsetOf(all.Select(c => c.Channel));
        var groups = all.Select(c => isColour && ChannelCatalogue.ColourNames.Contains(c.Channel) ? "Colour" : scene.SpecAt(c) is { } spec ? spec.FullName == spec.Label ? spec.Label : spec.Group : c.Channel).Distinct().ToList();
        return groups.Count <= 3 ? $"{name} {string.Join(", ", groups)}" : $"{all.Count} channels of {name}";
    }

    public static string Keys(ImmutableArray<KeySet> keys) => Keys(keys.Sum(set => set.Times.IsDefault ? 0 : set.Times.Length));

    public static string Keys(int count) => count == 1 ? "1 key" : $"{count} keys";
}
