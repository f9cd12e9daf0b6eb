using System.Collections.Immutable;

namespace ZestyReel.Core.Takes;

/// <summary>Poses in the order in which they were sent, with the moments at which they were true.</summary>
/// <param name="Poses">The poses; what came twice is there once.</param>
/// <param name="Seconds">When, in seconds of the clock that they arrived by; rising.</param>
/// <param name="Gaps">Where nothing came, in the same seconds.</param>
/// <param name="Lost">How many poses are known to have been lost.</param>
/// <param name="Late">How many came after one that had been sent later, and were put in their place.</param>
public sealed record PoseTimes(ImmutableArray<TrackedPose> Poses, ImmutableArray<double> Seconds, ImmutableArray<TakeGap> Gaps, int Lost, int Late)
{
    /// <summary>A step so many times as long as the usual one is a gap.</summary>
    public const double GapFrom = 2.5;

    /// <summary>Numbers that go back by more than this start anew: the device was switched off and on.</summary>
    private const int Restart = 500;

    /// <summary>Numbers that are further apart than this are not of one run.</summary>
    private const int MostLost = 1_000_000;

    /// <summary>For how long around a pose it is looked how far the two clocks are apart, in seconds.</summary>
    private const double Around = 1;

    /// <summary>What is under way for longer than this, in seconds, was not only late: the device's clock jumped.</summary>
    private const double Jump = 0.25;

    /// <summary>How much faster or slower than ours a device's clock may run so that its steps are believed.</summary>
    private const double Drift = 0.1;

    /// <summary>Puts poses in order.</summary>
    /// <param name="arrived">As they came.</param>
    /// <remarks>
    /// The network holds poses back by different times. The one that was held back least says how far the clocks are
    /// apart; the device's own clock, moved by that, then says when each was true. Where its clock cannot be believed, the
    /// arrival counts.
    /// </remarks>
    public static PoseTimes Of(IReadOnlyList<TrackedPose> arrived)
    {
        var (poses, late) = Ordered(arrived);
        var seconds = SecondsOf(poses);
        // Where two come out at one moment, the later one counts.
        var (kept, times) = (new List<(TrackedPose Pose, long Rank)>(), new List<double>());
        for (var i = 0; i < poses.Count; i++)
        {
            if (times.Count > 0 && seconds[i] <= times[^1] + 1e-7)
            {
                kept[^1] = poses[i];
                continue;
            }
            kept.Add(poses[i]);
            times.Add(seconds[i]);
        }
        ImmutableArray<TrackedPose> all = [.. kept.Select(each => each.Pose)];
        return new(all, [.. times], GapsIn(times), LostIn(poses.Select(each => each.Pose.Number)), late);
    }

    /// <summary>Those from a moment on and before another, with the gaps between them.</summary>
    public PoseTimes Within(double from, double to)
    {
        var (start, end) = (First(from), First(to));
        var poses = Poses[start..end];
        return start == end ? new([], [], [], 0, 0) : new(
            poses, Seconds[start..end], [.. Gaps.Where(gap => gap.From >= Seconds[start] && gap.To <= Seconds[end - 1])], LostIn(poses.Select(pose => pose.Number)), Late);
    }

    private int First(double from) => Seconds.BinarySearch(from) is >= 0 and var at ? at : ~Seconds.BinarySearch(from);

    /// <summary>How many numbers are missing; where they start anew, nothing is known.</summary>
    private static int LostIn(IEnumerable<int> numbers)
    {
        var (lost, before) = (0L, (int?)null);
        foreach (var number in numbers)
        {
            if (before is { } last && unchecked(number - last) is > 1 and < MostLost and var step) lost += step - 1;
            before = number;
        }
        return (int)Math.Min(lost, int.MaxValue);
    }

    /// <summary>Where nothing came for much longer than usual.</summary>
    private static ImmutableArray<TakeGap> GapsIn(List<double> times)
    {
        if (times.Count < 3) return [];
        var steps = times.Zip(times.Skip(1), (a, b) => b - a).Order().ToList();
        var most = GapFrom * steps[steps.Count / 2];
        return [.. times.Zip(times.Skip(1), (a, b) => new TakeGap(a, b)).Where(gap => gap.To - gap.From > most)];
    }

    /// <summary>By their numbers, counted on over the largest and over restarts, in which each rank lies far above those before.</summary>
    private static (List<(TrackedPose Pose, long Rank)> Poses, int Late) Ordered(IReadOnlyList<TrackedPose> arrived)
    {
        var ranked = new SortedDictionary<long, TrackedPose>();
        var (highest, late) = (0L, 0);
        foreach (var (i, pose) in arrived.Index())
        {
            var step = unchecked(pose.Number - (int)highest);
            var rank = i == 0 ? pose.Number : highest + step;
            if (i > 0 && step < -Restart) rank = highest + int.MaxValue + 1L + unchecked((uint)(pose.Number - (int)(highest + int.MaxValue + 1L)));
            if (i > 0 && rank < highest && !ranked.ContainsKey(rank)) late++;
            ranked.TryAdd(rank, pose);
            highest = i == 0 ? rank : Math.Max(highest, rank);
        }
        return ([.. ranked.Select(each => (each.Value, each.Key))], late);
    }

    private static double[] SecondsOf(List<(TrackedPose Pose, long Rank)> poses)
    {
        var seconds = new double[poses.Count];
        var from = 0;
        // Each run between restarts has a clock of its own.
        for (var to = 1; to <= poses.Count; to++)
        {
            if (to < poses.Count && poses[to].Rank - poses[to - 1].Rank <= int.MaxValue) continue;
            Run(poses, from, to, seconds);
            from = to;
        }
        return seconds;
    }

    private static void Run(List<(TrackedPose Pose, long Rank)> poses, int from, int to, double[] seconds)
    {
        for (var i = from; i < to; i++) seconds[i] = poses[i].Pose.Arrived;
        if (!IsBelieved(poses, from, to))
        {
            // What came late lies after what was sent before it.
            for (var i = from + 1; i < to; i++) seconds[i] = Math.Max(seconds[i], seconds[i - 1]);
            return;
        }
        double Apart(int i) => poses[i].Pose.Arrived - poses[i].Pose.Stamp;
        // The least in a window that slides: those that can still be the least, in a row.
        var least = new LinkedList<int>();
        var next = from;
        for (var i = from; i < to; i++)
        {
            for (; next < to && poses[next].Pose.Stamp <= poses[i].Pose.Stamp + Around; next++)
            {
                while (least.Last is { } last && Apart(last.Value) >= Apart(next)) least.RemoveLast();
                least.AddLast(next);
            }
            while (least.First is { } first && poses[first.Value].Pose.Stamp < poses[i].Pose.Stamp - Around) least.RemoveFirst();
            if (Apart(i) - Apart(least.First!.Value) <= Jump) seconds[i] = poses[i].Pose.Stamp + Apart(least.First!.Value);
        }
        for (var i = from + 1; i < to; i++) seconds[i] = Math.Max(seconds[i], seconds[i - 1]);
    }

    private static bool IsBelieved(List<(TrackedPose Pose, long Rank)> poses, int from, int to)
    {
        for (var i = from + 1; i < to; i++)
            if (!(poses[i].Pose.Stamp > poses[i - 1].Pose.Stamp)) return false;
        var (own, ours) = (poses[to - 1].Pose.Stamp - poses[from].Pose.Stamp, poses[to - 1].Pose.Arrived - poses[from].Pose.Arrived);
        return Math.Abs(own - ours) <= Drift * ours + Jump;
    }
}
