using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Live;

/// <summary>The tabs that are open, and what each of them is told.</summary>
public sealed class Tabs(IHubContext<SceneHub> hub, SceneSessions sessions, Work work)
{
    private readonly ConcurrentDictionary<string, TabFeed> _byConnection = new();

    /// <summary>Opens a scene in a tab, in place of the one that it had open.</summary>
    /// <exception cref="SceneGone">There is no such scene.</exception>
    internal TabFeed Open(string connection, long scene, Origin who)
    {
        var feed = new TabFeed(hub.Clients.Client(connection), sessions.Use(scene), who, work, () => ReachOf(who, scene));
        TabFeed? before = null;
        _byConnection.AddOrUpdate(connection, feed, (_, old) =>
        {
            before = old;
            return feed;
        });
        before?.Dispose();
        return feed;
    }

    /// <summary>What a tab is told; null where it has no scene open, or another one.</summary>
    internal TabFeed? Of(string connection, long scene) =>
        _byConnection.GetValueOrDefault(connection) is { } feed && feed.Scene == scene ? feed : null;

    /// <summary>Whose changes somebody's undo reaches in a scene, as others have it open or not.</summary>
    public Reach ReachOf(Origin who, long scene) =>
        new(who.Author, _byConnection.Values.Where(feed => feed.Scene == scene).Select(feed => feed.Who.Author).OfType<string>().ToHashSet());

    /// <summary>Forgets a tab, and lets go of its scene.</summary>
    public void Close(string connection)
    {
        if (_byConnection.TryRemove(connection, out var feed)) feed.Dispose();
    }

    /// <summary>Tells the tabs of a scene that it has been deleted.</summary>
    public void SendGone(long scene)
    {
        foreach (var (connection, feed) in _byConnection)
            if (feed.Scene == scene) _ = hub.Clients.Client(connection).SendAsync("gone", scene);
    }
}
