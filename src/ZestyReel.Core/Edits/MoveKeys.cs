using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves keys in time, in value, or both.</summary>
/// <param name="Keys">The keys to move.</param>
/// <param name="Frames">By how much; may be negative or fractional.</param>
/// <param name="Ripple">On each channel, all keys after the first of these move along.</param>
/// <param name="Meet">What happens where a key lands on one that stays.</param>
/// <param name="Values">By how much the values of each of the sets change, in its channel's unit; left out, they stay.</param>
public sealed record MoveKeys(
    ImmutableArray<KeySet> Keys, decimal Frames, bool Ripple = false, WhenKeysMeet Meet = WhenKeysMeet.Stop,
    ImmutableArray<double>? Values = null) : Edit
{
    public override string Title(Scene scene) => Values is { IsDefaultOrEmpty: false } && Frames == 0
        ? $"Move {ChannelWords.Keys(Keys)} in value"
        : FormattableString.Invariant($"Move {ChannelWords.Keys(Keys)}{(Ripple ? " and what follows" : "")} by {Frames} frames");

    public override Scene Apply(Scene scene)
    {
        var rate = scene.Rate;
        var placing = new KeyPlacing(rate, Meet);
        var rises = Keys.PerChannel(Values, "values");
        var moved = scene.OnEachChannel(Keys, (thing, spec, channel, times) =>
        {
            var rise = rises?[(thing.Id, spec.Name)] ?? 0;
            return channel.WithKeysMoved(
                Ripple ? Following(channel, times) : times,
                key => key with
                {
                    Time = Frames == 0 ? key.Time : rate.Moved(key.Time, Frames),
                    Value = rise == 0 || !times.Contains(key.Time) ? key.Value : spec.Checked(key.Value + rise, "values"),
                },
                placing);
        });
        placing.Finish();
        return moved;
    }

    private static HashSet<Tick> Following(Channel channel, IReadOnlySet<Tick> times)
    {
        var first = times.Min();
        return [.. channel.Curve!.Keys.Select(key => key.Time).Where(time => time >= first)];
    }
}
