using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Time;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <summary>Which tabs watch which scene, and which frames each has samples of. Passes every change on to them.</summary>
public sealed class Watchers
{
    private readonly ConcurrentDictionary<string, Watcher> _byConnection = new();
    private readonly IHubContext<SceneHub> _hub;
    private readonly SceneSessions _sessions;

    public Watchers(IHubContext<SceneHub> hub, SceneSessions sessions)
    {
        (_hub, _sessions) = (hub, sessions);
        sessions.Changed += Send;
    }

    public SceneSession Open(string connection, long scene)
    {
        Close(connection);
        var session = _sessions.Watch(scene);
        _byConnection[connection] = new Watcher(scene, null);
        return session;
    }

    public void Look(string connection, long scene, FrameRange frames) => _byConnection[connection] = new Watcher(scene, frames);

    public FrameRange? FramesOf(string connection) => _byConnection.GetValueOrDefault(connection)?.Frames;

    public void Close(string connection)
    {
        if (_byConnection.TryRemove(connection, out var watcher)) _sessions.Unwatch(watcher.Scene);
    }

    /// <summary>Tells the tabs of a scene that it has been deleted.</summary>
    public void SendGone(long scene)
    {
        foreach (var (connection, watcher) in _byConnection)
            if (watcher.Scene == scene) _ = _hub.Clients.Client(connection).SendAsync("gone", scene);
    }

    // The session is held while this runs, so that tabs hear of changes in their order; sending itself is queued by the hub.
    private void Send(SceneSession session, Kept kept)
    {
        var rows = SceneWire.Rows(kept.Change);
        var stale = kept.Change.Stale(kept.Scene);
        var byFrames = new Dictionary<FrameRange, BlockMessage[]>();
        foreach (var (connection, watcher) in _byConnection)
        {
            if (watcher.Scene != session.Id) continue;
            var blocks = Array.Empty<BlockMessage>();
            if (watcher.Frames is { } frames && stale.Count > 0 && !byFrames.TryGetValue(frames, out blocks!))
                byFrames[frames] = blocks = [.. Sampler.Blocks(kept.Scene, stale, frames).Select(SceneWire.Block)];
            var entry = kept.Entry is null ? null : HistoryMessage.Of(kept.Entry);
            _ = _hub.Clients.Client(connection).SendAsync("changed",
                new ChangeMessage(session.Id, kept.Revision, kept.Position, entry, rows, blocks));
        }
    }

    private sealed record Watcher(long Scene, FrameRange? Frames);
}
