using System.Collections.Concurrent;
using System.Diagnostics;
using ZestyReel.Core;
using ZestyReel.Core.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>The devices that are heard of, and the clock that their poses arrive by.</summary>
public sealed class TrackerDevices
{
    /// <summary>Most devices at a time.</summary>
    public const int Most = 16;

    /// <summary>A device of which nothing came for so long, in seconds, makes room for others.</summary>
    private const double Forgotten = 60;

    private readonly ConcurrentDictionary<string, TrackerDevice> _all = new();
    private readonly long _start = Stopwatch.GetTimestamp();

    /// <summary>Seconds since the server started, which only go forward.</summary>
    public double Now => Stopwatch.GetElapsedTime(_start).TotalSeconds;

    /// <summary>All that were heard of.</summary>
    public IEnumerable<TrackerDevice> All => _all.Values;

    /// <summary>A device.</summary>
    /// <exception cref="Refusal">Nothing was heard of it.</exception>
    public TrackerDevice Of(string name) => _all.GetValueOrDefault(name) ?? throw new Refusal("device", $"nothing is heard of {Names.Shown(name)}");

    /// <summary>Takes note of a pose.</summary>
    public void Hear(string name, in TrackedPose pose)
    {
        if (!_all.TryGetValue(name, out var device))
        {
            if (_all.Count >= Most)
                foreach (var (other, quiet) in _all)
                    if (Now - quiet.Newest.Arrived > Forgotten) _all.TryRemove(other, out _);
            if (_all.Count >= Most) return;
            device = _all.GetOrAdd(name, called => new TrackerDevice(called));
        }
        device.Hear(pose);
    }
}
