using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves keys in time, in value, or both.</summary>
/// <param name="Keys">The keys to move.</param>
/// <param name="Frames">By how much; may be negative or fractional.</param>
/// <param name="Ripple">On each channel, all keys after the first of these move along.</param>
/// <param name="Meet">What happens where a key lands on one that stays.</param>
/// <param name="Played">The frames are played ones: each key comes to be seen so much later, through the warps that cover it.</param>
/// <param name="HandlesStay">Free handles keep their lengths; else those between a key that moves and one that stays grow and shrink with the stretch.</param>
/// <param name="Values">By how much the values of each of the sets change, in its channel's unit; left out, they stay.</param>
public sealed record MoveKeys(
    ImmutableArray<KeySet> Keys, decimal Frames, bool Ripple = false, WhenKeysMeet Meet = WhenKeysMeet.Stop,
    ImmutableArray<double>? Values = null, bool Played = false, bool HandlesStay = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Values is { IsDefaultOrEmpty: false } && Frames == 0
        ? $"Move {ChannelWords.Keys(Keys)} in value"
        : FormattableString.Invariant($"Move {ChannelWords.Keys(Keys)}{(Ripple ? " and what follows" : "")} by {Frames} frames");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var rate = scene.Rate;
        var placing = new KeyPlacing(rate, Meet);
        var flow = new TimeFlow(scene);
        var rises = Keys.PerChannel(Values, "values");
        var moved = scene.OnEachChannel(Keys, (at, times) =>
        {
            var rise = rises?[at.Curve] ?? 0;
            return at.Channel.WithKeysMoved(
                Ripple ? Following(at.Channel, times) : times,
                key => key with
                {
                    Time = Frames == 0 ? key.Time : Played ? Seen(flow, rate, at.Curve, key.Time) : rate.Moved(key.Time, Frames),
                    Value = rise == 0 || !times.Contains(key.Time) ? key.Value : at.Spec.Checked(key.Value + rise, "values"),
                },
                placing,
                handlesAlong: !HandlesStay);
        });
        placing.Finish();
        return moved;
    }

    /// <summary>Where a key has to stand in source to be seen so many frames later.</summary>
    private Tick Seen(TimeFlow flow, FrameRate rate, CurveRef curve, Tick time)
    {
        if (flow.PlayedOf(curve, time.Value) is not { } played)
            throw new Refusal("keys", FormattableString.Invariant($"the key at source frame {rate.FrameOf(time.Value):0.##} is never played; show keys in source to move it"));
        return SeenValues.KeyedAt(flow.SourceOf(curve, rate.Moved(new Tick((long)Math.Round(played)), Frames).Value));
    }

    private static HashSet<Tick> Following(Channel channel, IReadOnlySet<Tick> times)
    {
        var first = times.Min();
        return [.. channel.Curve!.Keys.Select(key => key.Time).Where(time => time >= first)];
    }
}
