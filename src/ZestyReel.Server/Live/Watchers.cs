using System.Collections.Concurrent;
using System.Collections.Immutable;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
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
        _byConnection[connection] = new Watcher(scene, null, []);
        return session;
    }

    public void Look(string connection, long scene, FrameRange frames) =>
        _byConnection[connection] = (_byConnection.GetValueOrDefault(connection) ?? new Watcher(scene, null, [])) with { Scene = scene, Frames = frames };

    /// <summary>From now on the tab is sent the speeds of these channels with their values.</summary>
    public void LookAtSpeeds(string connection, IEnumerable<(ObjectId Object, string Channel)> channels)
    {
        if (_byConnection.TryGetValue(connection, out var watcher))
            _byConnection[connection] = watcher with { Speeds = channels.GroupBy(c => c.Object, c => c.Channel).ToDictionary(g => g.Key, g => g.ToImmutableArray()) };
    }

    /// <summary>What is to be sampled for a tab, with the speeds that it looks at.</summary>
    public IReadOnlyList<SampleTarget> WithSpeeds(string connection, IReadOnlyList<SampleTarget> targets) =>
        _byConnection.TryGetValue(connection, out var watcher) ? watcher.WithSpeeds(targets) : targets;

    /// <summary>The scene as the tab shows it while a hand drags: what it tried last on this revision; null where nothing.</summary>
    public Scene? TriedBy(string connection, long revision) =>
        _byConnection.GetValueOrDefault(connection)?.Tried is { } tried && tried.Revision == revision ? tried.Scene : null;

    public void KeepTried(string connection, long revision, Scene tried)
    {
        if (_byConnection.TryGetValue(connection, out var watcher)) _byConnection[connection] = watcher with { Tried = (revision, tried) };
    }

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
        var rows = SceneWire.Rows(kept.Change, kept.Scene);
        var stale = kept.Change.Stale(kept.Scene);
        var clips = kept.Change.StaleClips(kept.Scene);
        var byFrames = new Dictionary<FrameRange, BlockMessage[]>();
        BlockMessage[] Sampled(IReadOnlyList<SampleTarget> targets, FrameRange frames) => SceneWire.Blocks(kept.Scene, targets, clips, frames, kept.Change.ChangesTime);
        foreach (var (connection, watcher) in _byConnection)
        {
            if (watcher.Scene != session.Id) continue;
            var blocks = Array.Empty<BlockMessage>();
            if (watcher.Frames is { } frames && (stale.Count > 0 || clips.Count > 0 || kept.Change.ChangesTime))
            {
                // Tabs that look at the same share what is sampled; speeds are each tab's own.
                if (watcher.Speeds.Count > 0) blocks = Sampled(watcher.WithSpeeds(stale), frames);
                else if (!byFrames.TryGetValue(frames, out blocks!)) byFrames[frames] = blocks = Sampled(stale, frames);
            }
            var entry = kept.Entry is null ? null : HistoryMessage.Of(kept.Entry);
            _ = _hub.Clients.Client(connection).SendAsync("changed",
                new ChangeMessage(session.Id, kept.Revision, kept.Position, entry, rows, blocks));
        }
    }

    private sealed record Watcher(long Scene, FrameRange? Frames, Dictionary<ObjectId, ImmutableArray<string>> Speeds)
    {
        public (long Revision, Scene Scene)? Tried { get; init; }

        public IReadOnlyList<SampleTarget> WithSpeeds(IReadOnlyList<SampleTarget> targets) => Speeds.Count == 0
            ? targets
            : [.. targets.Select(t => Speeds.TryGetValue(t.Object.Id, out var channels) ? t with { Speeds = channels } : t)];
    }
}
