using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>A curve from played time to source time, both in ticks.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique among the scene's warps.</param>
/// <param name="On">Off, it is passed over.</param>
/// <param name="Targets">What it covers; null is the whole scene.</param>
/// <param name="Beyond">What happens before and after its keys.</param>
/// <param name="Curve">Values are source times.</param>
public sealed record Warp(
    WarpId Id, string Name, bool On, ImmutableArray<TimeTarget>? Targets, WarpBeyond Beyond, Curve Curve)
{
    /// <summary>Whether it covers everything.</summary>
    public bool CoversScene => Targets is null;

    /// <summary>A curve from time to time with all its source times whole ticks, as all times are.</summary>
    /// <exception cref="Refusal">A source time is out of reach.</exception>
    public static Curve InTicks(Curve curve) => curve.WithKeys(
    [
        .. curve.Keys.Select(key =>
        {
            var source = new Tick((long)Math.Round(key.Value));
            if (!source.IsWithinReach) throw new Refusal("keys", "a source frame is out of reach");
            return key with
            {
                Value = source.Value,
                InHandle = Handle.BetweenTimes(key.InHandle.Ticks, key.InHandle.Value),
                OutHandle = Handle.BetweenTimes(key.OutHandle.Ticks, key.OutHandle.Value),
            };
        }),
    ]);

    /// <summary>How far in a warp applies: 0 to the whole scene, 1 to the object, 2 to the channel; null if it does not cover it.</summary>
    public int? Depth(ObjectId id, string channel)
    {
        if (Targets is not { } targets) return 0;
        int? depth = null;
        foreach (var target in targets)
        {
            if (target.Depth(id, channel) is not { } reached) continue;
            // The object as a whole comes first, whatever else is named.
            if (reached == 1) return 1;
            depth = reached;
        }
        return depth;
    }

    /// <summary>The first played time at which a source time is seen, both in ticks; null where it never is.</summary>
    public double? PlayedOf(double source)
    {
        var keys = Curve.Keys;
        var (first, last) = (keys[0], keys[^1]);
        if (Beyond == WarpBeyond.RunOn && first.Time.Value + source - first.Value is var before && before < first.Time.Value) return before;
        foreach (ref readonly var segment in Curve.Segments)
        {
            if (segment.MayMeet(source) && segment.TimesOf(source) is { Count: > 0 } times) return times[0];
            // A held or still stretch shows one source time throughout.
            if (segment.V0 == source) return segment.Start;
        }
        if (last.Value == source) return last.Time.Value;
        return Beyond == WarpBeyond.RunOn && last.Time.Value + source - last.Value is var after && after > last.Time.Value ? after : null;
    }

    /// <summary>Source time of a played time, both in ticks.</summary>
    public double SourceOf(double played, ref int near)
    {
        if (Beyond == WarpBeyond.RunOn)
        {
            var (first, last) = (Curve.Keys[0], Curve.Keys[^1]);
            if (played < first.Time.Value) return first.Value + (played - first.Time.Value);
            if (played > last.Time.Value) return last.Value + (played - last.Time.Value);
        }
        // Kept to 1/1024 tick, so that a played time that meets a key in source meets it exactly.
        return Math.Round(Curve.ValueAt(played, ref near) * 1024) / 1024;
    }
}
