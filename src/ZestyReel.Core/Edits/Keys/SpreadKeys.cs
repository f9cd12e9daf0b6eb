using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Puts runs of neighbouring selected keys evenly in time, with the values that they have. The first and the last of each run stay.</summary>
/// <param name="Keys">The keys; at least three of some channel in a row.</param>
public sealed record SpreadKeys(ImmutableArray<KeySet> Keys) : Edit
{
    /// <inheritdoc/>
    public override bool MayTakeLong() => ChannelKeys.AreMany(Keys);

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Spread {ChannelWords.Keys(Keys)} evenly";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var isSpread = false;
        scene = scene.OnEachChannel(Keys, (at, times) =>
        {
            var curve = at.Channel.Curve!;
            var keys = curve.Keys.ToBuilder();
            foreach (var (first, last) in curve.RunsOf(times))
            {
                isSpread |= last - first > 1;
                var (from, length) = (keys[first].Time, (keys[last].Time - keys[first].Time).Value);
                if (length < last - first) throw new Refusal("keys", $"the keys of {at.Words} stand too close to be spread");
                for (var i = first + 1; i < last; i++) keys[i] = keys[i] with { Time = from + new TickSpan((long)Math.Round((double)length * (i - first) / (last - first))) };
            }
            return at.Channel with { Curve = curve.WithKeys(KeptCourse.Of(curve, keys.ToImmutable())) };
        });
        return isSpread ? scene : throw new Refusal("keys", "select three keys in a row at least");
    }
}
