using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>World transforms of objects: each object's own, inside its parent's, inside that one's, and so on.</summary>
public sealed class WorldSampler(Scene scene, FrameTimes times)
{
    // About 50 MB; what is not kept is worked out again.
    private const int MostKept = 500_000;

    private static readonly string[] Channels = ["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z", "scale.x", "scale.y", "scale.z"];

    private readonly Dictionary<ObjectId, Transform[]> _worlds = [];

    /// <summary>The world transform at each of the times.</summary>
    public Transform[] Worlds(ObjectId id)
    {
        // Parents can be as many as objects: they are walked, not called.
        var chain = new Stack<SceneObject>();
        Transform[]? worlds = null;
        foreach (var thing in scene.WithAncestors(id))
        {
            if (_worlds.TryGetValue(thing.Id, out worlds)) break;
            chain.Push(thing);
        }
        while (chain.TryPop(out var thing))
        {
            var inner = Locals(thing);
            if (worlds is not null)
                for (var i = 0; i < inner.Length; i++) inner[i] = worlds[i] * inner[i];
            worlds = inner;
            if ((_worlds.Count + 1L) * times.Count > MostKept) _worlds.Clear();
            _worlds[thing.Id] = worlds;
        }
        return worlds!;
    }

    private Transform[] Locals(SceneObject thing)
    {
        times.Stop.ThrowIfCancellationRequested();
        var locals = new Transform[times.Count];
        if (IsStill(thing))
        {
            double Still(string channel) => thing.Channel(channel).Still;
            Array.Fill(locals, Transform.Of(
                (Still("position.x"), Still("position.y"), Still("position.z")), (Still("rotation.x"), Still("rotation.y"), Still("rotation.z")),
                (Still("scale.x"), Still("scale.y"), Still("scale.z")), thing.RotationOrder));
            return locals;
        }
        double[] Values(string channel) => Sampler.Values(thing, channel, times);
        double[] mx = Values("position.x"), my = Values("position.y"), mz = Values("position.z");
        double[] tx = Values("rotation.x"), ty = Values("rotation.y"), tz = Values("rotation.z");
        double[] sx = Values("scale.x"), sy = Values("scale.y"), sz = Values("scale.z");
        for (var i = 0; i < locals.Length; i++)
            locals[i] = Transform.Of((mx[i], my[i], mz[i]), (tx[i], ty[i], tz[i]), (sx[i], sy[i], sz[i]), thing.RotationOrder);
        return locals;
    }

    private bool IsStill(SceneObject thing) =>
        thing.Roll is null && times.ClipsOn(thing.Id) is null && Channels.All(name => thing.Channels.GetValueOrDefault(name)?.Curve is null);
}
