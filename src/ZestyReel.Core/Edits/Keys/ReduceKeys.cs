using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says dense keys with as few as a tolerance allows. The first and the last of each run of neighbouring selected keys stay.</summary>
/// <param name="Keys">The keys.</param>
/// <param name="Tolerance">The largest difference in value, in the channel's unit.</param>
public sealed record ReduceKeys(ImmutableArray<KeySet> Keys, double Tolerance) : Edit
{
    /// <inheritdoc/>
    public override bool MayTakeLong() => ChannelKeys.AreMany(Keys);

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant($"Reduce {ChannelWords.Keys(Keys)} within {Tolerance:0.######}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!(Tolerance >= 0) || !double.IsFinite(Tolerance)) throw new Refusal("tolerance", "the tolerance is 0 or more");
        return scene.OnEachChannelAtOnce(Keys, (channel, times) => channel with
        {
            Curve = channel.Curve!.WithKeys(Reduction.Of(channel.Curve, channel.Curve.RunsOf(times), Tolerance)),
        });
    }
}
