using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Server.Screens;

/// <summary>The desks that show something, and the screens that follow them.</summary>
public sealed class ScreenPages(IHubContext<ScreenHub> hub)
{
    private readonly ConcurrentDictionary<string, ScreenPage> _pages = [];
    // Who is there and who is told so go together: of two pages that come at once, neither is told what was so before the other.
    private readonly Lock _coming = new();
    private int _number;

    /// <summary>A page is a desk or a screen of a scene from now on.</summary>
    internal void Enter(string connection, long scene, Origin who, bool isScreen)
    {
        lock (_coming)
        {
            Leave(connection);
            var page = new ScreenPage(hub.Clients.Client(connection), ++_number, scene, who, isScreen);
            _pages[connection] = page;
            if (isScreen) TellWatched(scene);
            else page.Watched(Of(scene, areScreens: true).Count());
        }
    }

    /// <summary>A desk shows this now; false where the page is no desk.</summary>
    internal bool Cast(string connection, CastMessage cast)
    {
        lock (_coming)
        {
            if (_pages.GetValueOrDefault(connection) is not { IsScreen: false } desk) return false;
            foreach (var screen in Of(desk.Scene, areScreens: true))
                screen.Show(new ShownMessage(desk.Number, desk.Who.Name, desk.Who.Author is { } author && author == screen.Who.Author, cast));
            return true;
        }
    }

    /// <summary>A page is gone.</summary>
    internal void Leave(string connection)
    {
        lock (_coming)
        {
            if (!_pages.TryRemove(connection, out var page)) return;
            if (page.IsScreen) TellWatched(page.Scene);
            else
                foreach (var screen in Of(page.Scene, areScreens: true)) screen.Left(page.Number);
        }
    }

    /// <summary>The reels of a scene, or what is drawn on them, are others.</summary>
    public void TellReels(long scene)
    {
        foreach (var page in _pages.Values.Where(page => page.Scene == scene)) page.TellReels();
    }

    private IEnumerable<ScreenPage> Of(long scene, bool areScreens) => _pages.Values.Where(page => page.Scene == scene && page.IsScreen == areScreens);

    private void TellWatched(long scene)
    {
        var screens = Of(scene, areScreens: true).Count();
        foreach (var desk in Of(scene, areScreens: false)) desk.Watched(screens);
    }
}
