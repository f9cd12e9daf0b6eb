using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>What is seen from frame to frame: jumps, single frames out of line, and sudden changes of speed.</summary>
internal static class MotionFindings
{
    /// <summary>A pop goes so many times as far as the frames about it do, and so much of the whole way at least.</summary>
    private const double PopTimes = 5, LeastPop = 0.05;

    /// <summary>A hitch is so many times as far out of line as the others are, and so much of the whole way at least.</summary>
    private const double HitchTimes = 4, LeastHitch = 0.01;

    /// <summary>A speed that changes suddenly does so by so much of itself, and of the whole way in a frame; what it changes by just before and after is so much less.</summary>
    private const double LeastChange = 0.5, LeastOfWay = 0.02, Calmer = 4;

    /// <summary>What is slower than this part of a change stands.</summary>
    private const double Stands = 0.05;

    public static IEnumerable<Finding> Of(CheckedObject at)
    {
        foreach (var spec in at.Moving)
        {
            at.Times.Stop.ThrowIfCancellationRequested();
            foreach (var found in Of(at, spec, at.Seen(spec.Name), Jumps(at, spec.Name))) yield return found;
        }
    }

    /// <param name="at">The object.</param>
    /// <param name="spec">The channel.</param>
    /// <param name="seen">What is seen of it on each frame.</param>
    /// <param name="jumps">By the earlier frame, between which two a jump is meant; what is found is added.</param>
    private static List<Finding> Of(CheckedObject at, ChannelSpec spec, ReadOnlySpan<double> seen, bool[] jumps)
    {
        var found = new List<Finding>();
        var spread = CheckedObject.Spread(seen);
        if (spread < 1e-9) return found;
        var steps = Steps(spec, seen);
        double Step(int i) => (uint)i < (uint)steps.Length ? steps[i] : 0;
        // What is a pop is no hitch, and neither is a sudden change of speed as well: each is marked for those after it.
        for (var i = 0; i + 1 < seen.Length; i++)
        {
            var step = Step(i);
            if (Math.Abs(step) <= spread * LeastPop || IsMeant(jumps, i, 0)) continue;
            var about = Math.Max(Math.Max(Math.Abs(Step(i - 1)), Math.Abs(Step(i - 2))), Math.Max(Math.Abs(Step(i + 1)), Math.Abs(Step(i + 2))));
            if (Math.Abs(step) <= PopTimes * about) continue;
            found.Add(at.Found(FindingKind.Pop, FindingLevel.Fault, spec.Name, at.FrameAt(i), at.FrameAt(i + 1), Math.Abs(step), FindingUnit.OfChannel));
            Mark(jumps, i - 3, i + 3);
        }
        for (var i = 3; i + 3 < seen.Length; i++)
        {
            // Whole turns within the frames about it are no motion.
            if (IsMeant(jumps, i, 3) || spec.Unit == ChannelUnit.Degrees && CheckedObject.Spread(seen[(i - 3)..(i + 4)]) > 180) continue;
            // The cubic through two frames on either side.
            var line = (4 * (seen[i - 1] + seen[i + 1]) - seen[i - 2] - seen[i + 2]) / 6;
            var off = Math.Abs(seen[i] - line);
            if (off <= spread * LeastHitch) continue;
            double bend = 0;
            for (var k = i - 2; k <= i + 2; k++)
            {
                double Of(ReadOnlySpan<double> values, int j) => j == i ? line : values[j];
                bend = Math.Max(bend, Math.Abs(Of(seen, k - 1) - 2 * Of(seen, k) + Of(seen, k + 1)));
            }
            if (off <= HitchTimes * bend) continue;
            found.Add(at.Found(FindingKind.Hitch, FindingLevel.Fault, spec.Name, at.FrameAt(i), at.FrameAt(i), off, FindingUnit.OfChannel));
            Mark(jumps, i - 2, i + 2);
        }
        for (var i = 2; i + 2 < seen.Length; i++)
        {
            if (IsMeant(jumps, i, 1)) continue;
            var (before, after) = (Step(i - 1), Step(i));
            var change = Math.Abs(after - before);
            if (change <= spread * LeastOfWay || change <= LeastChange * Math.Max(Math.Abs(before), Math.Abs(after))) continue;
            if (Math.Abs(before - Step(i - 2)) > change / Calmer || Math.Abs(Step(i + 1) - after) > change / Calmer) continue;
            // Whoever starts, stops or is thrown back does so on purpose more often than not.
            var isHit = before * after < 0 || Math.Min(Math.Abs(before), Math.Abs(after)) < Stands * change;
            found.Add(at.Found(FindingKind.SuddenSpacing, isHit ? FindingLevel.Note : FindingLevel.Warning, spec.Name, at.FrameAt(i), at.FrameAt(i), change * at.Rate.FramesPerSecond, FindingUnit.OfChannelPerSecond));
            // The next frame's is the same one.
            i++;
        }
        return found;
    }

    private static double[] Steps(ChannelSpec spec, ReadOnlySpan<double> seen)
    {
        var steps = new double[Math.Max(0, seen.Length - 1)];
        for (var i = 0; i < steps.Length; i++) steps[i] = seen[i + 1] - seen[i];
        if (Turns.AreIn(spec))
            for (var i = 0; i < steps.Length; i++) steps[i] = Turns.Without(steps[i]);
        return steps;
    }

    private static bool IsMeant(bool[] jumps, int at, int about) => jumps.AsSpan(Math.Max(0, at - about)..Math.Min(jumps.Length, at + about + 1)).Contains(true);

    private static void Mark(bool[] jumps, int from, int to) => jumps.AsSpan(Math.Max(0, from)..Math.Min(jumps.Length, to + 1)).Fill(true);

    /// <summary>The places between two frames, by the earlier one, where a jump is meant: what is held ends there, two keys make one, or time itself jumps or changes its speed.</summary>
    private static bool[] Jumps(CheckedObject at, string channel)
    {
        var source = at.Times.For(at.Thing.Id, channel);
        var jumps = new bool[source.Length];
        foreach (var (spec, curve) in at.Curves())
        {
            if (LayeredName.ChannelOf(spec.Name) != channel) continue;
            foreach (ref readonly var segment in curve.Segments)
            {
                var isJump = segment.Held ? segment.V0 != segment.V3 : segment.Length < 0.01 * at.Rate.TicksPerFrame && segment.V0 != segment.V3;
                if (isJump && PlaceOf(source, segment.End) is >= 0 and var place) jumps[place] = true;
            }
            AddRounds(jumps, source, curve);
        }
        if (!at.IsPlain(channel))
            for (var i = 1; i + 1 < source.Length; i++)
            {
                double before = source[i] - source[i - 1], after = source[i + 1] - source[i];
                if (Math.Abs(after - before) <= 0.1 * Math.Max(Math.Abs(before), Math.Abs(after))) continue;
                Mark(jumps, i - 1, i);
            }
        return jumps;
    }

    /// <summary>Where a cycle begins, it does what it is told to: whether it should is asked of the curve.</summary>
    private static void AddRounds(bool[] jumps, double[] source, Curve curve)
    {
        static bool Goes(Extrapolation way) => way is Extrapolation.Repeat or Extrapolation.RepeatOffset or Extrapolation.Mirror;
        var (first, last) = (curve.Keys[0].Time.Value, curve.Keys[^1].Time.Value);
        var period = last - first;
        if (period <= 0 || !Goes(curve.Before) && !Goes(curve.After)) return;
        for (var i = 0; i + 1 < source.Length; i++)
        {
            // A round begins on this frame, or between it and the next.
            var (now, next) = (Math.Floor((source[i] - first) / (double)period), Math.Floor((source[i + 1] - first) / (double)period));
            var isOutside = source[i + 1] >= last && Goes(curve.After) || source[i] <= first && Goes(curve.Before);
            if (!isOutside || now == next && source[i] != first + now * period) continue;
            Mark(jumps, i - 1, i + 1);
        }
    }

    /// <summary>The frame after which a source time comes; -1 where it does not.</summary>
    private static int PlaceOf(double[] source, double time)
    {
        for (int low = 0, high = source.Length - 1; low < high;)
        {
            if (time <= source[low] || time > source[high]) return -1;
            if (high - low == 1) return low;
            var middle = (low + high) / 2;
            if (source[middle] < time) low = middle;
            else high = middle;
        }
        return -1;
    }
}
