using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Keys that have been copied, whole, so that they can be pasted whatever becomes of where they came from.</summary>
public sealed record CopiedKeys(ImmutableArray<CopiedChannel> Channels)
{
    /// <summary>All keys of some channels from one time to another; channels may have none there.</summary>
    /// <exception cref="Refusal">An object or channel is not there.</exception>
    public static CopiedKeys Between(Scene scene, IEnumerable<(ObjectId Object, string Channel)> channels, Tick from, Tick to) => new(
    [
        .. channels.Select(c => new CopiedChannel(c.Object, c.Channel,
        [
            .. (scene.Object(c.Object).Channel(c.Channel).Curve?.Keys ?? []).Where(key => key.Time >= from && key.Time <= to).Select(CopiedKey.Of),
        ])),
    ]);

    /// <exception cref="Refusal">A key is not there.</exception>
    public static CopiedKeys Of(Scene scene, ImmutableArray<KeySet> keys)
    {
        var channels = ImmutableArray.CreateBuilder<CopiedChannel>();
        foreach (var set in keys)
        {
            var curve = scene.Seen(set.Object, set.Channel, "keys").Channel.Curve;
            var copied = set.Times.Order().Select(time =>
                curve?.IndexOf(time) is { } at and >= 0 ? CopiedKey.Of(curve.Keys[at]) : throw new Refusal("keys", "a key to copy is not there any more"));
            channels.Add(new CopiedChannel(set.Object, set.Channel, [.. copied]));
        }
        return new CopiedKeys(channels.ToImmutable());
    }
}
