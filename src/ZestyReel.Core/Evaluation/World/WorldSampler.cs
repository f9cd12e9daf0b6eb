using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>World transforms of objects: each object's own, inside that of its parent or on its path, and so on.</summary>
public sealed class WorldSampler
{
    // About 50 MB; what is not kept is worked out again.
    private const int MostKept = 500_000;

    private static readonly string[] Channels =
        ["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z", "scale.x", "scale.y", "scale.z"];

    [ThreadStatic] private static ConditionalWeakTable<FrameTimes, WorldSampler>? _mine;

    private readonly Scene _scene;
    private readonly FrameTimes _times;
    private readonly ChannelRows? _known;
    private readonly Dictionary<ObjectId, TransformRun> _worlds = [];
    private readonly HashSet<ObjectId> _turning = [];
    private long _kept;

    /// <summary>Of a scene at some moments.</summary>
    public WorldSampler(Scene scene, FrameTimes times) : this(scene, times, null)
    {
    }

    /// <summary>The same, where some channels of an object were evaluated at these moments already.</summary>
    internal WorldSampler(Scene scene, FrameTimes times, ChannelRows? known) => (_scene, _times, _known) = (scene, times, known);

    /// <summary>
    /// The one that this thread has for some moments. What lags in the world asks for what carries it while that is being
    /// worked out: it is not worked out again, for else each link of a chain would double the work.
    /// </summary>
    internal static WorldSampler For(FrameTimes times) => (_mine ??= []).GetValue(times, static each => new(each.Scene, each));

    /// <summary>The nine channels of an object's transform: position, rotation and scale, about x, y and z each.</summary>
    internal static ImmutableArray<ChannelSpec> TransformOf(SceneObject thing)
    {
        var specs = new ChannelSpec[Channels.Length];
        for (var i = 0; i < specs.Length; i++) specs[i] = thing.Spec(Channels[i], "channel");
        return ImmutableCollectionsMarshal.AsImmutableArray(specs);
    }

    /// <summary>What an object's own transform lies inside, at each of the times: the world of its parent, or its frame on a path; null where it is the world itself.</summary>
    public TransformRun? Around(SceneObject thing) => thing.Carrier is { } carrier ? Around(thing, Worlds(carrier)) : null;

    /// <summary>The world transform at each of the times.</summary>
    public TransformRun Worlds(ObjectId id)
    {
        // Parents can be as many as objects: they are walked, not called.
        var chain = new Stack<SceneObject>();
        TransformRun? worlds = null;
        foreach (var thing in _scene.WithCarriers(id))
        {
            if (_worlds.TryGetValue(thing.Id, out worlds)) break;
            chain.Push(thing);
        }
        while (chain.TryPop(out var thing))
        {
            var inner = Locals(thing);
            var outer = worlds is null ? null : Around(thing, worlds);
            if (thing.Aim is not null) inner = Aimed(Aims(thing, outer, inner), inner);
            worlds = outer is null ? inner : outer * inner;
            Keep(thing.Id, worlds);
        }
        return worlds!;
    }

    /// <summary>How an object that aims is turned before its own rotation, at each of the times.</summary>
    public Quaternion[] Aims(SceneObject thing) => Aims(thing, Around(thing), Locals(thing));

    /// <summary>Where an object's origin is in the world, however it is turned, at each of the times.</summary>
    internal Vector[] Origins(ObjectId id)
    {
        var thing = _scene.Object(id);
        var origins = new Vector[_times.Count];
        if (_worlds.TryGetValue(id, out var known))
        {
            for (var i = 0; i < origins.Length; i++) origins[i] = known[i].Origin;
            return origins;
        }
        // Not its world: two may aim at each other.
        var (outer, inner) = (Around(thing), Locals(thing));
        for (var i = 0; i < origins.Length; i++) origins[i] = outer is null ? inner[i].Origin : outer[i].Point(inner[i].Origin);
        return origins;
    }

    private Quaternion[] Aims(SceneObject thing, TransformRun? outer, TransformRun inner)
    {
        // No scene that keeps to the rules has a circle; whatever has one is not gone round in.
        if (!_turning.Add(thing.Id) || _turning.Count > 2 * PlaceTies.MostBehind) throw new Refusal("aim", $"{thing.Name} would aim at what it carries");
        var (aim, targets, weights) = (thing.Aim!, Origins(thing.Aim!.At), Stages.Values(thing, Aim.Weight, _times));
        _turning.Remove(thing.Id);
        var aims = new Quaternion[inner.Count];
        for (var i = 0; i < aims.Length; i++)
            aims[i] = Aiming.At(aim, weights[i], outer is null ? Transform.Identity : outer[i], inner[i].Origin, targets[i]);
        return aims;
    }

    private static TransformRun Aimed(Quaternion[] aims, TransformRun inner)
    {
        var aimed = new Transform[inner.Count];
        for (var i = 0; i < aimed.Length; i++) aimed[i] = (aims[i].AsTransform() * inner[i]) with { Px = inner[i].Px, Py = inner[i].Py, Pz = inner[i].Pz };
        return new(aimed);
    }

    /// <summary>What an object lies inside, given the world of what carries it.</summary>
    private TransformRun Around(SceneObject thing, TransformRun carrier)
    {
        if (thing.Follow is null) return carrier;
        var around = new Transform[_times.Count];
        var frames = Following(thing, carrier);
        for (var i = 0; i < around.Length; i++) around[i] = frames[i];
        return new(around);
    }

    /// <summary>The frames of something that follows a path, worked out as they are asked for.</summary>
    internal FollowRun Following(SceneObject thing) => Following(thing, Worlds(thing.Carrier!.Value));

    private FollowRun Following(SceneObject thing, TransformRun path)
    {
        _times.Stop.ThrowIfCancellationRequested();
        ReadOnlySpan<double> travel = _known is { } rows && rows.Object.Id == thing.Id && rows.Has(Follow.Travel) ? rows.Of(Follow.Travel) : Stages.Values(thing, Follow.Travel, _times);
        return new(_scene.Object(thing.Follow!.Path).Path!, thing.Follow, path, travel);
    }

    /// <summary>The object's transform within what it lies inside, at each of the times.</summary>
    internal TransformRun Locals(SceneObject thing)
    {
        _times.Stop.ThrowIfCancellationRequested();
        if (IsStill(thing)) return new(Still(thing), _times.Count);
        using var rows = new ChannelRows(thing, TransformOf(thing), _times.Count);
        Stages.Evaluate(rows, _times);
        Span<double> px = rows[0], py = rows[1], pz = rows[2], rx = rows[3], ry = rows[4], rz = rows[5], sx = rows[6], sy = rows[7], sz = rows[8];
        var locals = new Transform[_times.Count];
        for (var i = 0; i < locals.Length; i++)
            locals[i] = Transform.Of((px[i], py[i], pz[i]), (rx[i], ry[i], rz[i]), (sx[i], sy[i], sz[i]), thing.RotationOrder);
        return new(locals);
    }

    /// <summary>The transform of what does not move.</summary>
    private static Transform Still(SceneObject thing)
    {
        double Of(int at) => thing.Spec(Channels[at], "channel") is var spec ? spec.Within(thing.Channels.GetValueOrDefault(Channels[at])?.Still ?? spec.Default) : 0;
        return Transform.Of((Of(0), Of(1), Of(2)), (Of(3), Of(4), Of(5)), (Of(6), Of(7), Of(8)), thing.RotationOrder);
    }

    private bool IsStill(SceneObject thing)
    {
        foreach (var name in Channels)
            if (Stages.Moves(thing, name, _times)) return false;
        return true;
    }

    private void Keep(ObjectId id, TransformRun worlds)
    {
        if ((_kept += worlds.Kept) > MostKept)
        {
            _worlds.Clear();
            _kept = worlds.Kept;
        }
        _worlds[id] = worlds;
    }
}
