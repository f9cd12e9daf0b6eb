using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects sway, or sway otherwise, or no more. Several get noise of their own each.</summary>
/// <param name="Objects">What sways.</param>
/// <param name="Channels">The channels that do; null where they sway no more.</param>
/// <param name="On">Whether it is switched on.</param>
/// <param name="Seed">The noise of the first; the others get those after it. As it is when left out, and a free one at first.</param>
public sealed record SetSway(ImmutableArray<ObjectId> Objects, ImmutableArray<string>? Channels, bool On = true, int? Seed = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => LooseEdits.Title(scene, Objects, "Sway", Channels is null, thing => thing.Sway is not null);

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var next = scene.Objects.Values.Select(thing => thing.Sway?.Seed ?? 0).DefaultIfEmpty(0).Max();
        if (next > int.MaxValue - Objects.Length) next = 0;
        return LooseEdits.Each(scene, Objects, (thing, i) => thing.Swaying(Channels is { } channels
            ? new(LooseEdits.InOrder(thing, channels), Seed is { } seed ? unchecked(seed + i) : thing.Sway?.Seed ?? ++next, On)
            : null));
    }
}
