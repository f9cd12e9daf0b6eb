using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>The open scenes, one session each. Scenes that nobody watches are let go, the longest unused first.</summary>
public sealed class SceneSessions(SceneStore store)
{
    private const int KeptUnwatched = 4;

    private readonly Lock _turn = new();
    private readonly Dictionary<long, Open> _open = [];
    private long _uses;

    /// <summary>Told of every change to every scene.</summary>
    public event Action<SceneSession, Kept>? Changed;

    /// <exception cref="SceneGone">There is no such scene.</exception>
    public SceneSession Get(long id)
    {
        lock (_turn)
        {
            if (!_open.TryGetValue(id, out var open))
            {
                var session = new SceneSession(store, store.Load(id) ?? throw new SceneGone(id));
                session.Changed += (from, kept) => Changed?.Invoke(from, kept);
                _open[id] = open = new Open(session);
            }
            open.LastUse = ++_uses;
            foreach (var idle in _open.Where(o => o.Value.Watchers == 0 && o.Key != id).OrderByDescending(o => o.Value.LastUse).Skip(KeptUnwatched).ToList())
                _open.Remove(idle.Key);
            return open.Session;
        }
    }

    public SceneSession Watch(long id)
    {
        lock (_turn)
        {
            var session = Get(id);
            _open[id].Watchers++;
            return session;
        }
    }

    public void Unwatch(long id)
    {
        lock (_turn)
            if (_open.TryGetValue(id, out var open)) open.Watchers--;
    }

    /// <summary>Lets go of a scene that has been deleted.</summary>
    public void Forget(long id)
    {
        lock (_turn) _open.Remove(id);
    }

    private sealed class Open(SceneSession session)
    {
        public SceneSession Session { get; } = session;
        public int Watchers { get; set; }
        public long LastUse { get; set; }
    }
}
