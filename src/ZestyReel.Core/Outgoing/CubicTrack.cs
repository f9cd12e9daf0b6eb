namespace ZestyReel.Core.Outgoing;

/// <summary>How a track gets from one of its places to the next.</summary>
public enum TrackShape
{
    /// <summary>It never changes.</summary>
    Still,

    /// <summary>Each value stands until the next.</summary>
    Stepped,

    /// <summary>By cubic curves with a slope before and after each place.</summary>
    Cubic,
}

/// <summary>Values over time as few places and the curves between them.</summary>
/// <param name="Shape">How it gets from place to place.</param>
/// <param name="At">The places, counted in the samples that it was found from.</param>
/// <param name="Values">At each place, a value for each column.</param>
/// <param name="Before">The slope before each place, for each sample.</param>
/// <param name="After">The slope after it.</param>
public sealed record CubicTrack(TrackShape Shape, int[] At, double[][] Values, double[][] Before, double[][] After)
{
    /// <summary>Finds as few cubic Hermite curves as stay near to evenly spaced samples.</summary>
    /// <remarks>
    /// A stretch takes its slopes from its own four samples at either end by differences that are exact for cubics, so that
    /// a stretch that is a cubic is found as it is, and nothing is looked at across a corner or a jump. What does not fit is
    /// halved, down to straight ways from one sample to the next.
    /// </remarks>
    /// <param name="columns">A row of samples for each column, all of one length.</param>
    /// <param name="breaks">Samples at which a stretch ends in any case.</param>
    /// <param name="tolerance">How far it may be from any sample.</param>
    public static CubicTrack Of(double[][] columns, IReadOnlySet<int> breaks, double tolerance)
    {
        if (StillOrStepped(columns, tolerance) is { } known) return known;
        var count = columns[0].Length;
        var fit = new Fit(columns, tolerance);
        var start = 0;
        for (var i = 1; i < count; i++)
        {
            if (i < count - 1 && !breaks.Contains(i)) continue;
            fit.Add(start, i);
            start = i;
        }
        return fit.Track();
    }

    /// <summary>The track of what never changes, or changes only in jumps; null of anything else.</summary>
    /// <param name="columns">A row of samples for each column, all of one length.</param>
    /// <param name="tolerance">A hundredth of this is no change.</param>
    public static CubicTrack? StillOrStepped(double[][] columns, double tolerance) =>
        Array.TrueForAll(columns, column => IsStill(column, tolerance)) ? Stepping(TrackShape.Still, columns, [0])
        : Steps(columns) is { } steps ? Stepping(TrackShape.Stepped, columns, steps) : null;

    private static bool IsStill(double[] column, double tolerance)
    {
        // What is still within a hundredth of what nobody sees does not move.
        foreach (var value in column)
            if (!(Math.Abs(value - column[0]) <= tolerance / 100)) return false;
        return true;
    }

    /// <summary>Where anything changes, if it changes only in jumps with at least a sample of rest in between; else null.</summary>
    private static int[]? Steps(double[][] columns)
    {
        var steps = new List<int> { 0 };
        for (var i = 1; i < columns[0].Length; i++)
        {
            if (Array.TrueForAll(columns, column => column[i] == column[i - 1])) continue;
            if (i > 1 && steps[^1] == i - 1) return null;
            steps.Add(i);
        }
        return [.. steps];
    }

    private static CubicTrack Stepping(TrackShape shape, double[][] columns, int[] at) =>
        new(shape, at, Array.ConvertAll(at, i => Array.ConvertAll(columns, column => column[i])), [], []);

    private sealed class Fit(double[][] columns, double tolerance)
    {
        private readonly List<int> _at = [0];
        private readonly List<double[]> _values = [Array.ConvertAll(columns, column => column[0])], _before = [new double[columns.Length]], _after = [];

        public void Add(int first, int last)
        {
            if (last == first) return;
            Span<double> starts = stackalloc double[columns.Length], ends = stackalloc double[columns.Length];
            for (var c = 0; c < columns.Length; c++)
            {
                var stretch = columns[c].AsSpan(first, last - first + 1);
                (starts[c], ends[c]) = (Slope(stretch, 0, 1), -Slope(stretch, stretch.Length - 1, -1));
                if (last - first == 1 || Fits(stretch, starts[c], ends[c])) continue;
                var middle = first + (last - first) / 2;
                Add(first, middle);
                Add(middle, last);
                return;
            }
            _after.Add(starts.ToArray());
            _before.Add(ends.ToArray());
            _at.Add(last);
            _values.Add(Array.ConvertAll(columns, column => column[last]));
        }

        public CubicTrack Track()
        {
            _after.Add(new double[columns.Length]);
            return new(TrackShape.Cubic, [.. _at], [.. _values], [.. _before], [.. _after]);
        }

        /// <summary>The slope at an end by forward differences: exact for cubics of four samples, for parabolas of three.</summary>
        private static double Slope(ReadOnlySpan<double> y, int end, int way) => y.Length switch
        {
            2 => y[end + way] - y[end],
            3 => (-3 * y[end] + 4 * y[end + way] - y[end + 2 * way]) / 2,
            _ => (-11 * y[end] + 18 * y[end + way] - 9 * y[end + 2 * way] + 2 * y[end + 3 * way]) / 6,
        };

        private bool Fits(ReadOnlySpan<double> y, double start, double end)
        {
            var n = y.Length - 1;
            for (var i = 1; i < n; i++)
            {
                var (t, rest) = ((double)i / n, 1 - (double)i / n);
                var value = y[0] * (1 + 2 * t) * rest * rest + start * n * t * rest * rest + y[n] * t * t * (3 - 2 * t) - end * n * t * t * rest;
                if (!(Math.Abs(value - y[i]) <= tolerance)) return false;
            }
            return true;
        }
    }
}
