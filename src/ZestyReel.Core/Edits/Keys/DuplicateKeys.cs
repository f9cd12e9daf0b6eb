using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets copies of keys at other times of the same channels.</summary>
/// <param name="Keys">The keys to copy.</param>
/// <param name="Frames">How much later the copies stand; may be negative or fractional.</param>
/// <param name="Meet">What happens where a copy lands on a key.</param>
public sealed record DuplicateKeys(ImmutableArray<KeySet> Keys, decimal Frames, WhenKeysMeet Meet = WhenKeysMeet.Stop) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Copy {ChannelWords.Keys(Keys)} by {Frames} frames");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var placing = new KeyPlacing(scene.Rate, Meet);
        var copied = scene.OnEachChannel(Keys, (_, channel, times) => channel with
        {
            Curve = channel.Curve!.WithKeys(placing.Placed(
                channel.Curve.Keys,
                channel.Curve.Keys.Where(key => times.Contains(key.Time)).Select(key => key with { Time = scene.Rate.Moved(key.Time, Frames) }))),
        });
        placing.Finish();
        return copied;
    }
}
