using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves keys in time.</summary>
/// <param name="Keys">The keys to move.</param>
/// <param name="Frames">By how much; may be negative or fractional.</param>
/// <param name="Ripple">On each channel, all keys after the first of these move along.</param>
/// <param name="Meet">What happens where a key lands on one that stays.</param>
public sealed record MoveKeys(
    ImmutableArray<KeySet> Keys, decimal Frames, bool Ripple = false, WhenKeysMeet Meet = WhenKeysMeet.Stop) : Edit
{
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Move {ChannelWords.Keys(Keys)}{(Ripple ? " and what follows" : "")} by {Frames} frames");

    public override Scene Apply(Scene scene)
    {
        var rate = scene.Rate;
        var placing = new KeyPlacing(rate, Meet);
        var moved = scene.OnEachChannel(Keys, (_, channel, times) => channel.WithKeysMoved(
            Ripple ? Following(channel, times) : times, key => key with { Time = rate.Moved(key.Time, Frames) }, placing));
        placing.Finish();
        return moved;
    }

    private static HashSet<Tick> Following(Channel channel, IReadOnlySet<Tick> times)
    {
        var first = times.Min();
        return [.. channel.Curve!.Keys.Select(key => key.Time).Where(time => time >= first)];
    }
}
