using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves;

/// <summary>Parts of curves as segments.</summary>
internal static class Stretches
{
    /// <summary>What a curve does between two times as one segment, be it a part of one or before and after the keys; null where it is more than one, or goes on in another way than holding.</summary>
    public static Segment? Between(this Curve curve, Tick from, Tick to)
    {
        var segments = curve.Segments;
        if (segments.Length == 0 || to.Value <= segments[0].Start || from.Value >= segments[^1].End)
        {
            var isBefore = to <= curve.Keys[0].Time;
            if (!isBefore && from < curve.Keys[^1].Time) return null;
            return (isBefore ? curve.Before : curve.After) == Extrapolation.Hold ? Flat(from, to, isBefore ? curve.Keys[0].Value : curve.Keys[^1].Value) : null;
        }
        if (from.Value < segments[0].Start || to.Value > segments[^1].End) return null;
        var part = segments[curve.SegmentAt(((double)from.Value + to.Value) / 2)];
        if (from.Value < part.Start || to.Value > part.End) return null;
        if (part.Held) return Flat(from, to, part.V0);
        if (to.Value < part.End) part = part.SplitAt(to.Value).Before;
        if (from.Value > part.Start) part = part.SplitAt(from.Value).After;
        return part;
    }

    /// <summary>A segment that stands.</summary>
    public static Segment Flat(Tick from, Tick to, double value) => new(from.Value, (to - from).Value, 1.0 / 3, 2.0 / 3, value, value, value, value, false);

    /// <summary>Whether a segment is a straight line in time, be its handles as long as they may.</summary>
    public static bool IsLine(this in Segment segment)
    {
        var rise = segment.V3 - segment.V0;
        var slack = 1e-12 * Math.Max(1, Math.Max(Math.Abs(segment.V0), Math.Abs(segment.V3)));
        return !segment.Held && Math.Abs(segment.V1 - segment.V0 - rise * segment.T1) <= slack && Math.Abs(segment.V2 - segment.V0 - rise * segment.T2) <= slack;
    }
}
