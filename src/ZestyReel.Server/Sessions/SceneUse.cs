namespace ZestyReel.Server.Sessions;

/// <summary>Somebody works on a scene; as long as this is not disposed of, its session stays.</summary>
public sealed class SceneUse(SceneSession session, Action done) : IDisposable
{
    private int _isDone;

    /// <summary>The session in use.</summary>
    public SceneSession Session { get; } = session;

    /// <summary>The scene at this moment.</summary>
    public SceneState State => Session.State;

    /// <inheritdoc/>
    public void Dispose()
    {
        if (Interlocked.Exchange(ref _isDone, 1) == 0) done();
    }
}
