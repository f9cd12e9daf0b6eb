using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>All that bounces in a scene, bounced together. What does not fall is where its keys say, and as fast; when it begins to, it goes on from there.</summary>
internal sealed class BounceRun : LooseRun
{
    /// <summary>Numbers of a state for each object that bounces: whether it falls, where it is, how fast it goes.</summary>
    private const int Numbers = 7;

    private static readonly ConditionalWeakTable<Scene, BounceRun> OfScenes = [];
    private static readonly ConditionalWeakTable<SceneObject, BounceRun> Known = [];

    private readonly Scene _scene;
    private readonly ImmutableArray<SceneObject> _bouncing, _still;
    private readonly ImmutableArray<object> _decisive;
    private readonly Func<int, int, bool> _meets;
    private readonly ConditionalWeakTable<FrameTimes, Answer> _told = [];

    private BounceRun(Scene scene, ImmutableArray<SceneObject> bouncing, ImmutableArray<object> decisive) : base(LooseGrid.Of(scene))
    {
        (_scene, _bouncing, _decisive) = (scene, bouncing, decisive);
        _still = [.. scene.BouncedOff().Select(id => scene.Object(id))];
        var (balls, off) = (bouncing.Length, bouncing.Select(thing => _still.Select(still => thing.Bounce!.Against.Contains(still.Id)).ToArray()).ToArray());
        // All that bounce meet each other.
        _meets = (a, b) => b < balls || a < balls && off[a][b - balls];
    }

    /// <summary>That of a scene.</summary>
    public static BounceRun Of(Scene scene) => OfScenes.GetValue(scene, static each =>
    {
        ImmutableArray<SceneObject> bouncing = [.. each.Bouncing()];
        if (bouncing.IsEmpty) return new BounceRun(each, bouncing, []);
        PlaceTies.CheckOnce(each);
        var decisive = Decisive.Of(each, RestsOn.Place(each, bouncing[0].Id));
        if (Known.TryGetValue(bouncing[0], out var known) && known._decisive.AsSpan().SequenceEqual(decisive.AsSpan())) return known;
        var run = new BounceRun(each, bouncing, decisive);
        Known.AddOrUpdate(bouncing[0], run);
        return run;
    });

    /// <summary>Where an object has fallen to in the world, at each of the times; null where it does not fall.</summary>
    public Vector?[] Places(SceneObject thing, FrameTimes times)
    {
        var at = 0;
        while (at < _bouncing.Length && _bouncing[at].Id != thing.Id) at++;
        if (at == _bouncing.Length) return new Vector?[times.Count];
        // All are worked out together, and asked for one by one.
        var answer = _told.GetOrCreateValue(times);
        lock (answer) return (answer.Places ??= Told(times))[at];
    }

    private Vector?[][] Told(FrameTimes times)
    {
        var told = new Vector?[_bouncing.Length][];
        for (var i = 0; i < told.Length; i++) told[i] = new Vector?[times.Count];
        for (var from = 0; from < times.Count;)
        {
            var count = Grid.RunFrom(times.Played, from, out var block);
            if (block == LooseGrid.MostBlocks) Lie(told, from, count, times.Stop);
            else if (block >= 0) Tell(told, times.Played.Slice(from, count), from, block, times.Stop);
            from += count;
        }
        return told;
    }

    /// <summary>Beyond what is worked out all lie where they were.</summary>
    private void Lie(Vector?[][] told, int from, int count, CancellationToken stop)
    {
        var state = Start(LooseGrid.MostBlocks, stop);
        for (var b = 0; b < _bouncing.Length; b++)
            if (state.Falls[b]) told[b].AsSpan(from, count).Fill(state.Balls[b].At);
    }

    private void Tell(Vector?[][] told, ReadOnlySpan<double> asked, int from, long block, CancellationToken stop)
    {
        var there = Around(block, asked, stop);
        var state = Start(block, stop);
        var at = 0;
        for (var i = 0; i < asked.Length; i++)
        {
            if (i > 0 && asked[i] < asked[i - 1]) (at, state) = (0, Start(block, stop));
            at = Walk(there, state, at, Grid.PlaceOf(asked[i]));
            var seconds = (asked[i] - Grid.TimeOf(Grid.PlaceOf(asked[i]))) / (LooseGrid.Step / LooseGrid.Seconds);
            for (var b = 0; b < _bouncing.Length; b++)
                if (state.Falls[b]) told[b][from + i] = (seconds > 0 ? state.Balls[b].Flown(seconds, there.RulesOf(b, at)) : state.Balls[b]).At;
        }
    }

    protected override double[] First(CancellationToken stop)
    {
        var around = new BounceRoom(_scene, _bouncing, _still, new FrameTimes(_scene, [Grid.TimeOf(-1), Grid.TimeOf(0)]) { Stop = stop });
        var state = new State(_bouncing.Length, _still.Length);
        for (var b = 0; b < _bouncing.Length; b++) Keyed(around, state, b, 1);
        return state.Packed();
    }

    protected override double[] Walked(long block, double[] start, CancellationToken stop)
    {
        var last = (block + 1) * LooseGrid.Block;
        var state = new State(start, _bouncing.Length, _still.Length);
        Walk(Around(block, [Grid.TimeOf(last)], stop), state, 0, last);
        return state.Packed();
    }

    private State Start(long block, CancellationToken stop) => new(StartOf(block, stop), _bouncing.Length, _still.Length);

    /// <summary>What is around the balls from the start of a block on, as far as it is asked for; with the place before, from which speeds are told.</summary>
    private BounceRoom Around(long block, ReadOnlySpan<double> asked, CancellationToken stop)
    {
        var first = block * LooseGrid.Block;
        var last = first;
        foreach (var time in asked) last = Math.Max(last, Grid.PlaceOf(time));
        var places = new double[last - first + 2];
        for (var i = 0; i < places.Length; i++) places[i] = Grid.TimeOf(first - 1 + i);
        return new BounceRoom(_scene, _bouncing, _still, new FrameTimes(_scene, places) { Stop = stop }) { First = first - 1 };
    }

    /// <summary>Goes on to a place; <paramref name="at"/> is where in the room it is, and 0 is the start of the block.</summary>
    private int Walk(BounceRoom room, State state, int at, long to)
    {
        at = Math.Max(at, 1);
        var isSteady = room.IsSteady;
        Ball[]? last = null;
        while (room.First + at < to)
        {
            at++;
            if ((at & 63) == 0) room.Stop.ThrowIfCancellationRequested();
            var lies = 0.0;
            for (var b = 0; b < _bouncing.Length; b++)
            {
                var rules = room.RulesOf(b, at);
                (state.Radii[b], state.Restitutions[b]) = (rules.Radius, rules.Restitution);
                lies = Math.Max(lies, 2 * rules.Lies);
                if (state.Falls[b] && room.Falls(b, at)) state.Balls[b] = state.Balls[b].Flown(LooseGrid.Seconds, rules);
                else Keyed(room, state, b, at);
            }
            for (var s = 0; s < _still.Length; s++) (state.Balls[_bouncing.Length + s], state.Radii[_bouncing.Length + s]) = room.Still(s, at);
            BallMeeting.Meet(state.Balls, state.Radii, state.Falls, state.Restitutions, lies, state.Order, _meets);
            // Where all lie and nothing else changes, they go on lying.
            if (!isSteady) continue;
            if ((at & 31) == 0) last = [.. state.Balls];
            else if ((at & 31) == 1 && last is not null && state.Balls.AsSpan().SequenceEqual(last)) return (int)(to - room.First);
        }
        return at;
    }

    private static void Keyed(BounceRoom room, State state, int b, int at)
    {
        state.Balls[b] = room.Keyed(b, at);
        state.Falls[b] = room.Falls(b, at);
    }

    /// <summary>What has been told of some times.</summary>
    private sealed class Answer
    {
        public Vector?[][]? Places { get; set; }
    }

    /// <summary>The balls at one place of the grid.</summary>
    private sealed class State(int bouncing, int still)
    {
        public State(double[] packed, int bouncing, int still) : this(bouncing, still)
        {
            for (var b = 0; b < bouncing; b++)
            {
                var from = packed.AsSpan(b * Numbers, Numbers);
                Falls[b] = from[0] != 0;
                Balls[b] = new(new(from[1], from[2], from[3]), new(from[4], from[5], from[6]));
            }
        }

        public Ball[] Balls { get; } = new Ball[bouncing + still];

        /// <summary>Whether each falls; what stands still never does.</summary>
        public bool[] Falls { get; } = new bool[bouncing + still];

        public double[] Radii { get; } = new double[bouncing + still];

        public double[] Restitutions { get; } = new double[bouncing + still];

        public int[] Order { get; } = [.. Enumerable.Range(0, bouncing + still)];

        public double[] Packed()
        {
            var packed = new double[bouncing * Numbers];
            for (var b = 0; b < bouncing; b++)
            {
                var (at, way) = (Balls[b].At, Balls[b].Way);
                ReadOnlySpan<double> numbers = [Falls[b] ? 1 : 0, at.X, at.Y, at.Z, way.X, way.Y, way.Z];
                numbers.CopyTo(packed.AsSpan(b * Numbers));
            }
            return packed;
        }
    }
}
