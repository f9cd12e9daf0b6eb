using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>Changes a part of a warp's curve, which lies between two played times.</summary>
/// <remarks>
/// Where source time jumps, the older source time keeps the last tick before the jump: two keys a tick apart, the first
/// one holding.
/// </remarks>
public static class Retimed
{
    /// <summary>The part made so many times as long, what follows moved along; its ends eased over some time on both sides.</summary>
    /// <param name="curve">From played to source time.</param>
    /// <param name="map">What makes the part longer, in played time.</param>
    /// <param name="from">Where the part starts.</param>
    /// <param name="to">Where it ends, before it is made longer.</param>
    /// <param name="ease">How far the speed takes to change, before and after each end; 0 for at once.</param>
    public static Curve Stretched(Curve curve, Stretch map, Tick from, Tick to, TickSpan ease)
    {
        var stretched = map.Applied(Plain(curve.SplitAt(from).SplitAt(to)));
        return Eased(Eased(stretched, map.Of(from), ease), map.Of(to), ease);
    }

    /// <summary>A moment that stands for a while, what follows moved along.</summary>
    public static Curve Held(Curve curve, Tick at, TickSpan length)
    {
        var keys = Plain(curve.SplitAt(at)).Keys;
        var place = curve.SplitAt(at).IndexOf(at);
        var stands = keys[place] with { Out = Interpolation.Linear };
        var goesOn = keys[place] with { Time = at + length, In = Interpolation.Linear };
        return curve.WithKeys([.. keys[..place], stands, goesOn, .. keys[(place + 1)..].Select(key => Later(key, length))]);
    }

    /// <summary>From a moment on, its source time; the last key stays where it is.</summary>
    public static Curve Frozen(Curve curve, Tick at)
    {
        var split = Plain(curve.SplitAt(at));
        var place = split.IndexOf(at);
        var stands = split.Keys[place] with { Out = Interpolation.Linear };
        ImmutableArray<Key> end = split.Keys[^1].Time > at ? [new(split.Keys[^1].Time, stands.Value, Interpolation.Linear, Interpolation.Linear)] : [];
        return curve.WithKeys([.. split.Keys[..place], stands, .. end]);
    }

    /// <summary>The part back to front; before and after it nothing changes.</summary>
    public static Curve Turned(Curve curve, Tick from, Tick to)
    {
        var split = Plain(curve.SplitAt(from).SplitAt(to));
        var (start, end) = (split.IndexOf(from), split.IndexOf(to));
        var part = split.Keys[start..(end + 1)].Reverse().Select(key => key.TurnedInTime(from, to)).ToList();
        return Spliced(curve, split.Keys[..start], [split.Keys[start], .. part, split.Keys[end]], split.Keys[(end + 1)..]);
    }

    /// <summary>The part several times over, what follows moved along.</summary>
    public static Curve Looped(Curve curve, Tick from, Tick to, int times)
    {
        var split = Plain(curve.SplitAt(from).SplitAt(to));
        var (start, end) = (split.IndexOf(from), split.IndexOf(to));
        var rounds = new List<Key>();
        for (var round = 0; round < times; round++)
            rounds.AddRange(split.Keys[start..(end + 1)].Select(key => Later(key, new TickSpan((to - from).Value * round))));
        var shift = new TickSpan((to - from).Value * (times - 1));
        return Spliced(curve, split.Keys[..start], rounds, split.Keys[(end + 1)..].Select(key => Later(key, shift)));
    }

    private static Key Later(Key key, TickSpan by) => key with { Time = key.Time + by };

    /// <summary>Sets runs of keys behind each other; where two stand at one time it is a seam, or a jump.</summary>
    private static Curve Spliced(Curve curve, IEnumerable<Key> before, IEnumerable<Key> part, IEnumerable<Key> after)
    {
        var all = new List<Key>();
        foreach (var key in before.Concat(part).Concat(after))
        {
            if (all.Count == 0 || all[^1].Time < key.Time) all.Add(key);
            else if (all[^1].Value == key.Value) all[^1] = all[^1] with { Out = key.Out, OutHandle = key.OutHandle };
            else
            {
                all[^1] = all[^1] with { Time = new Tick(key.Time.Value - 1), Out = Interpolation.Hold };
                all.Add(key with { In = Interpolation.Hold });
            }
        }
        return curve.WithKeys([.. all]);
    }

    /// <summary>The same curve with no side that leans on a neighbour, so that keys can be moved about.</summary>
    private static Curve Plain(Curve curve)
    {
        var keys = curve.Keys.ToBuilder();
        for (var i = 0; i < curve.Segments.Length; i++)
        {
            var segment = curve.Segments[i];
            if (segment.Held) continue;
            if (keys[i].Out.LeansOnNeighbours()) keys[i] = keys[i] with { Out = Interpolation.Free, OutHandle = segment.OutHandle };
            if (keys[i + 1].In.LeansOnNeighbours()) keys[i + 1] = keys[i + 1] with { In = Interpolation.Free, InHandle = segment.InHandle };
        }
        return curve.WithKeys(keys.ToImmutable());
    }

    /// <summary>
    /// Rounds the corner at a key: in its place the speed changes evenly from that before to that after. Between two
    /// straight stretches this meets both exactly, since the mean of the two speeds is that of the whole.
    /// </summary>
    private static Curve Eased(Curve curve, Tick at, TickSpan ease)
    {
        var place = curve.IndexOf(at);
        if (ease.Value <= 0 || place <= 0 || place >= curve.Keys.Length - 1) return curve;
        // No further than half way to the neighbours, so that two eases never meet.
        var room = Math.Min((at - curve.Keys[place - 1].Time).Value, (curve.Keys[place + 1].Time - at).Value) / 2;
        var reach = new TickSpan(Math.Min(ease.Value, room));
        if (reach.Value < 1) return curve;
        var (start, end) = (at + new TickSpan(-reach.Value), at + reach);
        var split = Plain(curve.SplitAt(start).SplitAt(end));
        var first = split.IndexOf(start);
        if (split.Segments[first].Held || split.Segments[first + 1].Held) return curve;
        double arriving = split.Segments[first].SlopeAtStart, leaving = split.Segments[first + 1].SlopeAtEnd;
        var third = 2.0 * reach.Value / 3;
        var keys = split.Keys.ToBuilder();
        keys[first] = keys[first] with { Out = Interpolation.Free, OutHandle = Handle.BetweenTimes(third, arriving * third) };
        keys[first + 2] = keys[first + 2] with { In = Interpolation.Free, InHandle = Handle.BetweenTimes(-third, -leaving * third) };
        keys.RemoveAt(first + 1);
        return curve.WithKeys(keys.ToImmutable());
    }
}
