using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves;

/// <summary>Where in time two curves have different values.</summary>
public static class CurveDifference
{
    /// <summary>A stretch outside which both curves have the same values. A key reaches to its neighbours; one at an end as far as what lies beyond it.</summary>
    public static TickInterval Between(Curve before, Curve after)
    {
        if (ReferenceEquals(before, after)) return TickInterval.None;
        ReadOnlySpan<Segment> a = before.Segments, b = after.Segments;
        var shorter = Math.Min(a.Length, b.Length);
        var same = a.CommonPrefixLength(b);
        var sameEnd = 0;
        while (sameEnd < shorter - same && a[^(sameEnd + 1)] == b[^(sameEnd + 1)]) sameEnd++;
        Key firstA = before.Keys[0], firstB = after.Keys[0], lastA = before.Keys[^1], lastB = after.Keys[^1];
        var isSameWithin = same == a.Length && same == b.Length;
        bool Reaches(Extrapolation was, Extrapolation now, Key end, Key newEnd, bool isEndSame) =>
            was != now || (end.Time, end.Value) != (newEnd.Time, newEnd.Value) || now switch
            {
                Extrapolation.Hold => false,
                Extrapolation.Straight => !isEndSame,
                // A cycle brings everything everywhere.
                _ => !isSameWithin,
            };
        var from = Reaches(before.Before, after.Before, firstA, firstB, same > 0) ? double.NegativeInfinity
            : same > 0 ? a[same - 1].End : Math.Min(firstA.Time.Value, firstB.Time.Value);
        var to = Reaches(before.After, after.After, lastA, lastB, sameEnd > 0 || isSameWithin) ? double.PositiveInfinity
            : isSameWithin ? from == double.NegativeInfinity ? firstA.Time.Value : double.NegativeInfinity
            : sameEnd > 0 ? a[^sameEnd].Start : Math.Max(lastA.Time.Value, lastB.Time.Value);
        return new(from, to);
    }
}
