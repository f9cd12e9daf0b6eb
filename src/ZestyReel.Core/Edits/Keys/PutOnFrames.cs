using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves keys to the nearest whole frames. Of those that meet on a frame, with one that stands there already, one stays.</summary>
public sealed record PutOnFrames(ImmutableArray<KeySet> Keys, Survivor Survivor = Survivor.Nearest) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Put {ChannelWords.Keys(Keys)} on whole frames";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(Survivor)) throw new Refusal("survivor", "there is no such rule");
        var rate = scene.Rate;
        return scene.OnEachChannel(Keys, (_, channel, times) =>
        {
            Tick Target(Key key) => times.Contains(key.Time) ? rate.StartOf(rate.NearestFrame(key.Time)) : key.Time;
            var kept = channel.Curve!.Keys
                .GroupBy(Target)
                .Select(group => Of(group.Key, group) with { Time = group.Key });
            return channel with { Curve = channel.Curve.WithKeys([.. kept]) };
        });
    }

    private Key Of(Tick frame, IEnumerable<Key> meeting) => Survivor switch
    {
        Survivor.Earliest => meeting.First(),
        Survivor.Latest => meeting.Last(),
        _ => meeting.MinBy(key => Math.Abs((key.Time - frame).Value)),
    };
}
