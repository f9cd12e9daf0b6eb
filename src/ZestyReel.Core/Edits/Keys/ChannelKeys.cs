using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What edits do to the keys of one channel.</summary>
internal static class ChannelKeys
{
    private const int Many = 20_000;

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
    /// <param name="channel">The channel, which has keys.</param>
    /// <param name="times">Where those stand.</param>
    /// <param name="move">Where each goes.</param>
    /// <param name="placing">Puts them among those that stay.</param>
    /// <param name="handlesAlong">Handles between those that move and those that stay are fitted to their stretches.</param>
    public static Channel WithKeysMoved(
        this Channel channel, IReadOnlySet<Tick> times, Func<Key, Key> move, KeyPlacing placing, bool handlesAlong = false)
    {
        var curve = channel.Curve!;
        Key[] moved = [.. curve.Keys.Select(key => times.Contains(key.Time) ? move(key) : key)];
        if (handlesAlong) moved = HandlesAlong.Fitted(curve.Keys, moved);
        return channel with
        {
            Curve = curve.WithKeys(placing.Placed(
                moved.Where((_, i) => !times.Contains(curve.Keys[i].Time)),
                moved.Where((_, i) => times.Contains(curve.Keys[i].Time)))),
        };
    }

    /// <summary>Whether these are so many keys that working on their curves takes long.</summary>
    public static bool AreMany(ImmutableArray<KeySet> keys) => !keys.IsDefault && keys.Sum(set => set.Times.IsDefault ? 0 : set.Times.Length) > Many;

    /// <summary>Runs a change over every curve that the keys belong to, with the times selected on it.</summary>
    /// <exception cref="Refusal">A key is not there, or its channel is locked.</exception>
    public static Scene OnEachChannel(
        this Scene scene, ImmutableArray<KeySet> keys, Func<ChannelSpec, Channel, IReadOnlySet<Tick>, Channel> change) =>
        scene.OnEachChannel(keys, (at, times) => change(at.Spec, at.Channel, times));

    /// <summary>As the other, for a change that differs from owner to owner.</summary>
    public static Scene OnEachChannel(
        this Scene scene, ImmutableArray<KeySet> keys, Func<AddressedChannel, IReadOnlySet<Tick>, Channel> change)
    {
        var selected = scene.Selected(keys);
        foreach (var (done, (at, times)) in selected.Index())
        {
            Effort.Done(done, selected.Count);
            scene = scene.With(at.Curve, change(at, times));
        }
        return scene;
    }

    /// <summary>As the others, for a change that takes long and is the same whatever was changed before: several curves are worked on at once.</summary>
    public static Scene OnEachChannelAtOnce(this Scene scene, ImmutableArray<KeySet> keys, Func<Channel, IReadOnlySet<Tick>, Channel> change)
    {
        var selected = scene.Selected(keys);
        foreach (var ((at, _), channel) in selected.Zip(Effort.OnEach(selected, each => change(each.At.Channel, each.Times))))
            scene = scene.With(at.Curve, channel);
        return scene;
    }

    /// <summary>Each curve that some keys belong to, with the times selected on it.</summary>
    /// <exception cref="Refusal">No key is selected, one is not there, or its channel is locked.</exception>
    private static List<(AddressedChannel At, HashSet<Tick> Times)> Selected(this Scene scene, ImmutableArray<KeySet> keys)
    {
        if (keys.IsDefaultOrEmpty || keys.All(set => set.Times.IsDefaultOrEmpty)) throw new Refusal("keys", "select at least one key");
        var selected = new List<(AddressedChannel, HashSet<Tick>)>();
        foreach (var group in keys.GroupBy(set => set.Curve))
        {
            var at = scene.At(group.Key, "keys").Unlocked("keys");
            var times = group.SelectMany(set => set.Times.IsDefault ? [] : set.Times).ToHashSet();
            foreach (var time in times)
                if (at.Channel.Curve is null || at.Channel.Curve.IndexOf(time) < 0)
                    throw new Refusal("keys", FormattableString.Invariant($"{at.Words} has no key at frame {scene.Rate.FrameOf(time.Value):0.###}"));
            if (times.Count > 0) selected.Add((at, times));
        }
        return selected;
    }

    /// <summary>Runs a change over the curves of channels.</summary>
    /// <exception cref="Refusal">A channel has no keys, or is locked.</exception>
    public static Scene OnEachCurve(this Scene scene, ImmutableArray<ChannelValue> channels, Func<ChannelSpec, Curve, Curve> change)
    {
        if (channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        foreach (var one in channels)
        {
            if (one.Curve.Owner == OwnerKind.Warp) throw new Refusal("channels", "a warp runs on or stops beyond its ends; set that instead");
            var at = scene.At(one.Curve, "channels").Unlocked("channels");
            if (at.Channel.Curve is not { } curve) throw new Refusal("channels", $"{at.Words} has no keys yet; set one first");
            scene = scene.With(at.Curve, at.Channel with { Curve = change(at.Spec, curve) });
        }
        return scene;
    }

    /// <summary>What is given with each of some key sets, by curve; null where nothing is.</summary>
    /// <exception cref="Refusal">There are not as many as sets.</exception>
    public static Dictionary<CurveRef, T>? PerChannel<T>(this ImmutableArray<KeySet> keys, ImmutableArray<T>? given, string place)
    {
        if (given is not { IsDefaultOrEmpty: false } list) return null;
        if (keys.IsDefault || list.Length != keys.Length) throw new Refusal(place, "give as many of them as there are sets of keys");
        var found = new Dictionary<CurveRef, T>();
        for (var i = 0; i < list.Length; i++) found[keys[i].Curve] = list[i];
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
