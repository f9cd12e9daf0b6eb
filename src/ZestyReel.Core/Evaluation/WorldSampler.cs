using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>World transforms of objects: each object's own, inside its parent's, inside that one's, and so on.</summary>
public sealed class WorldSampler(Scene scene, FrameTimes times)
{
    private readonly Dictionary<ObjectId, Transform[]> _worlds = [];

    /// <summary>The world transform at each of the times.</summary>
    public Transform[] Worlds(ObjectId id)
    {
        if (_worlds.TryGetValue(id, out var known)) return known;
        var thing = scene.Object(id);
        var worlds = Locals(thing);
        if (thing.Parent is { } parent)
        {
            var outer = Worlds(parent);
            for (var i = 0; i < worlds.Length; i++) worlds[i] = outer[i] * worlds[i];
        }
        return _worlds[id] = worlds;
    }

    private Transform[] Locals(SceneObject thing)
    {
        double[] Values(string channel) => Sampler.Values(thing, channel, times);
        double[] mx = Values("move.x"), my = Values("move.y"), mz = Values("move.z");
        double[] tx = Values("turn.x"), ty = Values("turn.y"), tz = Values("turn.z");
        double[] sx = Values("size.x"), sy = Values("size.y"), sz = Values("size.z");
        var locals = new Transform[times.Count];
        for (var i = 0; i < locals.Length; i++)
            locals[i] = Transform.Of((mx[i], my[i], mz[i]), (tx[i], ty[i], tz[i]), (sx[i], sy[i], sz[i]), thing.TurnOrder);
        return locals;
    }
}
