using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>
/// The open scenes, one session each and never two of one scene. A session lives while somebody uses it, be it a request
/// or a tab; the few used last are kept a while longer.
/// </summary>
public sealed class SceneSessions(SceneStore store)
{
    private const int KeptUnused = 4;

    private readonly Lock _turn = new();
    private readonly Dictionary<long, Open> _open = [];
    private long _uses;

    /// <summary>Told of every change to every scene.</summary>
    public event Action<SceneSession, Kept>? Changed;

    /// <summary>A scene to work on, until the use is disposed of. Other scenes are not held up while this one is read.</summary>
    /// <exception cref="SceneGone">There is no such scene.</exception>
    public SceneUse Use(long id)
    {
        Open open;
        lock (_turn)
        {
            if (!_open.TryGetValue(id, out open!)) _open[id] = open = new Open(() => Load(id));
            open.Uses++;
            open.LastUse = ++_uses;
        }
        try
        {
            return new SceneUse(open.Session.Value, () => Done(id, open));
        }
        catch
        {
            Done(id, open);
            // Not to be read again by those who wait for the same failure.
            lock (_turn)
                if (_open.GetValueOrDefault(id) == open) _open.Remove(id);
            throw;
        }
    }

    /// <summary>Lets go of a scene that has been deleted. Whoever still uses it can keep nothing more in it.</summary>
    public void Forget(long id)
    {
        lock (_turn) _open.Remove(id);
    }

    private SceneSession Load(long id)
    {
        var session = new SceneSession(store, store.Load(id) ?? throw new SceneGone(id));
        session.Changed += (from, kept) => Changed?.Invoke(from, kept);
        return session;
    }

    private void Done(long id, Open open)
    {
        lock (_turn)
        {
            open.Uses--;
            foreach (var idle in _open.Where(o => o.Value.Uses == 0).OrderByDescending(o => o.Value.LastUse).Skip(KeptUnused).ToList())
                _open.Remove(idle.Key);
        }
    }

    private sealed class Open(Func<SceneSession> load)
    {
        /// <summary>The session, loaded when it is first asked for.</summary>
        public Lazy<SceneSession> Session { get; } = new(load);
        /// <summary>How many use it now.</summary>
        public int Uses { get; set; }
        /// <summary>Which use its last one was, counted over all scenes.</summary>
        public long LastUse { get; set; }
    }
}
