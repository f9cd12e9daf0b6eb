using System.Buffers;
using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>What the clips placed on one object add to its channels. Where two overlap, one blends into the other.</summary>
public sealed class ClipMix
{
    private readonly ImmutableArray<(PlacedClip Placed, Clip Clip)> _clips;
    // The channels of a clip run in step: the phases of the same times are worked out once.
    private readonly Dictionary<(PlacedClipId, double[]), double[]> _phases = [];

    /// <param name="scene">Whose clips.</param>
    /// <param name="placed">All that are placed on one object.</param>
    public ClipMix(Scene scene, IEnumerable<PlacedClip> placed) =>
        _clips = [.. placed.OrderBy(one => one.Start).ThenBy(one => one.Id).Select(one => (one, scene.Clips[one.Clip]))];

    /// <summary>Whether some clip has a channel.</summary>
    public bool Covers(string channel)
    {
        foreach (var (_, clip) in _clips)
            if (clip.Channels.ContainsKey(channel)) return true;
        return false;
    }

    /// <summary>Adds what the clips give to a channel at source times in ticks.</summary>
    public void AddTo(Span<double> values, string channel, double[] times)
    {
        var room = ArrayPool<double>.Shared.Rent(times.Length);
        var added = room.AsSpan(0, times.Length);
        added.Clear();
        // The latest end of those so far: where the next one starts before it, it blends in.
        var latest = double.NegativeInfinity;
        foreach (var (placed, clip) in _clips)
        {
            if (!clip.Channels.TryGetValue(channel, out var curve)) continue;
            var change = new Change(placed, clip, curve);
            var phases = Phases(placed, times);
            for (var i = 0; i < times.Length; i++)
            {
                if (times[i] < placed.Start.Value) continue;
                if (times[i] <= placed.End.Value)
                {
                    var weight = Weight(placed, latest, times[i]);
                    added[i] = (1 - weight) * added[i] + weight * change.At(phases[i], isEnd: times[i] == placed.End.Value);
                }
                // One that lies within an earlier one leaves that one as it was.
                else if (placed.End.Value >= latest) added[i] = placed.After == ClipAfter.Hold ? change.At(phases[i], isEnd: true) : 0;
            }
            latest = Math.Max(latest, placed.End.Value);
        }
        for (var i = 0; i < added.Length; i++) values[i] += added[i];
        ArrayPool<double>.Shared.Return(room);
    }

    /// <summary>The phases at some times; after the end, the one that it ends at.</summary>
    private double[] Phases(PlacedClip placed, double[] times)
    {
        lock (_phases)
        {
            if (_phases.TryGetValue((placed.Id, times), out var known)) return known;
            var phase = placed.Phase();
            double start = placed.Start.Value, end = placed.End.Value, last = phase(end);
            return _phases[(placed.Id, times)] = Array.ConvertAll(times, time => time < start ? double.NaN : time >= end ? last : phase(time));
        }
    }

    /// <summary>
    /// How much of a clip there is over the earlier ones, which end at <paramref name="latest"/>: it comes in while they
    /// go out, or comes and goes within them; eased at both ends by 3w² − 2w³.
    /// </summary>
    private static double Weight(PlacedClip placed, double latest, double time)
    {
        double start = placed.Start.Value, end = placed.End.Value;
        if (latest <= start) return 1;
        var part = latest <= end ? (time - start) / (latest - start) : 1 - Math.Abs(2 * (time - start) / (end - start) - 1);
        var within = Math.Clamp(part, 0, 1);
        return within * within * (3 - 2 * within);
    }

    /// <summary>One clip's own change of one channel.</summary>
    private struct Change(PlacedClip placed, Clip clip, Curve curve)
    {
        private readonly double _climb = curve.ValueAt(clip.Length) - curve.ValueAt(0);
        private int _near;

        /// <summary>What the clip adds at a phase, in ticks of the clip.</summary>
        public double At(double phase, bool isEnd)
        {
            if (placed.Cycle == ClipCycle.Once) return curve.ValueAt(Math.Clamp(phase, 0, clip.Length), ref _near);
            var cycle = Math.Floor(phase / clip.Length);
            // The last instant belongs to the cycle that ends there, not to one that never comes.
            if (isEnd && cycle * clip.Length == phase && cycle > 0) cycle--;
            var value = curve.ValueAt(phase - cycle * clip.Length, ref _near);
            return placed.Cycle == ClipCycle.RepeatOffset ? value + cycle * _climb : value;
        }
    }
}
