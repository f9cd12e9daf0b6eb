using System.Collections.Immutable;

namespace ZestyReel.Core.Curves;

/// <summary>Takes keys out and bends what is left towards the curve that was there.</summary>
internal static class Refit
{
    private const int SamplesPerSegment = 12, LeastSamples = 48;

    /// <summary>The curve without the keys at some places; the first and the last key are simply taken out.</summary>
    public static ImmutableArray<Key> Without(Curve curve, IReadOnlySet<int> gone)
    {
        var keys = curve.Keys;
        var kept = ImmutableArray.CreateBuilder<Key>(keys.Length);
        var last = -1;
        for (var i = 0; i < keys.Length; i++)
        {
            if (gone.Contains(i)) continue;
            var key = keys[i];
            var run = curve.Segments[Math.Max(last, 0)..i];
            if (last >= 0 && i > last + 1 && !AnyHeld(run))
            {
                var fitted = Fitted(run);
                kept[^1] = kept[^1] with { Out = Interpolation.Free, OutHandle = fitted.OutHandle };
                key = key with { In = Interpolation.Free, InHandle = fitted.InHandle };
            }
            kept.Add(key);
            last = i;
        }
        return KeptCourse.Of(curve, kept.DrainToImmutable());
    }

    private static bool AnyHeld(ReadOnlySpan<Segment> run)
    {
        foreach (ref readonly var segment in run)
            if (segment.Held) return true;
        return false;
    }

    /// <summary>
    /// One segment in place of several, with their slopes at both ends, so that joined handles stay joined. Its two
    /// handle lengths are searched for: from the lengths that undo an exact split, then by ever smaller steps to the
    /// side (Hooke and Jeeves, 1961) that lessen the squared distance.
    /// </summary>
    public static Segment Fitted(ReadOnlySpan<Segment> run)
    {
        var (first, last) = (run[0], run[^1]);
        var length = last.Start + last.Length - first.Start;
        var samples = Sampled(run, length);
        Segment Bent(double t1, double t2) => new(
            first.Start, length, t1, t2,
            first.V0, first.V0 + Rise(first.SlopeAtStart, t1, length, first.V1 - first.V0),
            last.V3 - Rise(last.SlopeAtEnd, 1 - t2, length, last.V3 - last.V2), last.V3, false);

        var (best1, best2) = Unsplit(run, length);
        var best = Distance(Bent(best1, best2), samples);
        var start = Distance(Bent(1.0 / 3, 2.0 / 3), samples);
        if (start < best) (best, best1, best2) = (start, 1.0 / 3, 2.0 / 3);
        for (var step = 0.2; step > 1e-4;)
        {
            var isBetter = false;
            foreach (var (d1, d2) in new[] { (step, 0d), (-step, 0d), (0d, step), (0d, -step) })
            {
                var (t1, t2) = (Math.Clamp(best1 + d1, 0.01, 1), Math.Clamp(best2 + d2, 0, 0.99));
                var distance = Distance(Bent(t1, t2), samples);
                if (distance >= best * (1 - 1e-9)) continue;
                (best, best1, best2, isBetter) = (distance, t1, t2, true);
            }
            if (!isBetter) step /= 2;
        }
        return Bent(best1, best2);
    }

    // A handle of no time length has no slope to keep; it keeps its value.
    private static double Rise(double slope, double part, double length, double upright) => slope == 0 ? upright : slope * part * length;

    /// <summary>Where the handles ended before an exact split at the first inner key, seen from how long that key's own are.</summary>
    private static (double T1, double T2) Unsplit(ReadOnlySpan<Segment> run, double length)
    {
        double arriving = (1 - run[0].T2) * run[0].Length, leaving = run[^1].T1 * run[^1].Length;
        if (run.Length != 2 || arriving + leaving == 0) return (1.0 / 3, 2.0 / 3);
        var u = arriving / (arriving + leaving);
        double t1 = u == 0 ? 1.0 / 3 : run[0].T1 * run[0].Length / u / length;
        double t2 = u == 1 ? 1.0 / 3 : (1 - run[^1].T2) * run[^1].Length / (1 - u) / length;
        return (Math.Clamp(t1, 0, 1), Math.Clamp(1 - t2, 0, 1));
    }

    private static (double Time, double Value)[] Sampled(ReadOnlySpan<Segment> run, double length)
    {
        var each = Math.Max(SamplesPerSegment, (LeastSamples + run.Length - 1) / run.Length);
        // Many segments are looked at in few places each.
        if (run.Length > 64) each = 2;
        var samples = new (double, double)[run.Length * each];
        for (var i = 0; i < run.Length; i++)
            for (var k = 0; k < each; k++)
            {
                var time = run[i].Start + run[i].Length * (k + 0.5) / each;
                samples[i * each + k] = (time, run[i].ValueAt(time));
            }
        return samples;
    }

    private static double Distance(Segment segment, (double Time, double Value)[] samples)
    {
        double sum = 0;
        foreach (var (time, value) in samples)
        {
            var off = segment.ValueAt(time) - value;
            sum += off * off;
        }
        return sum;
    }
}
