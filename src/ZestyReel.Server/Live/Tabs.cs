using System.Collections.Concurrent;
using System.Collections.Immutable;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Server.Live;

/// <summary>The tabs that are open, and what each of them is told.</summary>
public sealed class Tabs(IHubContext<SceneHub> hub, SceneSessions sessions, Work work)
{
    private readonly ConcurrentDictionary<string, TabFeed> _byConnection = new();
    private readonly Lock _turn = new();
    private int _tabs;

    /// <summary>Opens a scene in a tab, in place of the one that it had open.</summary>
    /// <exception cref="SceneGone">There is no such scene.</exception>
    internal TabFeed Open(string connection, long scene, Origin who)
    {
        // Reading a scene may take a while: others open theirs meanwhile.
        var use = sessions.Use(scene);
        TabFeed? before;
        TabFeed feed;
        lock (_turn)
        {
            before = _byConnection.GetValueOrDefault(connection);
            var taken = At(scene).Where(other => other != before).Select(other => other.Mark.Colour).ToHashSet();
            var colour = Enumerable.Range(0, taken.Count + 1).First(each => !taken.Contains(each));
            feed = new TabFeed(hub.Clients.Client(connection), use, who, work, () => ReachOf(who, scene)) { Mark = (++_tabs, colour) };
            _byConnection[connection] = feed;
        }
        if (before is not null) Leave(before);
        return feed;
    }

    /// <summary>Says who is at a tab from now on.</summary>
    internal void Introduce(string connection, Origin who)
    {
        if (_byConnection.GetValueOrDefault(connection) is not { } feed) return;
        feed.Who = who;
        if (feed.Standing is not null) TellOf(feed);
    }

    /// <summary>Somebody stands at a frame, with objects selected: the other tabs hear of it, and they of the others when they say it first.</summary>
    internal void Stand(TabFeed feed, double frame, ImmutableArray<int> objects)
    {
        var isFirst = feed.Standing is null;
        feed.Standing = (frame, objects);
        TellOf(feed);
        if (!isFirst) return;
        foreach (var other in Others(feed)) feed.People.Note(Seen(other, feed));
    }

    /// <summary>What a tab is told; null where it has no scene open, or another one.</summary>
    internal TabFeed? Of(string connection, long scene) =>
        _byConnection.GetValueOrDefault(connection) is { } feed && feed.Scene == scene ? feed : null;

    /// <summary>Whose changes somebody's undo reaches in a scene, as others have it open or not.</summary>
    public Reach ReachOf(Origin who, long scene) =>
        new(who.Author, At(scene).Select(feed => feed.Who.Author).OfType<string>().ToHashSet());

    /// <summary>Forgets a tab, and lets go of its scene.</summary>
    public void Close(string connection)
    {
        if (_byConnection.TryRemove(connection, out var feed)) Leave(feed);
    }

    /// <summary>Tells the tabs of a scene that it has been deleted.</summary>
    public void SendGone(long scene)
    {
        foreach (var (connection, feed) in _byConnection)
            if (feed.Scene == scene) _ = hub.Clients.Client(connection).SendAsync("gone", scene);
    }

    /// <summary>Tells the tabs of a scene that its takes are others now.</summary>
    public void SendTakes(long scene)
    {
        foreach (var (connection, feed) in _byConnection)
            if (feed.Scene == scene) _ = hub.Clients.Client(connection).SendAsync("takes", scene);
    }

    private IEnumerable<TabFeed> At(long scene) => _byConnection.Values.Where(feed => feed.Scene == scene);

    private IEnumerable<TabFeed> Others(TabFeed feed) => At(feed.Scene).Where(other => other != feed && other.Standing is not null);

    private void TellOf(TabFeed feed)
    {
        foreach (var other in Others(feed)) other.People.Note(Seen(feed, other));
    }

    private void Leave(TabFeed feed)
    {
        foreach (var other in Others(feed)) other.People.Left(feed.Mark.Number);
        feed.Dispose();
    }

    private static PersonMessage Seen(TabFeed feed, TabFeed by) => new(
        feed.Mark.Number, feed.Who.Name, feed.Who.Author is { } author && author == by.Who.Author, feed.Mark.Colour,
        feed.Standing!.Value.Frame, [.. feed.Standing.Value.Objects]);
}
