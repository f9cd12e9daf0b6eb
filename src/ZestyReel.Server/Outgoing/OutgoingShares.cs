using System.Collections.Concurrent;
using ZestyReel.Core;

namespace ZestyReel.Server.Outgoing;

/// <summary>How far the files are that are being written, by names that whoever asked for them made up.</summary>
public sealed class OutgoingShares
{
    private const int MostAtOnce = 100, LongestName = 64;

    private readonly ConcurrentDictionary<string, double> _shares = [];

    /// <summary>The share that is done; null where there is nothing of that name.</summary>
    public double? Of(string name) => _shares.TryGetValue(name, out var share) ? share : null;

    /// <summary>Does something, and tells of it meanwhile.</summary>
    /// <exception cref="Refusal">The name is none, or taken.</exception>
    internal async Task Telling(string? name, Func<Action<double>, Task> work)
    {
        if (name is null)
        {
            await work(_ => { });
            return;
        }
        if (name.Length is 0 or > LongestName || _shares.Count >= MostAtOnce || !_shares.TryAdd(name, 0)) throw new Refusal("progress", "that name is taken, or too long, or too much is being written");
        try
        {
            await work(share => _shares[name] = share);
        }
        finally
        {
            _shares.TryRemove(name, out _);
        }
    }
}
