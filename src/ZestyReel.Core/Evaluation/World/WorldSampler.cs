using System.Collections.Immutable;
using System.Runtime.InteropServices;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>World transforms of objects: each object's own, inside that of its parent or on its path, and so on.</summary>
public sealed class WorldSampler(Scene scene, FrameTimes times)
{
    // About 50 MB; what is not kept is worked out again.
    private const int MostKept = 500_000;

    private static readonly string[] Channels =
        ["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z", "scale.x", "scale.y", "scale.z"];

    private readonly Dictionary<ObjectId, Transform[]> _worlds = [];
    private readonly HashSet<ObjectId> _turning = [];
    private (ObjectId Id, Transform[] Around)? _lastAround;

    /// <summary>The nine channels of an object's transform: position, rotation and scale, about x, y and z each.</summary>
    internal static ImmutableArray<ChannelSpec> TransformOf(SceneObject thing)
    {
        var specs = new ChannelSpec[Channels.Length];
        for (var i = 0; i < specs.Length; i++) specs[i] = thing.Spec(Channels[i], "channel");
        return ImmutableCollectionsMarshal.AsImmutableArray(specs);
    }

    /// <summary>What an object's own transform lies inside, at each of the times: the world of its parent, or its frame on a path; null where it is the world itself.</summary>
    public Transform[]? Around(SceneObject thing) => thing.Carrier is { } carrier ? Around(thing, Worlds(carrier)) : null;

    /// <summary>The world transform at each of the times.</summary>
    public Transform[] Worlds(ObjectId id)
    {
        // Parents can be as many as objects: they are walked, not called.
        var chain = new Stack<SceneObject>();
        Transform[]? worlds = null;
        foreach (var thing in scene.WithCarriers(id))
        {
            if (_worlds.TryGetValue(thing.Id, out worlds)) break;
            chain.Push(thing);
        }
        while (chain.TryPop(out var thing))
        {
            var inner = Locals(thing);
            var outer = worlds is null ? null : Around(thing, worlds);
            if (thing.Aim is not null)
            {
                var aims = Aims(thing, outer, inner);
                for (var i = 0; i < inner.Length; i++) inner[i] = (aims[i].AsTransform() * inner[i]) with { Px = inner[i].Px, Py = inner[i].Py, Pz = inner[i].Pz };
            }
            if (outer is not null)
                for (var i = 0; i < inner.Length; i++) inner[i] = outer[i] * inner[i];
            worlds = inner;
            if ((_worlds.Count + 1L) * times.Count > MostKept) _worlds.Clear();
            _worlds[thing.Id] = worlds;
        }
        return worlds!;
    }

    /// <summary>How an object that aims is turned before its own rotation, at each of the times.</summary>
    public Quaternion[] Aims(SceneObject thing) => Aims(thing, Around(thing), Locals(thing));

    /// <summary>Where an object's origin is in the world, however it is turned, at each of the times.</summary>
    internal Vector[] Origins(ObjectId id)
    {
        var thing = scene.Object(id);
        if (_worlds.TryGetValue(id, out var known)) return Array.ConvertAll(known, world => new Vector(world.Px, world.Py, world.Pz));
        // Not its world: two may aim at each other.
        var (outer, inner) = (Around(thing), Locals(thing));
        return [.. inner.Select((local, i) => outer is null ? new Vector(local.Px, local.Py, local.Pz) : outer[i].Point(new(local.Px, local.Py, local.Pz)))];
    }

    private Quaternion[] Aims(SceneObject thing, Transform[]? outer, Transform[] inner)
    {
        // No scene that keeps to the rules has a circle; whatever has one is not gone round in.
        if (!_turning.Add(thing.Id) || _turning.Count > 2 * AimTies.MostBehind) throw new Refusal("aim", $"{thing.Name} would aim at what it carries");
        var (aim, targets, weights) = (thing.Aim!, Origins(thing.Aim!.At), Stages.Values(thing, Aim.Weight, times));
        _turning.Remove(thing.Id);
        var aims = new Quaternion[inner.Length];
        for (var i = 0; i < aims.Length; i++)
            aims[i] = Aiming.At(aim, weights[i], outer is null ? Transform.Identity : outer[i], new(inner[i].Px, inner[i].Py, inner[i].Pz), targets[i]);
        return aims;
    }

    /// <summary>What an object lies inside, given the world of what carries it.</summary>
    private Transform[] Around(SceneObject thing, Transform[] carrier)
    {
        if (thing.Follow is not { } follow) return carrier;
        // Who samples a follower asks for its frame and then for its world.
        if (_lastAround is { } last && last.Id == thing.Id) return last.Around;
        times.Stop.ThrowIfCancellationRequested();
        var frames = new PathFrames(scene.Object(follow.Path).Path!, follow);
        var travel = Stages.Values(thing, Follow.Travel, times);
        var around = new Transform[travel.Length];
        for (var i = 0; i < around.Length; i++)
            around[i] = i > 0 && travel[i] == travel[i - 1] && carrier[i] == carrier[i - 1] ? around[i - 1] : frames.At(travel[i], carrier[i]);
        _lastAround = (thing.Id, around);
        return around;
    }

    /// <summary>The object's transform within what it lies inside, at each of the times.</summary>
    private Transform[] Locals(SceneObject thing)
    {
        times.Stop.ThrowIfCancellationRequested();
        var locals = new Transform[times.Count];
        using var rows = new ChannelRows(thing, TransformOf(thing), IsStill(thing) ? Math.Min(1, times.Count) : times.Count);
        if (rows.Count < times.Count) Fill(rows, thing);
        else Stages.Evaluate(rows, times);
        Span<double> px = rows[0], py = rows[1], pz = rows[2], rx = rows[3], ry = rows[4], rz = rows[5], sx = rows[6], sy = rows[7], sz = rows[8];
        for (var i = 0; i < rows.Count; i++)
            locals[i] = Transform.Of((px[i], py[i], pz[i]), (rx[i], ry[i], rz[i]), (sx[i], sy[i], sz[i]), thing.RotationOrder);
        if (rows.Count < times.Count) Array.Fill(locals, locals[0]);
        return locals;
    }

    private static void Fill(ChannelRows rows, SceneObject thing)
    {
        for (var i = 0; i < rows.Channels.Length; i++)
            rows[i].Fill(rows.Channels[i].Within(thing.Channels.GetValueOrDefault(Channels[i])?.Still ?? rows.Channels[i].Default));
    }

    private bool IsStill(SceneObject thing)
    {
        foreach (var name in Channels)
            if (Stages.Moves(thing, name, times)) return false;
        return true;
    }
}
