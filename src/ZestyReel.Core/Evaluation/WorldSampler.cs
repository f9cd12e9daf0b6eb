using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>World transforms of objects: each object's own, inside its parent's, inside that one's, and so on.</summary>
public sealed class WorldSampler(Scene scene, FrameTimes times)
{
    // About 50 MB; what is not kept is worked out again.
    private const int MostKept = 500_000;

    private static readonly string[] Channels = ["move.x", "move.y", "move.z", "turn.x", "turn.y", "turn.z", "size.x", "size.y", "size.z"];

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
                (Still("move.x"), Still("move.y"), Still("move.z")), (Still("turn.x"), Still("turn.y"), Still("turn.z")),
                (Still("size.x"), Still("size.y"), Still("size.z")), thing.TurnOrder));
            return locals;
        }
        double[] Values(string channel) => Sampler.Values(thing, channel, times);
        double[] mx = Values("move.x"), my = Values("move.y"), mz = Values("move.z");
        double[] tx = Values("turn.x"), ty = Values("turn.y"), tz = Values("turn.z");
        double[] sx = Values("size.x"), sy = Values("size.y"), sz = Values("size.z");
        for (var i = 0; i < locals.Length; i++)
            locals[i] = Transform.Of((mx[i], my[i], mz[i]), (tx[i], ty[i], tz[i]), (sx[i], sy[i], sz[i]), thing.TurnOrder);
        return locals;
    }

    private bool IsStill(SceneObject thing) =>
        thing.Roll is null && times.ClipsOn(thing.Id) is null && Channels.All(name => thing.Channels.GetValueOrDefault(name)?.Curve is null);
}
