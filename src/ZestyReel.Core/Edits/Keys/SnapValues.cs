using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts values on the nearest multiple of a step.</summary>
public sealed record SnapValues(ImmutableArray<KeySet> Keys, double Step) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant($"Snap the values of {ChannelWords.Keys(Keys)} to {Step:0.######}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!(Step > 0) || !double.IsFinite(Step)) throw new Refusal("step", "the step is above 0");
        return scene.OnEachChannel(Keys, (spec, channel, times) =>
            channel.WithKeysChanged(times, key => spec.Fitted(key with { Value = Math.Round(key.Value / Step) * Step + 0.0 })));
    }
}
