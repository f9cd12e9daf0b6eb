using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Keys that have been copied, whole, so that they can be pasted whatever becomes of where they came from.</summary>
public sealed record KeyClip(ImmutableArray<ClippedChannel> Channels)
{
    /// <summary>All keys of some channels from one time to another; channels may have none there.</summary>
    /// <exception cref="Refusal">An object or channel is not there.</exception>
    public static KeyClip Between(Scene scene, IEnumerable<(ObjectId Object, string Channel)> channels, Tick from, Tick to) => new(
    [
        .. channels.Select(c => new ClippedChannel(c.Object, c.Channel,
        [
            .. (scene.Object(c.Object).Channel(c.Channel).Curve?.Keys ?? []).Where(key => key.Time >= from && key.Time <= to).Select(ClippedKey.Of),
        ])),
    ]);

    /// <exception cref="Refusal">A key is not there.</exception>
    public static KeyClip Of(Scene scene, ImmutableArray<KeySet> keys)
    {
        var clipped = ImmutableArray.CreateBuilder<ClippedChannel>();
        foreach (var set in keys)
        {
            var curve = scene.Seen(set.Object, set.Channel, "keys").Channel.Curve;
            var copied = set.Times.Order().Select(time =>
                curve?.IndexOf(time) is { } at and >= 0 ? ClippedKey.Of(curve.Keys[at]) : throw new Refusal("keys", "a key to copy is not there any more"));
            clipped.Add(new ClippedChannel(set.Object, set.Channel, [.. copied]));
        }
        return new KeyClip(clipped.ToImmutable());
    }
}
