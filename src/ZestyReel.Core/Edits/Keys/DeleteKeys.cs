using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Removes keys; a channel that loses its last one stays still at that key's value.</summary>
/// <param name="Keys">The keys.</param>
/// <param name="KeepCurve">The keys beside them are bent so that the curve stays as near as it can to what it was.</param>
public sealed record DeleteKeys(ImmutableArray<KeySet> Keys, bool KeepCurve = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete {ChannelWords.Keys(Keys)}{(KeepCurve ? ", keeping the curve" : "")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.OnEachChannel(Keys, (_, channel, times) =>
    {
        if (!KeepCurve || channel.Curve!.Keys.All(key => times.Contains(key.Time))) return channel.WithoutKeys(times);
        var gone = channel.Curve.PlacesOf(times);
        return channel with { Curve = channel.Curve.WithKeys(Refit.Without(channel.Curve, gone)) };
    });
}
