using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves;

/// <summary>Writes down as keys what a curve does before and after its own.</summary>
public static class Cycles
{
    /// <summary>The keys with some cycles before and after them; there must be two keys at least, and the curve must repeat or mirror there.</summary>
    /// <remarks>
    /// Where a cycle starts at another value than the one before it ended, the older value keeps the last tick before
    /// the new cycle; after the curve's own last key, the new cycle starts a tick later.
    /// </remarks>
    public static ImmutableArray<Key> Written(Curve curve, int before, int after)
    {
        var own = Frozen(curve);
        var period = own[^1].Time - own[0].Time;
        var all = new List<Key>(own);
        for (var cycle = 1; cycle <= after; cycle++) Append(all, Cycle(own, cycle, period, curve.After), isFirst: cycle == 1);
        for (var cycle = 1; cycle <= before; cycle++) Prepend(all, Cycle(own, -cycle, period, curve.Before));
        return [.. all];
    }

    /// <summary>The keys with handles of their own at both ends and beside holds, which would otherwise lean on new neighbours.</summary>
    private static ImmutableArray<Key> Frozen(Curve curve)
    {
        var keys = curve.Keys.ToBuilder();
        var segments = curve.Segments;
        for (var i = 0; i < segments.Length; i++)
        {
            var segment = segments[i];
            if (segment.Held) continue;
            if (keys[i].Out.LeansOnNeighbours() && (i == 0 || segments[i - 1].Held))
                keys[i] = keys[i] with { Out = Interpolation.Free, OutHandle = segment.OutHandle };
            if (keys[i + 1].In.LeansOnNeighbours() && (i == segments.Length - 1 || segments[i + 1].Held))
                keys[i + 1] = keys[i + 1] with { In = Interpolation.Free, InHandle = segment.InHandle };
        }
        return keys.ToImmutable();
    }

    private static Key[] Cycle(ImmutableArray<Key> own, int cycle, TickSpan period, Extrapolation how)
    {
        var shift = new TickSpan(period.Value * cycle);
        var rise = how == Extrapolation.RepeatOffset ? cycle * (own[^1].Value - own[0].Value) : 0;
        if (how == Extrapolation.Mirror && cycle % 2 != 0)
            return [.. PlainSides.BackToFront(own, own[0].Time, own[^1].Time).Select(key => key with { Time = key.Time + shift })];
        return [.. own.Select(key => key with { Time = key.Time + shift, Value = key.Value + rise })];
    }

    private static void Append(List<Key> all, Key[] cycle, bool isFirst)
    {
        var (end, start) = (all[^1], cycle[0]);
        if (end.Value == start.Value) all[^1] = end with { Out = start.Out, OutHandle = start.OutHandle };
        else if (isFirst)
        {
            all[^1] = end with { Out = Interpolation.Hold };
            all.Add(start with { Time = start.Time + new TickSpan(1), In = Interpolation.Hold });
        }
        else
        {
            all[^1] = end with { Time = end.Time + new TickSpan(-1), Out = Interpolation.Hold };
            all.Add(start with { In = Interpolation.Hold });
        }
        all.AddRange(cycle.Skip(1));
    }

    private static void Prepend(List<Key> all, Key[] cycle)
    {
        var (end, start) = (cycle[^1], all[0]);
        if (end.Value == start.Value) all[0] = start with { In = end.In, InHandle = end.InHandle };
        else
        {
            all[0] = start with { In = Interpolation.Hold };
            all.Insert(0, end with { Time = end.Time + new TickSpan(-1), Out = Interpolation.Hold });
        }
        all.InsertRange(0, cycle.SkipLast(1));
    }
}
