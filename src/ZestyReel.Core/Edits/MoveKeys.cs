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
/// <param name="Values">By how much the values of each of the sets change, in its channel's unit; left out, they stay.</param>
public sealed record MoveKeys(
    ImmutableArray<KeySet> Keys, decimal Frames, bool Ripple = false, WhenKeysMeet Meet = WhenKeysMeet.Stop,
    ImmutableArray<double>? Values = null, bool Played = false) : Edit
{
    public override string Title(Scene scene) => Values is { IsDefaultOrEmpty: false } && Frames == 0
        ? $"Move {ChannelWords.Keys(Keys)} in value"
        : FormattableString.Invariant($"Move {ChannelWords.Keys(Keys)}{(Ripple ? " and what follows" : "")} by {Frames} frames");

    public override Scene Apply(Scene scene)
    {
        var rate = scene.Rate;
        var placing = new KeyPlacing(rate, Meet);
        var flow = new TimeFlow(scene);
        var rises = Keys.PerChannel(Values, "values");
        var moved = scene.OnEachChannel(Keys, (thing, spec, channel, times) =>
        {
            var rise = rises?[(thing.Id, spec.Name)] ?? 0;
            return channel.WithKeysMoved(
                Ripple ? Following(channel, times) : times,
                key => key with
                {
                    Time = Frames == 0 ? key.Time : Played ? Seen(flow, rate, thing, spec, key.Time) : rate.Moved(key.Time, Frames),
                    Value = rise == 0 || !times.Contains(key.Time) ? key.Value : spec.Checked(key.Value + rise, "values"),
                },
                placing);
        });
        placing.Finish();
        return moved;
    }

    /// <summary>Where a key has to stand in source to be seen so many frames later.</summary>
    private Tick Seen(TimeFlow flow, FrameRate rate, SceneObject thing, ChannelSpec spec, Tick time)
    {
        if (flow.PlayedOf(thing.Id, spec.Name, time.Value) is not { } played)
            throw new Refusal("keys", FormattableString.Invariant($"the key at source frame {rate.FrameOf(time.Value):0.##} is never played; show keys in source to move it"));
        return new Tick((long)Math.Round(flow.SourceOf(thing.Id, spec.Name, rate.Moved(new Tick((long)Math.Round(played)), Frames).Value)));
    }

    private static HashSet<Tick> Following(Channel channel, IReadOnlySet<Tick> times)
    {
        var first = times.Min();
        return [.. channel.Curve!.Keys.Select(key => key.Time).Where(time => time >= first)];
    }
}
