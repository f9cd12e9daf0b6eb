using System.Collections.Immutable;

namespace ZestyReel.Core.Takes;

/// <summary>What a hand did, as a take. A hand that rests tells of nothing: until it moves again, everything stays as it was.</summary>
public static class HandMotion
{
    /// <summary>A hand that has not been heard of for so long, in seconds, may have rested.</summary>
    public const double Rest = 0.1;

    /// <summary>It has where that is so many times as long as usual: else its computer was only slow to tell.</summary>
    private const double MuchLonger = 4;

    /// <summary>So long before it is heard of again it was still at rest, in seconds.</summary>
    private const double Stirred = 1.0 / 120;

    /// <summary>A take of a hand.</summary>
    /// <param name="channels">The channels that it drove.</param>
    /// <param name="seconds">When it was heard of, in any order, several times at one moment perhaps.</param>
    /// <param name="values">One row for each channel.</param>
    /// <param name="end">When the take ends, until which the hand may have rested; null for its last sample.</param>
    /// <exception cref="Refusal">It is no take.</exception>
    public static Take Of(ImmutableArray<string> channels, ImmutableArray<double> seconds, ImmutableArray<ImmutableArray<double>> values, double? end = null)
    {
        if (seconds.IsDefaultOrEmpty) throw new Refusal("seconds", "nothing was recorded");
        if (channels.IsDefaultOrEmpty || values.IsDefault || values.Length != channels.Length || values.Any(row => row.IsDefault || row.Length != seconds.Length))
            throw new Refusal("values", "each channel has a value for each sample");
        if (!seconds.All(double.IsFinite)) throw new Refusal("seconds", "a moment is a number");
        var (times, rows) = (new List<double>(), channels.Select(_ => new List<double>()).ToList());
        void Add(double at, int sample)
        {
            // Of what is told at one moment the last counts.
            if (times.Count > 0 && at <= times[^1])
            {
                for (var c = 0; c < rows.Count; c++) rows[c][^1] = values[c][sample];
                return;
            }
            times.Add(at);
            for (var c = 0; c < rows.Count; c++) rows[c].Add(values[c][sample]);
        }
        int[] order = [.. Enumerable.Range(0, seconds.Length).OrderBy(i => seconds[i])];
        var first = seconds[order[0]];
        var steps = order.Zip(order.Skip(1), (a, b) => seconds[b] - seconds[a]).Where(step => step > 0).Order().ToList();
        var rest = Math.Max(Rest, steps.Count == 0 ? 0 : MuchLonger * steps[steps.Count / 2]);
        for (var i = 0; i < order.Length; i++)
        {
            var at = seconds[order[i]] - first;
            if (times.Count > 0 && at - times[^1] > rest) Add(at - Stirred, order[i - 1]);
            Add(at, order[i]);
        }
        if (end is { } last && last - first > times[^1]) Add(last - first, order[^1]);
        return new Take(channels, [.. times], [.. rows.Select(row => row.ToImmutableArray())], null, []).Checked();
    }
}
