using System.Collections.Concurrent;
using ZestyReel.Core;
using ZestyReel.Core.Reels;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Reels;

namespace ZestyReel.Server.Reels;

/// <summary>
/// The reels that are being shot, each with the scene as it was when it was begun. One of which nothing has been heard for
/// a while is let go: its tab is gone.
/// </summary>
public sealed class Shootings(ReelShelf shelf, TimeProvider clock) : BackgroundService
{
    /// <summary>Most that are shot at a time.</summary>
    public const int Most = 8;

    /// <summary>So long nothing may be heard of one.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromMinutes(3);

    private readonly ConcurrentDictionary<long, Shooting> _all = [];

    /// <exception cref="Refusal">There are too many already.</exception>
    public void CheckRoom()
    {
        if (_all.Count >= Most) throw new Refusal("reel", $"{Most} reels are being shot already; wait until one is done");
    }

    /// <summary>A reel is being shot from now on.</summary>
    public void Begin(long reel, long sceneId, Scene scene, ReelSettings settings) => _all[reel] = new(sceneId, scene, settings, clock.GetUtcNow());

    /// <summary>A reel that is being shot, and is heard of by this.</summary>
    /// <exception cref="ReelGone">It is not being shot, or not any more.</exception>
    public Shooting Of(long reel)
    {
        if (!_all.TryGetValue(reel, out var shooting)) throw new ReelGone("This reel is not being shot any more: nothing was heard of it for a while, or it was called off. Shoot it again.");
        shooting.Heard = clock.GetUtcNow();
        return shooting;
    }

    /// <summary>A reel is not being shot any more; false where it was not.</summary>
    public bool End(long reel) => _all.TryRemove(reel, out _);

    /// <summary>Lets go of those of which nothing was heard.</summary>
    public void Sweep()
    {
        foreach (var (reel, shooting) in _all)
            if (clock.GetUtcNow() - shooting.Heard > Patience && End(reel)) shelf.Cancel(reel);
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(TimeSpan.FromSeconds(20), clock);
        while (await timer.WaitForNextTickAsync(stoppingToken)) Sweep();
    }
}
