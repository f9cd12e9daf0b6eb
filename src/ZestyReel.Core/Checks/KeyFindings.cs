using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Checks;

/// <summary>What is untidy about an object's keys. One finding tells of all its keys of a sort.</summary>
internal static class KeyFindings
{
    // Two keys a few ticks apart are a jump; so is what is nearer than a hundredth of a frame.
    private const double Jump = 0.01;

    public static IEnumerable<Finding> Of(CheckedObject at)
    {
        List<CurveKeys> off = [], between = [], outside = [], useless = [];
        double furthest = 0, nearest = double.PositiveInfinity, beyond = 0;
        foreach (var (spec, curve) in at.Curves())
        {
            var curveRef = CurveRef.Of(at.Thing.Id, spec.Name);
            at.Times.Stop.ThrowIfCancellationRequested();
            if (at.IsPlain(spec.Name))
            {
                Add(off, curveRef, OffFrame(at, curve, ref furthest));
                Add(outside, curveRef, Outside(at, curve, ref beyond));
            }
            Add(between, curveRef, Between(at, spec.Name, curve, ref nearest));
            Add(useless, curveRef, UselessKeys.Of(curve).Where(key => IsLookedAt(at, spec.Name, key)));
        }
        if (off.Count > 0) yield return Told(at, FindingKind.OffFrame, FindingLevel.Note, off, furthest, FindingUnit.Frames, FindingMend.OnWholeFrames);
        if (between.Count > 0) yield return Told(at, FindingKind.BetweenFrames, FindingLevel.Note, between, nearest, FindingUnit.Frames, null);
        if (outside.Count > 0) yield return Told(at, FindingKind.OutsideRange, FindingLevel.Note, outside, beyond, FindingUnit.Frames, null);
        if (useless.Count > 0) yield return Told(at, FindingKind.UselessKeys, FindingLevel.Note, useless, useless.Sum(each => each.Times.Length), FindingUnit.Keys, FindingMend.DeleteKeys);
    }

    private static void Add(List<CurveKeys> to, CurveRef curve, IEnumerable<Tick> times)
    {
        if (times.ToImmutableArray() is { IsEmpty: false } some) to.Add(new(curve, some));
    }

    private static Finding Told(CheckedObject at, FindingKind kind, FindingLevel level, List<CurveKeys> keys, double amount, FindingUnit unit, FindingMend? mend)
    {
        var start = keys.Min(each => at.SeenAt(each.Curve.Channel, each.Times[0]));
        var end = keys.Max(each => at.SeenAt(each.Curve.Channel, each.Times[^1]));
        return at.Found(kind, level, keys.Count == 1 ? LayeredName.ChannelOf(keys[0].Curve.Channel) : "", start, end < start ? start : end, amount, unit, [.. keys], mend);
    }

    private static bool IsLookedAt(CheckedObject at, string channel, Tick key) => at.SeenAt(channel, key) is var seen && at.IsLookedAt(seen, seen);

    private static List<Tick> OffFrame(CheckedObject at, Curve curve, ref double furthest)
    {
        var off = new List<Tick>();
        foreach (var (i, key) in curve.Keys.Index())
        {
            if (at.Rate.IsOnFrame(key.Time) || !at.IsLookedAt(key.Time, key.Time)) continue;
            // The first of a pair that jumps lies just before its frame.
            if (i + 1 < curve.Keys.Length && (curve.Keys[i + 1].Time - key.Time).Value < Jump * at.Rate.TicksPerFrame && at.Rate.IsOnFrame(curve.Keys[i + 1].Time)) continue;
            furthest = Math.Max(furthest, Math.Abs(key.Time.Value - at.Rate.StartOf(at.Rate.NearestFrame(key.Time)).Value) / at.Rate.TicksPerFrame);
            off.Add(key.Time);
        }
        return off;
    }

    private static List<Tick> Between(CheckedObject at, string channel, Curve curve, ref double nearest)
    {
        var pairs = new List<Tick>();
        for (var i = 1; i < curve.Keys.Length; i++)
        {
            var apart = (curve.Keys[i].Time - curve.Keys[i - 1].Time).Value / at.Rate.TicksPerFrame;
            if (apart is < Jump or > 1 - 1e-6 || !IsLookedAt(at, channel, curve.Keys[i].Time)) continue;
            nearest = Math.Min(nearest, apart);
            if (pairs.Count == 0 || pairs[^1] != curve.Keys[i - 1].Time) pairs.Add(curve.Keys[i - 1].Time);
            pairs.Add(curve.Keys[i].Time);
        }
        return pairs;
    }

    /// <summary>Whatever part is looked at: what lies outside the scene range is in no part of it.</summary>
    private static List<Tick> Outside(CheckedObject at, Curve curve, ref double beyond)
    {
        var range = at.Times.Scene.Settings.Range;
        var (first, end) = (at.Rate.StartOf(range.First), at.Rate.StartOf(range.Last + 1));
        var outside = new List<Tick>();
        foreach (var key in curve.Keys)
        {
            if (key.Time >= first && key.Time < end) continue;
            beyond = Math.Max(beyond, (key.Time < first ? first - key.Time : key.Time - at.Rate.StartOf(range.Last)).Value / at.Rate.TicksPerFrame);
            outside.Add(key.Time);
        }
        return outside;
    }
}
