using System.Collections.Immutable;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Takes;

/// <summary>One motion, of one take or of parts of several.</summary>
/// <param name="Channels">The channels.</param>
/// <param name="Times">The played moments of its samples, rising.</param>
/// <param name="Values">One row for each channel.</param>
public sealed record TakeCourse(ImmutableArray<string> Channels, ImmutableArray<Tick> Times, ImmutableArray<ImmutableArray<double>> Values)
{
    /// <summary>A blend is made of so many straight lines at least.</summary>
    private const int BlendSteps = 16;

    /// <summary>Most parts of several takes.</summary>
    public const int MostParts = 50;

    /// <summary>Joins parts of takes.</summary>
    /// <param name="parts">One after the other.</param>
    /// <param name="blend">How long one goes over into the next, around where it takes over; 0 for a jump.</param>
    /// <exception cref="Refusal">They do not go together, or one has nothing to give.</exception>
    /// <remarks>
    /// Within a blend of length n around b the value is a + (b − a)·s, with s = 3u² − 2u³ and u from 0 at b − n/2 to 1 at
    /// b + n/2: it leaves each take, and comes to it, as fast as that one moves.
    /// </remarks>
    public static TakeCourse Of(ImmutableArray<TakePart> parts, TickSpan blend)
    {
        if (parts.IsDefaultOrEmpty || parts.Length > MostParts) throw new Refusal("parts", $"give 1 to {MostParts} takes");
        if (blend.Value < 0) throw new Refusal("blend", "a blend lasts 0 frames or more");
        var channels = parts[0].Take.Channels;
        if (parts.Any(part => !part.Take.Channels.ToHashSet().SetEquals(channels))) throw new Refusal("parts", "takes can be joined where they drive the same channels");
        var placed = parts.Select(part => new PlacedTake(part.Take, part.Place.Of(part.Take), channels)).ToArray();
        for (var i = 1; i < placed.Length; i++) placed[i].WindLike(placed[i - 1], parts[i - 1].Until);
        var half = blend.Value / 2;
        var ends = parts.Select(part => part.Until.Value).ToArray();
        for (var i = 0; i + 1 < parts.Length; i++)
            if (i > 0 && ends[i] - ends[i - 1] < blend.Value) throw new Refusal($"parts[{i}].until", "parts follow each other, and are at least as long as the blend between them");
        var times = new SortedSet<long>();
        for (var i = 0; i < placed.Length; i++)
        {
            var from = i == 0 ? long.MinValue : ends[i - 1] - half;
            var to = i + 1 == placed.Length ? long.MaxValue : ends[i] + half;
            var own = placed[i].Times.Select(time => time.Value).Where(time => time >= from && time <= to).ToList();
            if (own.Count == 0) throw new Refusal($"parts[{i}]", "nothing of this take lies where it is wanted; let it take over elsewhere, or leave it out");
            times.UnionWith(own);
            // A jump has two sides, a blend two ends.
            if (i + 1 == placed.Length) continue;
            if (half == 0) times.UnionWith([ends[i] - 1, ends[i]]);
            // A hand that rests has no samples for the way over.
            else for (var k = 0; k <= BlendSteps; k++) times.Add(ends[i] - half + 2 * half * k / BlendSteps);
        }
        long[] all = [.. times];
        var rows = channels.Select(_ => new double[all.Length]).ToArray();
        var at = 0;
        for (var k = 0; k < all.Length; k++)
        {
            while (at + 1 < placed.Length && all[k] >= ends[at] + half) at++;
            var share = at + 1 < placed.Length && half > 0 && all[k] > ends[at] - half ? Eased((double)(all[k] - ends[at] + half) / (2 * half)) : 0;
            for (var c = 0; c < rows.Length; c++)
            {
                var value = placed[at].At(c, all[k]);
                rows[c][k] = share == 0 ? value : value + (placed[at + 1].At(c, all[k]) - value) * share;
            }
        }
        return new(channels, [.. all.Select(tick => new Tick(tick))], [.. rows.Select(row => row.ToImmutableArray())]);
    }

    private static double Eased(double part) => part * part * (3 - 2 * part);

    /// <summary>A take where it goes, straight from sample to sample, and as at its ends before and after.</summary>
    private sealed class PlacedTake
    {
        private readonly double[][] _rows;
        private readonly ImmutableArray<string> _channels;
        private int _near;

        public PlacedTake(Take take, ImmutableArray<Tick> times, ImmutableArray<string> channels)
        {
            (Times, _channels) = (times, channels);
            _rows = [.. channels.Select(channel => take.Values[take.Channels.IndexOf(channel)].ToArray())];
        }

        public ImmutableArray<Tick> Times { get; }

        /// <summary>Rotations of two takes may be whole turns apart, which nobody sees; gone over from one to the other they would be.</summary>
        public void WindLike(PlacedTake other, Tick at)
        {
            for (var c = 0; c < _rows.Length; c++)
            {
                if (!_channels[c].StartsWith("rotation.", StringComparison.Ordinal)) continue;
                var turns = 360 * Math.Round((other.At(c, at.Value) - At(c, at.Value)) / 360);
                for (var i = 0; i < _rows[c].Length; i++) _rows[c][i] += turns;
            }
        }

        public double At(int channel, long tick)
        {
            var row = _rows[channel];
            if (tick <= Times[0].Value) return row[0];
            if (tick >= Times[^1].Value) return row[^1];
            if (Times[_near].Value > tick) _near = 0;
            while (Times[_near + 1].Value <= tick) _near++;
            var part = (double)(tick - Times[_near].Value) / (Times[_near + 1] - Times[_near]).Value;
            return row[_near] + (row[_near + 1] - row[_near]) * part;
        }
    }
}
