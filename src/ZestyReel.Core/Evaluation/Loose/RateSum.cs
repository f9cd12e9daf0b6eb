using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>What a channel that counts something a second has summed up to since the scene's first frame, such as the beats of a sway: over the grid, by the trapezoidal rule where it is keyed.</summary>
internal sealed class RateSum : LooseRun
{
    private static readonly ConditionalWeakTable<SceneObject, ConcurrentDictionary<string, RateSum>> Known = [];

    private readonly Scene _scene;
    private readonly SceneObject _thing;
    private readonly string _channel;
    private readonly ImmutableArray<object> _decisive;

    private RateSum(Scene scene, SceneObject thing, string channel, ImmutableArray<object> decisive) : base(LooseGrid.Of(scene)) =>
        (_scene, _thing, _channel, _decisive) = (scene, thing, channel, decisive);

    private static RateSum Of(Scene scene, SceneObject thing, string channel)
    {
        var decisive = Decisive.Of(scene, RestsOn.Channel(scene, thing.Id, channel));
        var sums = Known.GetOrCreateValue(thing);
        if (sums.TryGetValue(channel, out var known) && known._decisive.AsSpan().SequenceEqual(decisive.AsSpan())) return known;
        return sums[channel] = new(scene, thing, channel, decisive);
    }

    /// <summary>The sum at each of the times, of a channel in so many a second.</summary>
    public static double[] At(SceneObject thing, string channel, FrameTimes times)
    {
        if (Stages.Moves(thing, channel, times)) return Of(times.Scene, thing, channel).Summed(times);
        var (pace, grid) = (Stages.Values(thing, channel, times)[0], LooseGrid.Of(times.Scene));
        return Array.ConvertAll(times.Played.ToArray(), time => pace * Seconds(time - grid.Start));
    }

    private static double Seconds(double ticks) => ticks * (LooseGrid.Seconds / LooseGrid.Step);

    private double[] Summed(FrameTimes times)
    {
        var summed = new double[times.Count];
        for (var from = 0; from < times.Count;)
        {
            var count = Grid.RunFrom(times.Played, from, out var block);
            var asked = times.Played.Slice(from, count);
            // Before the first place, and beyond the last, it goes on as it does there.
            var first = Math.Max(0, block) * LooseGrid.Block;
            var moments = block == LooseGrid.MostBlocks ? [.. asked.ToArray().Append(Grid.TimeOf(first)).Order().Distinct()] : block < 0 ? [.. asked.ToArray().Append(Grid.TimeOf(0)).Order().Distinct()] : Grid.With(first, asked);
            var paces = Stages.Values(_thing, _channel, new FrameTimes(_scene, moments) { Stop = times.Stop });
            var sums = new double[moments.Length];
            if (block == LooseGrid.MostBlocks)
                for (var i = 0; i < sums.Length; i++) sums[i] = StartOf(block, times.Stop)[0] + paces[0] * Seconds(moments[i] - moments[0]);
            else if (block < 0)
                for (var i = 0; i < sums.Length; i++) sums[i] = paces[^1] * Seconds(moments[i] - Grid.Start);
            else
            {
                sums[0] = StartOf(block, times.Stop)[0];
                // The sum on a place rests on places alone.
                var (place, sum) = (0, sums[0]);
                for (var i = 1; i < sums.Length; i++)
                {
                    sums[i] = sum + (paces[place] + paces[i]) / 2 * Seconds(moments[i] - moments[place]);
                    if (moments[i] == Grid.TimeOf(Grid.PlaceOf(moments[i]))) (place, sum) = (i, sums[i]);
                }
            }
            for (var i = 0; i < count; i++) summed[from + i] = sums[Array.BinarySearch(moments, asked[i])];
            from += count;
        }
        return summed;
    }

    protected override double[] First(CancellationToken stop) => [0];

    protected override double[] Walked(long block, double[] state, CancellationToken stop)
    {
        var moments = Grid.With(block * LooseGrid.Block, [Grid.TimeOf((block + 1) * LooseGrid.Block)]);
        var paces = Stages.Values(_thing, _channel, new FrameTimes(_scene, moments) { Stop = stop });
        var sum = state[0];
        for (var i = 1; i < paces.Length; i++) sum += (paces[i - 1] + paces[i]) / 2 * Seconds(moments[i] - moments[i - 1]);
        return [sum];
    }
}
