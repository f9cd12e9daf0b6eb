using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Puts keys on whole frames.</summary>
/// <param name="rate">Whose frames.</param>
/// <param name="rule">What becomes of keys that would meet on one.</param>
internal readonly struct WholeFrames(FrameRate rate, FrameRule rule)
{
    /// <summary>All keys of all objects on whole frames. Points of warps stay: they are exact wherever they stand.</summary>
    /// <exception cref="Refusal">There is no such rule.</exception>
    public static Scene Everywhere(Scene scene, FrameRule rule)
    {
        var frames = new WholeFrames(scene.Rate, rule);
        foreach (var thing in scene.Objects.Values)
        {
            var now = thing;
            foreach (var (name, channel) in thing.Channels)
                if (channel.Curve is { } curve && curve.Keys.Any(key => !scene.Rate.IsOnFrame(key.Time)))
                    now = now.WithChannel(name, channel with { Curve = curve.WithKeys(frames.Of(curve.Keys, _ => true)) });
            if (now != thing) scene = scene.With(now);
        }
        return scene;
    }

    /// <summary>The keys of a curve, some of them moved to whole frames.</summary>
    /// <param name="keys">In rising time.</param>
    /// <param name="moves">Which ones move.</param>
    /// <exception cref="Refusal">There is no such rule, or no room for them between those that stay.</exception>
    public ImmutableArray<Key> Of(ImmutableArray<Key> keys, Func<Key, bool> moves)
    {
        if (rule == FrameRule.Apart) return Apart(keys, moves);
        var (frames, one) = (rate, rule);
        return [.. keys.GroupBy(key => moves(key) ? frames.StartOf(frames.NearestFrame(key.Time)) : key.Time)
            .Select(group => Survivor(one, group.Key, group) with { Time = group.Key })];
    }

    private static Key Survivor(FrameRule rule, Tick frame, IEnumerable<Key> meeting) => rule switch
    {
        FrameRule.Earliest => meeting.First(),
        FrameRule.Latest => meeting.Last(),
        FrameRule.Nearest => meeting.MinBy(key => Math.Abs((key.Time - frame).Value)),
        _ => throw new Refusal("rule", "there is no such rule"),
    };

    private ImmutableArray<Key> Apart(ImmutableArray<Key> keys, Func<Key, bool> moves)
    {
        var all = keys.ToBuilder();
        for (var i = 0; i < all.Count;)
        {
            if (!moves(all[i]))
            {
                i++;
                continue;
            }
            var end = i;
            while (end < all.Count && moves(all[end])) end++;
            Spread(all, i, end);
            i = end;
        }
        return all.ToImmutable();
    }

    /// <summary>
    /// Moves the keys of a run, all between two that stay. With t their times in frames, the frames f are whole, f(i+1) ≥
    /// f(i) + 1, and Σ(f − t)² is least before rounding: the isotonic regression of t(i) − i by pooling adjacent violators
    /// (Barlow, Bartholomew, Bremner and Brunk, Statistical Inference under Order Restrictions, 1972, section 1.2).
    /// </summary>
    private void Spread(ImmutableArray<Key>.Builder keys, int start, int end)
    {
        var pools = new Stack<(double Sum, int Count)>();
        for (var i = start; i < end; i++)
        {
            var pool = (Sum: rate.FrameOf(keys[i].Time.Value) - (i - start), Count: 1);
            while (pools.TryPeek(out var before) && before.Sum * pool.Count > pool.Sum * before.Count)
            {
                pools.Pop();
                pool = (before.Sum + pool.Sum, before.Count + pool.Count);
            }
            pools.Push(pool);
        }
        // Those that stay may stand between frames.
        var least = start == 0 ? long.MinValue / 4 : FrameAfter(keys[start - 1].Time);
        var most = end == keys.Count ? long.MaxValue / 4 : FrameBefore(keys[end].Time) - (end - start - 1);
        if (most < least)
            throw new Refusal("keys", FormattableString.Invariant($"there is no room for {end - start} keys on whole frames between {rate.FrameOf(keys[start - 1].Time.Value):0.##} and {rate.FrameOf(keys[end].Time.Value):0.##}; move one that stays, or let some give way"));
        var at = start;
        foreach (var (sum, count) in pools.Reverse())
        {
            // A half goes down, as a snap's first key is the one that stays on its frame.
            var frame = Math.Clamp((long)Math.Ceiling(sum / count - 0.5), least, most);
            for (var i = 0; i < count; i++, at++) keys[at] = keys[at] with { Time = rate.StartOf(frame + (at - start)) };
        }
    }

    private long FrameAfter(Tick time)
    {
        var near = rate.NearestFrame(time);
        return rate.StartOf(near) > time ? near : near + 1;
    }

    private long FrameBefore(Tick time)
    {
        var near = rate.NearestFrame(time);
        return rate.StartOf(near) < time ? near : near - 1;
    }
}
