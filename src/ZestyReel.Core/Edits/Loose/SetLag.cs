using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects lag, or lag otherwise, or no more.</summary>
/// <param name="Objects">What lags.</param>
/// <param name="Channels">The channels that do; null where they lag no more, or their place in the world lags.</param>
/// <param name="World">Their place in the world lags, also behind what carries them.</param>
/// <param name="On">Whether it is switched on.</param>
public sealed record SetLag(ImmutableArray<ObjectId> Objects, ImmutableArray<string>? Channels, bool World = false, bool On = true) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => LooseEdits.Title(scene, Objects, "Lag", Channels is null && !World, thing => thing.Lag is not null);

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => LooseEdits.Each(scene, Objects, (thing, _) => thing.Lagging(
        World ? new([], World: true, On) : Channels is { } channels ? new(LooseEdits.InOrder(thing, channels), On: On) : null));
}
