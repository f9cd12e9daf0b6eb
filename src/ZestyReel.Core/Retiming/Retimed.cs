using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>Changes a part of a warp, which lies between two played times; beyond the warp's ends it goes on from what is seen there.</summary>
/// <remarks>
/// Where source time jumps, the older source time keeps the last tick before the jump: two keys a tick apart, the first
/// one holding.
/// </remarks>
public static class Retimed
{
    /// <summary>The part made so many times as long, what follows moved along; its ends eased over some time on both sides.</summary>
    /// <param name="warp">The warp.</param>
    /// <param name="map">What makes the part longer, in played time.</param>
    /// <param name="from">Where the part starts.</param>
    /// <param name="to">Where it ends, before it is made longer.</param>
    /// <param name="ease">How far the speed takes to change, before and after each end; 0 for at once.</param>
    public static Curve Stretched(Warp warp, Stretch map, Tick from, Tick to, TickSpan ease)
    {
        var stretched = map.Applied(Split(warp, from, to));
        return Eased(Eased(stretched, map.Of(from), ease), map.Of(to), ease);
    }

    /// <summary>A moment that stands for a while, what follows moved along.</summary>
    public static Curve Held(Warp warp, Tick at, TickSpan length)
    {
        var curve = Split(warp, at);
        var (keys, place) = (curve.Keys, curve.IndexOf(at));
        var stands = keys[place] with { Out = Interpolation.Linear };
        var goesOn = keys[place] with { Time = at + length, In = Interpolation.Linear };
        return curve.WithKeys([.. keys[..place], stands, goesOn, .. keys[(place + 1)..].Select(key => Later(key, length))]);
    }

    /// <summary>From a moment on, its source time; the last key stays where it is. Beyond its ends the warp is to stop.</summary>
    /// <param name="warp">The warp.</param>
    /// <param name="at">The moment.</param>
    /// <param name="first">The first moment that is played: what a warp that runs on shows before its first point goes on being shown from there on.</param>
    public static Curve Frozen(Warp warp, Tick at, Tick first)
    {
        if (warp.Beyond == WarpBeyond.RunOn && first < warp.Curve.Keys[0].Time && first < at) warp = warp.WithPoint(first);
        var curve = Split(warp, at);
        var place = curve.IndexOf(at);
        var stands = curve.Keys[place] with { Out = Interpolation.Linear };
        ImmutableArray<Key> end = curve.Keys[^1].Time > at ? [new(curve.Keys[^1].Time, stands.Value, Interpolation.Linear, Interpolation.Linear)] : [];
        return curve.WithKeys([.. curve.Keys[..place], stands, .. end]);
    }

    /// <summary>The part back to front, its first and its last moment among it; before and after it nothing changes.</summary>
    public static Curve Turned(Warp warp, Tick from, Tick to)
    {
        // What follows goes on a tick after the last moment, which is the first one turned.
        var after = to + new TickSpan(1);
        var curve = Split(warp, from, to, after);
        var (start, end) = (curve.IndexOf(from), curve.IndexOf(to));
        ImmutableArray<Key> part = [.. PlainSides.BackToFront(curve.Keys[start..(end + 1)], from, to)];
        part = part.SetItem(part.Length - 1, part[^1] with { Out = Interpolation.Hold });
        var goesOn = curve.Keys[end + 1] with { In = Interpolation.Hold };
        return Spliced(curve, curve.Keys[..start], [curve.Keys[start], .. part], [goesOn, .. curve.Keys[(end + 2)..]]);
    }

    /// <summary>The part several times over, what follows moved along.</summary>
    public static Curve Looped(Warp warp, Tick from, Tick to, int times)
    {
        var curve = Split(warp, from, to);
        var (start, end) = (curve.IndexOf(from), curve.IndexOf(to));
        var rounds = new List<Key>();
        for (var round = 0; round < times; round++)
            rounds.AddRange(curve.Keys[start..(end + 1)].Select(key => Later(key, new TickSpan((to - from).Value * round))));
        var shift = new TickSpan((to - from).Value * (times - 1));
        return Spliced(curve, curve.Keys[..start], rounds, curve.Keys[(end + 1)..].Select(key => Later(key, shift)));
    }

    /// <summary>The warp's curve with points at some moments, and with no side that leans on a neighbour.</summary>
    private static Curve Split(Warp warp, params ReadOnlySpan<Tick> at)
    {
        foreach (var time in at) warp = warp.WithPoint(time);
        return warp.Curve.Plain();
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
        var split = curve.SplitAt(start).SplitAt(end).Plain();
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
