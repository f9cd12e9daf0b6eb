using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Moves keys in time. Refused where a moved key would land on one that stays.</summary>
/// <param name="Keys">The keys to move.</param>
/// <param name="Frames">By how much; may be negative or fractional.</param>
public sealed record MoveKeys(ImmutableArray<KeyRef> Keys, decimal Frames) : Edit
{
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Move {ChannelWords.Keys(Keys.Length)} by {Frames} frames");

    public override Scene Apply(Scene scene)
    {
        var rate = scene.Rate;
        return scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            var curve = channel.Curve!;
            var moved = curve.Keys
                .Select(key => times.Contains(key.Time) ? key with { Time = rate.Moved(key.Time, Frames) } : key)
                .OrderBy(key => key.Time)
                .ToImmutableArray();
            for (var i = 1; i < moved.Length; i++)
                if (moved[i].Time == moved[i - 1].Time)
                    throw new Refusal("keys", FormattableString.Invariant($"a key on {spec.Name} would land on another at frame {rate.FrameOf(moved[i].Time.Value):0.###}; move it elsewhere or delete that one first"));
            return channel with { Curve = curve.WithKeys(moved) };
        });
    }
}
