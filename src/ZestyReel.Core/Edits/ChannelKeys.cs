using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What edits do to the keys of one channel.</summary>
internal static class ChannelKeys
{
    /// <summary>Adds the key, or gives the one at its time the new value.</summary>
    public static Channel WithKey(this Channel channel, Key key)
    {
        if (channel.Curve is not { } curve) return channel with { Curve = new Curve([key]) };
        var at = curve.IndexOf(key.Time);
        var keys = at >= 0
            ? curve.Keys.SetItem(at, curve.Keys[at] with { Value = key.Value })
            : curve.Keys.Insert(~at, key);
        return channel with { Curve = curve.WithKeys(keys) };
    }

    /// <summary>Removes keys; a channel that loses its last one stays still at that key's value.</summary>
    public static Channel WithoutKeys(this Channel channel, IReadOnlySet<Tick> times)
    {
        var curve = channel.Curve!;
        var kept = curve.Keys.RemoveAll(key => times.Contains(key.Time));
        return kept.IsEmpty ? new Channel(curve.Keys[^1].Value) : channel with { Curve = curve.WithKeys(kept) };
    }

    /// <summary>Runs a change over every channel that the keys belong to, with the times chosen on it.</summary>
    /// <exception cref="Refusal">A key is not there.</exception>
    public static Scene OnEachChannel(
        this Scene scene, ImmutableArray<KeyRef> keys, Func<ChannelSpec, Channel, IReadOnlySet<Tick>, Channel> change)
    {
        if (keys.IsDefaultOrEmpty) throw new Refusal("keys", "choose at least one key");
        foreach (var group in keys.GroupBy(k => (k.Object, k.Channel)))
        {
            var thing = scene.Object(group.Key.Object, "keys.object");
            var spec = thing.Spec(group.Key.Channel, "keys.channel");
            var channel = thing.Channel(spec.Name);
            var times = group.Select(k => k.Time).ToHashSet();
            foreach (var time in times)
                if (channel.Curve is null || channel.Curve.IndexOf(time) < 0)
                    throw new Refusal("keys", FormattableString.Invariant($"{thing.Name}'s {spec.Name} has no key at frame {scene.Rate.FrameOf(time.Value):0.###}"));
            scene = scene.With(thing.WithChannel(spec.Name, change(spec, channel, times)));
        }
        return scene;
    }
}
