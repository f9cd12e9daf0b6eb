using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Turns keys round: the last one first, or the highest lowest.</summary>
/// <param name="Keys">The keys; each channel by itself.</param>
/// <param name="InTime">Back to front between the first and the last selected key of all; else upside down.</param>
/// <param name="About">The value that stays, where they are turned upside down; left out, the middle of each channel's.</param>
/// <param name="Meet">What happens where a key lands on one that stays.</param>
public sealed record FlipKeys(
    ImmutableArray<KeySet> Keys, bool InTime, double? About = null, WhenKeysMeet Meet = WhenKeysMeet.Stop) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Flip {ChannelWords.Keys(Keys)} {(InTime ? "in time" : "in value")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!InTime)
            return scene.OnEachChannel(Keys, (spec, channel, times) =>
            {
                var selected = channel.Curve!.Keys.Where(key => times.Contains(key.Time)).Select(key => key.Value).ToList();
                var sum = About * 2 ?? selected.Min() + selected.Max();
                return channel.WithKeysChanged(times, key => spec.Checked(key.Raised(-1, sum), "keys"));
            });
        if (Keys.IsDefaultOrEmpty) throw new Refusal("keys", "select at least one key");
        var all = Keys.SelectMany(set => set.Times).ToList();
        if (all.Count == 0) throw new Refusal("keys", "select at least one key");
        var (first, last) = (all.Min(), all.Max());
        var placing = new KeyPlacing(scene.Rate, Meet);
        var flipped = scene.OnEachChannel(Keys, (spec, channel, times) => channel with
        {
            Curve = channel.Curve!.WithKeys(
            [
                .. placing.Placed(
                    channel.Curve.Keys.Where(key => !times.Contains(key.Time)),
                    PlainSides.BackToFront([.. channel.Curve.Plain().Keys.Where(key => times.Contains(key.Time))], first, last)).Select(spec.Fitted),
            ]),
        });
        placing.Finish();
        return flipped;
    }
}
