using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>What curves do between and beyond their keys that nobody may have meant.</summary>
internal static class CurveFindings
{
    // Parts of how far the curve goes.
    private const double LeastOvershoot = 0.01, MostCreep = 0.01, LeastGap = 0.005;

    /// <summary>A stretch that is shorter is no hold; in frames.</summary>
    private const double ShortestHold = 6;

    /// <summary>What moves on beside a hold moves so many times as far at least.</summary>
    private const double Besides = 10;

    /// <summary>Speeds that differ by less than this part close.</summary>
    private const double LeastSpeedGap = 0.1;

    public static IEnumerable<Finding> Of(CheckedObject at)
    {
        foreach (var (spec, curve) in at.Curves())
        {
            if (spec.HoldsOnly || curve.Keys.Length < 2) continue;
            at.Times.Stop.ThrowIfCancellationRequested();
            var spread = CheckedObject.Spread([.. curve.Keys.Select(key => key.Value)]);
            foreach (var found in Segments(at, spec, curve, spread)) yield return found;
            foreach (var found in Loops(at, spec, curve, spread)) yield return found;
        }
    }

    private static IEnumerable<Finding> Segments(CheckedObject at, ChannelSpec spec, Curve curve, double spread)
    {
        var keys = curve.Keys;
        for (var i = 0; i + 1 < keys.Length; i++)
        {
            var segment = curve.Segments[i];
            if (segment.Held) continue;
            var isBetween = segment.V1 >= Math.Min(segment.V0, segment.V3) && segment.V1 <= Math.Max(segment.V0, segment.V3)
                && segment.V2 >= Math.Min(segment.V0, segment.V3) && segment.V2 <= Math.Max(segment.V0, segment.V3);
            // Between its four points a Bézier cannot leave them.
            var over = isBetween ? 0 : Beyond(segment, Math.Min(segment.V0, segment.V3), Math.Max(segment.V0, segment.V3));
            var rise = Math.Abs(segment.V3 - segment.V0);
            var creeps = rise > spread * 1e-9 && rise <= spread * MostCreep && over <= spread * LeastOvershoot && segment.Length >= ShortestHold * at.Rate.TicksPerFrame
                && (Rise(curve, i - 1) > rise * Besides || Rise(curve, i + 1) > rise * Besides);
            if (over <= 0 && !creeps) continue;
            var (start, end) = (at.SeenAt(spec.Name, keys[i].Time), at.SeenAt(spec.Name, keys[i + 1].Time));
            if (end < start || !at.IsLookedAt(start, end)) continue;
            ImmutableArray<CurveKeys> both = [new(CurveRef.Of(at.Thing.Id, spec.Name), [keys[i].Time, keys[i + 1].Time])];
            var cut = isBetween ? 0 : Beyond(segment, spec.Least, spec.Most);
            if (cut > 1e-9 * Math.Max(1, spread))
                yield return at.Found(FindingKind.AtLimit, FindingLevel.Warning, LayeredName.ChannelOf(spec.Name), start, end, cut, FindingUnit.OfChannel, both, FindingMend.Clamp);
            else if (over > Math.Max(spread, rise) * LeastOvershoot && over > 1e-9)
                yield return at.Found(FindingKind.Overshoot, FindingLevel.Warning, LayeredName.ChannelOf(spec.Name), start, end, over, FindingUnit.OfChannel, both, FindingMend.Clamp);
            if (creeps)
                yield return at.Found(FindingKind.CreepingHold, FindingLevel.Warning, LayeredName.ChannelOf(spec.Name), start, end, rise, FindingUnit.OfChannel, both, FindingMend.SameValue);
        }
    }

    private static double Rise(Curve curve, int segment) => segment < 0 || segment >= curve.Segments.Length ? 0 : Math.Abs(curve.Segments[segment].V3 - curve.Segments[segment].V0);

    /// <summary>By how much it goes beyond two values, at the most.</summary>
    private static double Beyond(Segment segment, double least, double most) =>
        segment.TurningValues().Select(value => Math.Max(least - value, value - most)).Append(0).Max();

    private static IEnumerable<Finding> Loops(CheckedObject at, ChannelSpec spec, Curve curve, double spread)
    {
        bool Is(Extrapolation which) => curve.Before == which || curve.After == which;
        if (!Is(Extrapolation.Repeat) && !Is(Extrapolation.RepeatOffset)) yield break;
        var (first, last) = (curve.Keys[0], curve.Keys[^1]);
        ImmutableArray<CurveKeys> ends = [new(CurveRef.Of(at.Thing.Id, spec.Name), [first.Time, last.Time])];
        var (start, end) = (at.SeenAt(spec.Name, first.Time), at.SeenAt(spec.Name, last.Time));
        if (end < start) end = start;
        var gap = Math.Abs(Turns.AreIn(spec) ? Turns.Without(last.Value - first.Value) : last.Value - first.Value);
        if (Is(Extrapolation.Repeat) && gap > spread * LeastGap)
        {
            yield return at.Found(FindingKind.OpenLoop, FindingLevel.Warning, LayeredName.ChannelOf(spec.Name), start, end, gap, FindingUnit.OfChannel, ends, FindingMend.CloseLoop);
            yield break;
        }
        var (arrives, leaves) = (curve.Segments[^1].SlopeAtEnd, curve.Segments[0].SlopeAtStart);
        var apart = Math.Abs(arrives - leaves);
        // Where one side holds, or runs in a corner as its others do, a corner is what was wanted.
        if (curve.Segments[^1].Held || curve.Segments[0].Held || IsAllCorners(curve)) yield break;
        if (apart > LeastSpeedGap * Math.Max(Math.Abs(arrives), Math.Abs(leaves)) && apart * at.Rate.TicksPerFrame > spread * LeastGap)
            yield return at.Found(FindingKind.OpenLoop, FindingLevel.Warning, LayeredName.ChannelOf(spec.Name), start, end, apart * Tick.PerSecond, FindingUnit.OfChannelPerSecond, ends);
    }

    private static bool IsAllCorners(Curve curve)
    {
        for (var i = 1; i + 1 < curve.Keys.Length; i++)
            if (curve.IsJoined(i)) return false;
        return curve.Keys.Length > 2;
    }
}
