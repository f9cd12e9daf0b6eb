using System.Collections.Concurrent;
using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core.Edits;

namespace ZestyReel.Server.Live;

/// <summary>An edit that takes long: its tab is told now and then how far it is, and can call it off.</summary>
internal sealed class Working : IDisposable
{
    /// <summary>What is done sooner is not told of, and so much time lies between two words about it.</summary>
    private static readonly TimeSpan Soon = TimeSpan.FromMilliseconds(400), Apart = TimeSpan.FromMilliseconds(200);

    private static readonly ConcurrentDictionary<string, Working> Now = [];

    private readonly string _connection;
    private readonly IClientProxy _tab;
    private readonly CancellationTokenSource _stop;
    private long _next = Environment.TickCount64 + (long)Soon.TotalMilliseconds;

    /// <param name="connection">The tab's.</param>
    /// <param name="tab">The tab.</param>
    /// <param name="gone">The tab has gone.</param>
    public Working(string connection, IClientProxy tab, CancellationToken gone)
    {
        (_connection, _tab, _stop) = (connection, tab, CancellationTokenSource.CreateLinkedTokenSource(gone));
        Effort = new(Told, _stop.Token);
        Now[connection] = this;
    }

    /// <summary>What the edit tells.</summary>
    public Effort Effort { get; }

    /// <summary>Calls off what a tab is having made; nothing where it is having nothing made that takes long.</summary>
    public static void CallOff(string connection)
    {
        if (!Now.TryGetValue(connection, out var working)) return;
        try
        {
            working._stop.Cancel();
        }
        catch (ObjectDisposedException)
        {
            // It has just been made.
        }
    }

    public void Dispose()
    {
        Now.TryRemove(KeyValuePair.Create(_connection, this));
        _stop.Dispose();
    }

    private void Told(double share)
    {
        var (now, next) = (Environment.TickCount64, Interlocked.Read(ref _next));
        if (now < next || Interlocked.CompareExchange(ref _next, now + (long)Apart.TotalMilliseconds, next) != next) return;
        // Nobody waits for it; a tab that has gone is told nothing.
        _ = _tab.SendAsync("working", share);
    }
}
