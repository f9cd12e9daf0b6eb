namespace ZestyReel.Core.Outgoing;

/// <summary>Which of some values have to be told so that straight ways between them stay near to all.</summary>
public static class LinearTrack
{
    /// <summary>The places of those values; the first and the last are among them.</summary>
    /// <param name="values">Evenly spaced.</param>
    /// <param name="tolerance">How far a straight way may be off.</param>
    public static IReadOnlyList<int> Of(double[] values, double tolerance)
    {
        var told = new List<int> { 0 };
        // The stretches still to be looked at, the next on top.
        var ahead = new Stack<(int First, int Last)>([(0, values.Length - 1)]);
        while (ahead.TryPop(out var stretch))
        {
            var (first, last) = stretch;
            if (last <= first) continue;
            var (worst, at) = (tolerance, -1);
            for (var i = first + 1; i < last; i++)
            {
                var off = Math.Abs(values[first] + (values[last] - values[first]) * (i - first) / (last - first) - values[i]);
                if (off > worst) (worst, at) = (off, i);
            }
            if (at < 0) told.Add(last);
            else
            {
                ahead.Push((at, last));
                ahead.Push((first, at));
            }
        }
        return told;
    }
}
