using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>What is around balls on a run of places of the grid: where keys put them, by what they fall, and what stands in their way. Worked out as it is asked for.</summary>
internal sealed class BounceRoom
{
    private readonly Scene _scene;
    private readonly FrameTimes _times;
    private readonly ImmutableArray<SceneObject> _bouncing;
    private readonly Vector[]?[] _keyed;
    private readonly double[][][] _rules;
    private readonly double[][] _falling, _radii;
    private readonly Vector[][] _still;

    public BounceRoom(Scene scene, ImmutableArray<SceneObject> bouncing, ImmutableArray<SceneObject> still, FrameTimes times)
    {
        (_scene, _times, _bouncing) = (scene, times, bouncing);
        var moment = new FrameTimes(scene, [times.Played[0]]) { Stop = times.Stop };
        // One value where nothing moves it.
        double[] Of(SceneObject thing, string channel) => Stages.Values(thing, channel, Stages.Moves(thing, channel, moment) ? times : moment);
        string[] names = [Bounce.Gravity, Bounce.Restitution, Bounce.Friction, Bounce.Ground, Bounce.Radius];
        _rules = [.. bouncing.Select(thing => Array.ConvertAll(names, name => Of(thing, name)))];
        _falling = [.. bouncing.Select(thing => Of(thing, Bounce.Falling))];
        _keyed = new Vector[]?[bouncing.Length];
        if (still.IsEmpty) (_still, _radii) = ([], []);
        else
        {
            var worlds = WorldSampler.For(times);
            _still = [.. still.Select(thing => worlds.Origins(thing.Id))];
            _radii = [.. still.Select(thing => Radii(thing, worlds, times.Count, Of))];
        }
    }

    /// <summary>Whether all fall all the time, and nothing changes by what they do or what stands in their way.</summary>
    public bool IsSteady => _still.Length == 0 && _falling.All(each => each is [>= 0.5]) && _rules.All(each => each.All(rule => rule.Length == 1));

    /// <summary>The place of the grid that the first moment is.</summary>
    public long First { get; init; }

    /// <summary>Ends it early.</summary>
    public CancellationToken Stop => _times.Stop;

    /// <summary>Whether a ball is let fall.</summary>
    public bool Falls(int b, int at) => At(_falling[b], at) >= 0.5;

    /// <summary>By what it falls.</summary>
    public BallRules RulesOf(int b, int at)
    {
        var rules = _rules[b];
        return new(At(rules[0], at), At(rules[1], at), At(rules[2], at), At(rules[3], at), At(rules[4], at));
    }

    /// <summary>Where its keys put it, and how fast they moved it since the place before.</summary>
    public Ball Keyed(int b, int at)
    {
        var places = _keyed[b] ??= Origins(_bouncing[b]);
        return new(places[at], (places[at] - places[at - 1]) * (1 / LooseGrid.Seconds));
    }

    /// <summary>Where something stands that is bounced off, how fast it goes, and how large it is.</summary>
    public (Ball Ball, double Radius) Still(int s, int at) => (new(_still[s][at], (_still[s][at] - _still[s][at - 1]) * (1 / LooseGrid.Seconds)), At(_radii[s], at));

    private Vector[] Origins(SceneObject thing)
    {
        using var rows = new ChannelRows(thing, [.. Lag.Place.Select(name => thing.Spec(name, "channel"))], _times.Count);
        Stages.EvaluateBefore<BounceStage>(rows, _times);
        var around = WorldSampler.For(_times).Around(thing);
        var origins = new Vector[_times.Count];
        for (var i = 0; i < origins.Length; i++)
        {
            var own = new Vector(rows[0][i], rows[1][i], rows[2][i]);
            origins[i] = around is null ? own : around[i].Point(own);
        }
        return origins;
    }

    /// <summary>As large as its shape, scaled as it is and as what carries it; or as it bounces itself, where it could.</summary>
    private static double[] Radii(SceneObject thing, WorldSampler worlds, int count, Func<SceneObject, string, double[]> values)
    {
        if (thing.Bounce is not null) return values(thing, Bounce.Radius);
        var (around, scale) = (worlds.Around(thing), Array.ConvertAll(["scale.x", "scale.y", "scale.z"], name => values(thing, name)));
        var shape = new Dictionary<string, double[]>();
        var radii = new double[count];
        for (var i = 0; i < count; i++)
        {
            var (x, y, z) = around?[i].Scale ?? (1, 1, 1);
            var here = i;
            radii[i] = (Math.Abs(At(scale[0], i) * x) + Math.Abs(At(scale[1], i) * y) + Math.Abs(At(scale[2], i) * z)) / 3
                * BallSize.About(thing, name => At(shape.TryGetValue(name, out var known) ? known : shape[name] = values(thing, name), here));
        }
        return radii;
    }

    private static double At(double[] values, int at) => values.Length == 1 ? values[0] : values[at];
}
