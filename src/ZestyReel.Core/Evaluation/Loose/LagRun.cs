using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>How an object's channels, or its place in the world, lag behind what is given: each on a spring of its own, from the scene's first frame on, where it is as fast as what it follows.</summary>
internal sealed class LagRun : LooseRun
{
    private static readonly ConditionalWeakTable<SceneObject, LagRun> Known = [];

    private readonly Scene _scene;
    private readonly SceneObject _thing;
    private readonly Lag _lag;
    private readonly ImmutableArray<ChannelSpec> _specs;
    private readonly ImmutableArray<object> _decisive;

    private LagRun(Scene scene, SceneObject thing, ImmutableArray<object> decisive) : base(LooseGrid.Of(scene))
    {
        (_scene, _thing, _lag, _decisive) = (scene, thing, thing.Lag!, decisive);
        _specs = [.. _lag.Moved.Select(name => thing.Spec(name, "channel"))];
    }

    /// <summary>The lag of an object in a scene.</summary>
    public static LagRun Of(Scene scene, SceneObject thing)
    {
        if (thing.Lag!.World) PlaceTies.CheckOnce(scene);
        var reads = thing.Lag.World ? RestsOn.Place(scene, thing.Id) : thing.Lag.Channels.SelectMany(channel => RestsOn.Channel(scene, thing.Id, channel)).Distinct();
        var decisive = Decisive.Of(scene, reads);
        if (Known.TryGetValue(thing, out var known) && known._decisive.AsSpan().SequenceEqual(decisive.AsSpan())) return known;
        var run = new LagRun(scene, thing, decisive);
        Known.AddOrUpdate(thing, run);
        return run;
    }

    /// <summary>Puts the lagging values in the place of those that the steps before have given.</summary>
    public void Apply(ChannelRows rows, FrameTimes times)
    {
        for (var from = 0; from < times.Count;)
        {
            var count = Grid.RunFrom(times.Played, from, out var block);
            if (block is >= 0 and < LooseGrid.MostBlocks) Apply(rows, times, from, count, block);
            from += count;
        }
    }

    private void Apply(ChannelRows rows, FrameTimes times, int from, int count, long block)
    {
        var asked = times.Played.Slice(from, count);
        var these = Finer(times, from, count, block);
        var targets = new Targets(this, these);
        var moments = these.Played;
        var state = (double[])StartOf(block, times.Stop).Clone();
        for (int i = 0, at = 0; i < count; i++)
        {
            if (i > 0 && asked[i] < asked[i - 1]) (at, state) = (0, (double[])StartOf(block, times.Stop).Clone());
            var place = Grid.PlaceOf(asked[i]);
            at = Walk(targets, state, at, Grid.TimeOf(place));
            var lagging = state;
            if (moments[at] < asked[i])
            {
                lagging = (double[])state.Clone();
                Step(targets, lagging, at, moments.BinarySearch(asked[i]));
            }
            Tell(rows, targets, lagging, from + i, moments.BinarySearch(asked[i]));
        }
    }

    /// <summary>The places of the grid from the start of a block on, with a run of times. What is asked for whole, as by what this carries, is not worked out twice.</summary>
    private FrameTimes Finer(FrameTimes times, int from, int count, long block)
    {
        var made = times.Finer(from, () => new FrameTimes(times.Scene, Grid.With(block * LooseGrid.Block, times.Played.Slice(from, count))) { Stop = times.Stop });
        return made.Played.SequenceEqual(times.Played) ? times : made;
    }

    private void Tell(ChannelRows rows, Targets targets, double[] state, int row, int at)
    {
        if (!_lag.World)
        {
            for (var c = 0; c < _specs.Length; c++)
                if (rows.Of(_specs[c].Name) is { IsEmpty: false } values) values[row] = state[2 * c];
            return;
        }
        if (targets.Local(new(state[0], state[2], state[4]), at) is not { } own) return;
        for (var c = 0; c < 3; c++)
            if (rows.Of(Lag.Place[c]) is { IsEmpty: false } values) values[row] = c == 0 ? own.X : c == 1 ? own.Y : own.Z;
    }

    protected override double[] First(CancellationToken stop)
    {
        var targets = new Targets(this, new FrameTimes(_scene, [Grid.TimeOf(0), Grid.TimeOf(1)]) { Stop = stop });
        var state = new double[2 * _specs.Length];
        for (var c = 0; c < _specs.Length; c++) (state[2 * c], state[2 * c + 1]) = (targets[c, 0], (targets[c, 1] - targets[c, 0]) / LooseGrid.Seconds);
        return state;
    }

    protected override double[] Walked(long block, double[] state, CancellationToken stop)
    {
        var end = Grid.TimeOf((block + 1) * LooseGrid.Block);
        var targets = new Targets(this, new FrameTimes(_scene, Grid.With(block * LooseGrid.Block, [end])) { Stop = stop });
        var next = (double[])state.Clone();
        Walk(targets, next, 0, end);
        return next;
    }

    /// <summary>Goes on from place to place up to one of them, past the moments between them that are only asked for.</summary>
    private int Walk(Targets targets, double[] state, int at, double to)
    {
        while (targets.Time(at) < to)
        {
            var end = Grid.TimeOf(Grid.PlaceOf(targets.Time(at)) + 1);
            var next = at + 1;
            while (targets.Time(next) < end) next++;
            Step(targets, state, at, next);
            at = next;
        }
        return at;
    }

    private void Step(Targets targets, double[] state, int at, int to)
    {
        var spring = targets.Spring(at, to);
        for (var c = 0; c < _specs.Length; c++) (state[2 * c], state[2 * c + 1]) = spring.Step(state[2 * c], state[2 * c + 1], targets[c, at], targets[c, to]);
    }

    /// <summary>What is followed, at some moments, and the spring there.</summary>
    private sealed class Targets
    {
        private readonly double[][] _values;
        private readonly double[] _frequencies, _dampings, _times;
        private readonly TransformRun? _around;
        private Spring _spring;

        public Targets(LagRun run, FrameTimes times)
        {
            _times = times.Played.ToArray();
            using var rows = new ChannelRows(run._thing, run._specs, times.Count);
            Stages.EvaluateBefore<LagStage>(rows, times);
            _values = [.. Enumerable.Range(0, run._specs.Length).Select(c => rows[c].ToArray())];
            (_frequencies, _dampings) = (Stages.Values(run._thing, Lag.Frequency, times), Stages.Values(run._thing, Lag.Damping, times));
            if (!run._lag.World || (_around = WorldSampler.For(times).Around(run._thing)) is not { } around) return;
            for (var i = 0; i < _times.Length; i++)
            {
                var world = around[i].Point(new(_values[0][i], _values[1][i], _values[2][i]));
                (_values[0][i], _values[1][i], _values[2][i]) = (world.X, world.Y, world.Z);
            }
        }

        public double this[int channel, int at] => _values[channel][at];

        public double Time(int at) => _times[at];

        /// <summary>The spring over a step. Most are like the one before.</summary>
        public Spring Spring(int at, int to)
        {
            var seconds = (_times[to] - _times[at]) / (LooseGrid.Step / LooseGrid.Seconds);
            if (_spring.Seconds != seconds || _spring.Frequency != _frequencies[at] || _spring.Damping != _dampings[at]) _spring = new(seconds, _frequencies[at], _dampings[at]);
            return _spring;
        }

        /// <summary>A place of the world inside what the object lies in; null where that has no size.</summary>
        public Vector? Local(Vector world, int at) => _around is null ? world : _around[at].Inverse()?.Point(world);
    }
}
