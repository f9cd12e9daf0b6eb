using Microsoft.AspNetCore.SignalR;
using ZestyReel.Server.Live;
using ZestyReel.Server.Wire;
using ZestyReel.Store;

namespace ZestyReel.Server.Screens;

/// <summary>A page beside the live line: a desk that shows something, or a screen that follows one; and what it is told.</summary>
internal sealed class ScreenPage(IClientProxy page, int number, long scene, Origin who, bool isScreen) : OneAtATime(page)
{
    private readonly Dictionary<int, ShownMessage> _shown = [];
    private readonly Queue<int> _left = [];
    private int? _watchers;
    private bool _isReelsDue;

    public int Number => number;
    public long Scene => scene;
    public Origin Who => who;
    public bool IsScreen => isScreen;

    /// <summary>A desk shows this now.</summary>
    public void Show(ShownMessage shown) => Put(() => _shown[shown.Desk] = shown);

    /// <summary>A desk has gone.</summary>
    public void Left(int desk) => Put(() =>
    {
        _shown.Remove(desk);
        _left.Enqueue(desk);
    });

    /// <summary>So many screens follow desks of this scene.</summary>
    public void Watched(int screens) => Put(() => _watchers = screens);

    /// <summary>The reels of the scene, or what is drawn on them, are others.</summary>
    public void TellReels() => Put(() => _isReelsDue = true);

    protected override (string Name, object Message)? Next()
    {
        if (_watchers is { } screens)
        {
            _watchers = null;
            return ("watched", screens);
        }
        if (_left.TryDequeue(out var gone)) return ("left", gone);
        if (_shown.Count > 0)
        {
            var (desk, shown) = _shown.First();
            _shown.Remove(desk);
            return ("shown", shown);
        }
        if (!_isReelsDue) return null;
        _isReelsDue = false;
        return ("reels", scene);
    }
}
