using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Gives an object under another parent the values that keep it where it was.</summary>
internal sealed class KeptPlace
{
    private static readonly string[] Names =
        [.. new[] { "position", "rotation", "scale" }.SelectMany(group => new[] { "x", "y", "z" }.Select(axis => $"{group}.{axis}"))];

    private const int MostShared = 16;

    private readonly Scene _after;
    private readonly Dictionary<string, Worlds> _keyed = [];
    private readonly Worlds _still;
    private readonly Scene _sourceBefore, _sourceAfter;

    /// <param name="before">The scene with the old parents.</param>
    /// <param name="after">The scene with the new ones, values as they were.</param>
    /// <param name="now">The played moment at which still objects keep their places.</param>
    public KeptPlace(Scene before, Scene after, Tick now)
    {
        _after = after;
        // All still objects are looked at at the same moment, so that what carries them is worked out once.
        _still = new Worlds(before, after, [now.Value]);
        (_sourceBefore, _sourceAfter) = (before with { Warps = before.Warps.Clear() }, after with { Warps = after.Warps.Clear() });
    }

    /// <summary>The object with the values that keep it where it was.</summary>
    /// <remarks>
    /// Keys stand in source time, so keyed objects are looked at without warps. A parent sized unevenly can shear its
    /// children; no position, rotation and scale says that, and the nearest without shear is taken.
    /// </remarks>
    public SceneObject Of(ObjectId id)
    {
        var thing = _after.Object(id);
        foreach (var name in Names) thing.Unlocked(name, "objects");
        var times = Names.Select(name => thing.Channel(name).Curve).OfType<Curve>()
            .SelectMany(curve => curve.Keys.Select(key => key.Time)).Distinct().Order().ToList();
        if (times.Count == 0)
        {
            var place = _still.Values(thing);
            return Names.Select((name, i) => (name, value: place[i][0]))
                .Aggregate(thing, (changed, c) => changed.WithChannel(c.name, new Channel(c.value)));
        }
        // Objects keyed at the same times share what carries them.
        var moments = string.Join(' ', times.Select(time => time.Value));
        if (!_keyed.TryGetValue(moments, out var worlds))
        {
            if (_keyed.Count > MostShared) _keyed.Clear();
            _keyed[moments] = worlds = new Worlds(_sourceBefore, _sourceAfter, [.. times.Select(time => (double)time.Value)]);
        }
        var values = worlds.Values(thing);
        for (var i = 0; i < Names.Length; i++)
        {
            var channel = thing.Channel(Names[i]);
            var isSteady = values[i].All(value => Math.Abs(value - values[i][0]) <= 1e-9 * Math.Max(1, Math.Abs(value)));
            thing = thing.WithChannel(Names[i], isSteady && channel.Curve is null
                ? new Channel(values[i][0])
                : channel with { Curve = Keyed(channel.Curve, times, values[i]) });
        }
        return thing;
    }

    /// <summary>A key at each time; those that were there keep their in and out.</summary>
    private static Curve Keyed(Curve? known, List<Tick> times, double[] values)
    {
        var keys = times.Select((time, i) => known?.IndexOf(time) is { } at and >= 0
            ? known.Keys[at] with { Value = values[i] }
            : new Key(time, values[i]));
        return new Curve([.. keys], known?.Before ?? Extrapolation.Hold, known?.After ?? Extrapolation.Hold);
    }

    /// <summary>What is where at some times, before and after.</summary>
    private sealed class Worlds(Scene before, Scene after, double[] ticks)
    {
        private readonly FrameTimes _before = new(before, ticks), _after = new(after, ticks);
        private WorldSampler? _worldsBefore, _worldsAfter;

        /// <summary>Nine rows of values, one for each channel, at each of the times.</summary>
        public double[][] Values(SceneObject thing)
        {
            var worlds = (_worldsBefore ??= new WorldSampler(before, _before)).Worlds(thing.Id);
            var parents = thing.Parent is { } parent ? (_worldsAfter ??= new WorldSampler(after, _after)).Worlds(parent) : null;
            var rotationsBefore = new[] { "rotation.x", "rotation.y", "rotation.z" }.Select(name => Sampler.Values(before.Object(thing.Id), name, _before)).ToArray();
            var rows = Enumerable.Range(0, 9).Select(_ => new double[ticks.Length]).ToArray();
            for (var i = 0; i < ticks.Length; i++)
            {
                var local = worlds[i];
                if (parents is not null)
                    local = (parents[i].Inverse() ?? throw new Refusal("parent", "the new parent has no size on one of its keys; nothing can keep its place under it")) * local;
                var (position, rotation, scale) = (local.Position, local.Rotation(thing.RotationOrder), local.Scale);
                double[] values = [position.X, position.Y, position.Z, rotation.X, rotation.Y, rotation.Z, scale.X, scale.Y, scale.Z];
                for (var c = 0; c < 9; c++) rows[c][i] = values[c];
                // A rotation goes on from the one before it as it did, so that no key winds the object round once more.
                double Expected(int axis) => i == 0 ? rotationsBefore[axis][0] : rows[3 + axis][i - 1] + rotationsBefore[axis][i] - rotationsBefore[axis][i - 1];
                var nearest = Transform.NearestRotation(rotation, (Expected(0), Expected(1), Expected(2)), thing.RotationOrder);
                (rows[3][i], rows[4][i], rows[5][i]) = nearest;
            }
            // What clips and rolling add is not a channel's own.
            for (var c = 0; c < 9; c++)
                if (Sampler.Added(thing, Names[c], _after) is { } more)
                    for (var i = 0; i < ticks.Length; i++) rows[c][i] -= more[i];
            return rows;
        }
    }
}
