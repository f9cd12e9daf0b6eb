using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>Moves a warp W with a map S of time, in played and in source time alike: S∘W∘S⁻¹.</summary>
/// <remarks>
/// The warp is cut where S has a break in played time, and where it meets one in source time; each part is then a line's
/// image of itself. Where parts no longer meet, source time jumps: two points a tick apart, the first one holding. Where S
/// makes room, source time goes through it evenly.
/// </remarks>
internal static class WarpMoving
{
    /// <summary>The warp moved.</summary>
    /// <exception cref="Refusal">A point would land out of reach.</exception>
    public static Warp Moved(Warp warp, TimeMap map)
    {
        if (map.Breaks.IsEmpty) return warp with { Curve = Warp.InTicks(Stretched(warp.Curve, map)) };
        var cut = Cut(warp, map.Breaks);
        var keys = ImmutableArray.CreateBuilder<Key>();
        for (var i = 0; i + 1 < cut.Keys.Length; i++) Add(keys, Part(cut, i, map));
        if (keys.Count == 0) return warp with { Curve = Warp.InTicks(Stretched(warp.Curve, map)) };
        return warp with { Curve = Warp.InTicks(new Curve(keys.ToImmutable())) };
    }

    /// <summary>Both axes mapped, where the map is one line for all.</summary>
    private static Curve Stretched(Curve curve, TimeMap map)
    {
        var moved = map.Applied(curve);
        return curve.WithKeys([.. moved.Keys.Select((key, i) =>
        {
            var source = new Tick((long)curve.Keys[i].Value);
            var factor = map.FactorAfter(source);
            return key with
            {
                Value = map.Reached(source).Value,
                InHandle = Handle.BetweenTimes(key.InHandle.Ticks, key.InHandle.Value * factor),
                OutHandle = Handle.BetweenTimes(key.OutHandle.Ticks, key.OutHandle.Value * factor),
            };
        })]);
    }

    /// <summary>The warp with points wherever it meets a break, and with no side that leans on a neighbour.</summary>
    private static Curve Cut(Warp warp, ImmutableArray<Tick> breaks)
    {
        var meets = new SortedSet<Tick>(breaks);
        foreach (var source in breaks)
        {
            foreach (var segment in warp.Curve.Segments)
                foreach (var time in segment.TimesOf(source.Value)) meets.Add(new Tick((long)Math.Round(time)));
            if (warp.Beyond == WarpBeyond.Stop) continue;
            foreach (var end in (Key[])[warp.Curve.Keys[0], warp.Curve.Keys[^1]]) meets.Add(new Tick(source.Value - (long)end.Value + end.Time.Value));
        }
        foreach (var time in meets)
            if (time.IsWithinReach) warp = WarpPoints.WithPoint(warp, time);
        return warp.Curve.Plain();
    }

    /// <summary>One part between two points, mapped; empty where nothing of it is left.</summary>
    private static (Key From, Key To)? Part(Curve cut, int at, TimeMap map)
    {
        var (left, right) = (cut.Keys[at], cut.Keys[at + 1]);
        Tick from = map.Reached(left.Time), to = map.OfBefore(right.Time);
        if (to <= from) return null;
        var rises = right.Value > left.Value;
        Tick Low(double source) => map.Reached(new Tick((long)source));
        Tick High(double source) => map.OfBefore(new Tick((long)source));
        // A rising part ends right before its last source time, a falling one starts there.
        Tick start = rises || left.Value == right.Value ? Low(left.Value) : High(left.Value), end = rises ? High(right.Value) : Low(right.Value);
        var (time, value) = (Ratio(to - from, right.Time - left.Time), Ratio(end - start, new TickSpan((long)(right.Value - left.Value))));
        return (
            left with { Time = from, Value = start.Value, OutHandle = Handle.BetweenTimes(left.OutHandle.Ticks * time, left.OutHandle.Value * value) },
            right with { Time = to, Value = end.Value, InHandle = Handle.BetweenTimes(right.InHandle.Ticks * time, right.InHandle.Value * value) });
    }

    private static double Ratio(TickSpan now, TickSpan before) => before.Value == 0 ? 1 : (double)now.Value / before.Value;

    /// <summary>Sets a part behind those that are there.</summary>
    private static void Add(ImmutableArray<Key>.Builder keys, (Key From, Key To)? part)
    {
        if (part is not var (start, end)) return;
        if (keys.Count == 0) keys.Add(start);
        else if (keys[^1].Time < start.Time)
        {
            // Room has been made: source time goes through it evenly.
            keys[^1] = keys[^1] with { Out = Interpolation.Linear, OutHandle = default };
            keys.Add(start with { In = Interpolation.Linear, InHandle = default });
        }
        else if (keys[^1].Value == start.Value) keys[^1] = keys[^1] with { Out = start.Out, OutHandle = start.OutHandle };
        else if (keys.Count > 1 && keys[^2].Time.Value >= start.Time.Value - 1) keys[^1] = start with { In = Interpolation.Hold, InHandle = default };
        else
        {
            keys[^1] = keys[^1] with { Time = new Tick(start.Time.Value - 1), Out = Interpolation.Hold, OutHandle = default };
            keys.Add(start with { In = Interpolation.Hold, InHandle = default });
        }
        keys.Add(end);
    }
}
