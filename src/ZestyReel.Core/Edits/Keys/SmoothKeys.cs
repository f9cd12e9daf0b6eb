using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Smooths jagged values: each selected key comes nearer to the line between its neighbours. Ends of runs stay.</summary>
/// <param name="Keys">The keys.</param>
/// <param name="Amount">0 leaves them, 1 smooths most.</param>
/// <remarks>
/// Diffusion: each pass takes half of the way to the line between both neighbours; on even spacing that is the binomial
/// filter (1, 2, 1)/4. The last pass is done in part, so that the amount has no steps.
/// </remarks>
public sealed record SmoothKeys(ImmutableArray<KeySet> Keys, double Amount) : Edit
{
    private const int MostPasses = 16;

    /// <inheritdoc/>
    public override bool MayTakeLong() => ChannelKeys.AreMany(Keys);

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant($"Smooth {ChannelWords.Keys(Keys)} by {Amount * 100:0.#} %");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!(Amount >= 0 && Amount <= 1)) throw new Refusal("amount", "the amount goes from 0 to 100 %");
        return scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly) throw new Refusal("keys", $"{spec.Name} takes whole values only");
            var curve = channel.Curve!;
            var keys = curve.Keys.ToBuilder();
            foreach (var (first, last) in curve.RunsOf(times)) Smoothed(keys, first, last);
            return channel with { Curve = curve.WithKeys(keys.ToImmutable()) };
        });
    }

    private void Smoothed(ImmutableArray<Key>.Builder keys, int first, int last)
    {
        var values = new double[last - first + 1];
        for (var i = 0; i < values.Length; i++) values[i] = keys[first + i].Value;
        for (var left = Amount * MostPasses; left > 0; left--)
        {
            var before = values[0];
            for (var i = 1; i + 1 < values.Length; i++)
            {
                var part = (double)(keys[first + i].Time - keys[first + i - 1].Time).Value / (keys[first + i + 1].Time - keys[first + i - 1].Time).Value;
                var line = before + (values[i + 1] - before) * part;
                before = values[i];
                values[i] += Math.Min(left, 1) * (line - values[i]) / 2;
            }
        }
        for (var i = 1; i + 1 < values.Length; i++) keys[first + i] = keys[first + i] with { Value = values[i] };
    }
}
