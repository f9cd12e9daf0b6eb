using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Gives an object under another parent the values that keep it where it was.</summary>
internal sealed class KeptPlace
{
    /// <summary>Longest scene whose motion is written down, in frames.</summary>
    public const int MostFrames = 20_000;

    private const int MostShared = 16;

    private readonly Scene _before, _after;
    private readonly TimeFlow _flow;
    private readonly Dictionary<string, KeptWorlds> _keyed = [];
    private readonly KeptWorlds _still;

    /// <param name="before">The scene with the old parents.</param>
    /// <param name="after">The scene with the new ones, values as they were.</param>
    /// <param name="now">The played moment at which still objects keep their places.</param>
    /// <exception cref="Refusal">Something would carry itself under its new parent, or rest on itself.</exception>
    public KeptPlace(Scene before, Scene after, Tick now)
    {
        // Before anything is evaluated, which would go round for ever.
        SceneTies.CarryNoCircle(after);
        // What a cue watched may be gone.
        after = after.WithoutLost(before);
        (_before, _after, _flow) = (before, after, new TimeFlow(before));
        // All still objects are looked at at the same moment, so that what carries them is worked out once.
        _still = new KeptWorlds(before, after, [now.Value]);
    }

    /// <summary>The played moments of all frames of a scene, in ticks, for a motion that is kept.</summary>
    /// <exception cref="Refusal">They are too many.</exception>
    public static double[] AllFrames(Scene scene)
    {
        var range = scene.Settings.Range;
        if (range.Count > MostFrames) throw new Refusal("keepMotion", $"a scene of {range.Count} frames is too long for a key on each; {MostFrames} are the most");
        return [.. Enumerable.Range(0, (int)range.Count).Select(i => (double)scene.Rate.StartOf(range.First + i).Value)];
    }

    /// <summary>The object with the values that keep it where it was.</summary>
    /// <remarks>
    /// A keyed object keeps its place at each moment at which one of its keys is played, whatever warps lie over it and
    /// over what carries it. A parent scaled unevenly can shear its children; no position, rotation and scale says that,
    /// and the nearest without shear is taken.
    /// </remarks>
    /// <param name="id">Which object.</param>
    /// <param name="more">Played moments, in ticks, at which it is kept as well, each with a key.</param>
    public SceneObject Of(ObjectId id, params ReadOnlySpan<double> more)
    {
        var thing = _after.Object(id);
        var specs = WorldSampler.TransformOf(thing);
        foreach (var spec in specs) thing.Unlocked(spec.Name, "objects");
        var moments = Moments(thing, specs, more);
        if (moments.Length == 0)
        {
            var place = _still.Values(thing);
            for (var i = 0; i < specs.Length; i++) thing = thing.WithChannel(specs[i].Name, new Channel(specs[i].Within(place[i][0])));
            return thing;
        }
        // Objects keyed at the same times share what carries them.
        var shared = string.Join(' ', moments);
        if (!_keyed.TryGetValue(shared, out var worlds))
        {
            if (_keyed.Count > MostShared) _keyed.Clear();
            _keyed[shared] = worlds = new KeptWorlds(_before, _after, moments);
        }
        var values = worlds.Values(thing);
        for (var i = 0; i < specs.Length; i++)
        {
            var (name, channel) = (specs[i].Name, thing.Channel(specs[i].Name));
            var isSteady = values[i].All(value => Math.Abs(value - values[i][0]) <= 1e-9 * Math.Max(1, Math.Abs(value)));
            var curve = CurveRef.Of(id, name);
            thing = thing.WithChannel(name, isSteady && channel.Curve is null
                ? new Channel(specs[i].Within(values[i][0]))
                : channel with { Curve = Keyed(channel.Curve, [.. moments.Select(played => SeenValues.KeyedAt(_flow.SourceOf(curve, played)))], values[i], specs[i]) });
        }
        return thing;
    }

    /// <summary>The played moments at which a key of its transform is seen; of one that is never seen, its own time.</summary>
    private double[] Moments(SceneObject thing, ImmutableArray<ChannelSpec> specs, ReadOnlySpan<double> more)
    {
        var moments = new SortedSet<double>(more.ToArray());
        foreach (var spec in specs)
        {
            if (thing.Channel(spec.Name).Curve is not { } curve) continue;
            var address = CurveRef.Of(thing.Id, spec.Name);
            foreach (var key in curve.Keys) moments.Add(_flow.PlayedOf(address, key.Time.Value) ?? key.Time.Value);
        }
        return [.. moments];
    }

    /// <summary>A key at each time; those that were there keep their in and out.</summary>
    private static Curve Keyed(Curve? known, List<Tick> times, double[] values, ChannelSpec spec)
    {
        var keys = new SortedDictionary<Tick, Key>();
        for (var i = 0; i < times.Count; i++)
            keys[times[i]] = known?.IndexOf(times[i]) is { } at and >= 0
                ? known.Keys[at] with { Value = spec.Within(values[i]) }
                : new Key(times[i], spec.Within(values[i]));
        return new Curve([.. keys.Values], known?.Before ?? Extrapolation.Hold, known?.After ?? Extrapolation.Hold);
    }
}
