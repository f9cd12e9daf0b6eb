using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Changes the values of keys where they stand: each becomes value · factor + offset.</summary>
/// <param name="Keys">The keys.</param>
/// <param name="Offset">In the channel's unit.</param>
/// <param name="Factor">0 gives them all the same value.</param>
public sealed record SetKeyValues(ImmutableArray<KeySet> Keys, double Offset, double Factor = 0) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Factor switch
    {
        0 => FormattableString.Invariant($"Set {ChannelWords.Keys(Keys)} to {Offset:0.###}"),
        1 => FormattableString.Invariant($"Change {ChannelWords.Keys(Keys)} by {Offset:0.###}"),
        _ => $"Change the values of {ChannelWords.Keys(Keys)}",
    };

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.OnEachChannel(Keys, (spec, channel, times) =>
        channel.WithKeysChanged(times, key =>
            // Keys that all get the same value keep their handles: those say how each is passed.
            spec.Checked(Factor == 0 ? key with { Value = Offset } : key.Raised(Factor, Offset), "value")));
}
