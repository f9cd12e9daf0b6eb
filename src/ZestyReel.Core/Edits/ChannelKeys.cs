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
        return channel with { Curve = curve.WithKey(at >= 0 ? curve.Keys[at] with { Value = key.Value } : key) };
    }

    /// <summary>Removes keys; a channel that loses its last one stays still at that key's value.</summary>
    public static Channel WithoutKeys(this Channel channel, IReadOnlySet<Tick> times)
    {
        var curve = channel.Curve!;
        var kept = curve.Keys.RemoveAll(key => times.Contains(key.Time));
        return kept.IsEmpty ? channel with { Still = curve.Keys[^1].Value, Curve = null } : channel with { Curve = curve.WithKeys(kept) };
    }

    /// <summary>Changes some keys where they stand.</summary>
    public static Channel WithKeysChanged(this Channel channel, IReadOnlySet<Tick> times, Func<Key, Key> change) => channel with
    {
        Curve = channel.Curve!.WithKeys([.. channel.Curve.Keys.Select(key => times.Contains(key.Time) ? change(key) : key)]),
    };

    /// <summary>Moves some keys to other times.</summary>
    public static Channel WithKeysMoved(this Channel channel, IReadOnlySet<Tick> times, Func<Key, Key> move, KeyPlacing placing)
    {
        var curve = channel.Curve!;
        return channel with
        {
            Curve = curve.WithKeys(placing.Placed(
                curve.Keys.Where(key => !times.Contains(key.Time)),
                curve.Keys.Where(key => times.Contains(key.Time)).Select(move))),
        };
    }

    /// <summary>Runs a change over every channel that the keys belong to, with the times selected on it.</summary>
    /// <exception cref="Refusal">A key is not there, or its channel is locked.</exception>
    public static Scene OnEachChannel(
        this Scene scene, ImmutableArray<KeySet> keys, Func<ChannelSpec, Channel, IReadOnlySet<Tick>, Channel> change) =>
        scene.OnEachChannel(keys, (_, spec, channel, times) => change(spec, channel, times));

    /// <summary>As the other, for a change that differs from object to object.</summary>
    public static Scene OnEachChannel(
        this Scene scene, ImmutableArray<KeySet> keys, Func<SceneObject, ChannelSpec, Channel, IReadOnlySet<Tick>, Channel> change)
    {
        if (keys.IsDefaultOrEmpty || keys.All(set => set.Times.IsDefaultOrEmpty)) throw new Refusal("keys", "select at least one key");
        foreach (var group in keys.GroupBy(k => (k.Object, k.Channel)))
        {
            var (thing, spec, channel) = scene.Owner(group.Key.Object, group.Key.Channel, "keys");
            var times = group.SelectMany(set => set.Times).ToHashSet();
            foreach (var time in times)
                if (channel.Curve is null || channel.Curve.IndexOf(time) < 0)
                    throw new Refusal("keys", FormattableString.Invariant($"{thing.Name}'s {spec.Name} has no key at frame {scene.Rate.FrameOf(time.Value):0.###}"));
            if (times.Count > 0) scene = scene.WithChannel(thing.Id, spec.Name, change(thing, spec, channel, times));
        }
        return scene;
    }

    /// <summary>Runs a change over the curves of channels.</summary>
    /// <exception cref="Refusal">A channel has no keys, or is locked.</exception>
    public static Scene OnEachCurve(this Scene scene, ImmutableArray<ChannelValue> channels, Func<ChannelSpec, Curve, Curve> change)
    {
        if (channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        foreach (var (id, name, _) in channels)
        {
            if (WarpChannel.WarpOf(id) is not null) throw new Refusal("channels", "a warp runs on or stops beyond its ends; set that instead");
            var (thing, spec, channel) = scene.Owner(id, name, "channels");
            if (channel.Curve is not { } curve) throw new Refusal("channels", $"{thing.Name}'s {name} has no keys yet; set one first");
            scene = scene.WithChannel(id, name, channel with { Curve = change(spec, curve) });
        }
        return scene;
    }

    /// <exception cref="Refusal">The channel is locked.</exception>
    public static Channel Unlocked(this SceneObject thing, string name, string place)
    {
        var channel = thing.Channel(name);
        return channel.Locked ? throw new Refusal(place, $"{thing.Name}'s {name} is locked; unlock it first") : channel;
    }

    /// <summary>What is given with each of some key sets, by channel; null where nothing is.</summary>
    /// <exception cref="Refusal">There are not as many as sets.</exception>
    public static Dictionary<(ObjectId, string), T>? PerChannel<T>(this ImmutableArray<KeySet> keys, ImmutableArray<T>? given, string place)
    {
        if (given is not { IsDefaultOrEmpty: false } list) return null;
        if (keys.IsDefault || list.Length != keys.Length) throw new Refusal(place, "give as many of them as there are sets of keys");
        var found = new Dictionary<(ObjectId, string), T>();
        for (var i = 0; i < list.Length; i++) found[(keys[i].Object, keys[i].Channel)] = list[i];
        return found;
    }

    /// <summary>The places of keys that stand at some times.</summary>
    public static SortedSet<int> PlacesOf(this Curve curve, IReadOnlySet<Tick> times) => [.. times.Select(curve.IndexOf)];

    /// <summary>The runs of neighbouring keys among those at some times, each by its first and last place.</summary>
    public static List<(int First, int Last)> RunsOf(this Curve curve, IReadOnlySet<Tick> times)
    {
        var runs = new List<(int First, int Last)>();
        foreach (var at in curve.PlacesOf(times))
        {
            if (runs.Count > 0 && runs[^1].Last == at - 1) runs[^1] = runs[^1] with { Last = at };
            else runs.Add((at, at));
        }
        return runs;
    }
}
