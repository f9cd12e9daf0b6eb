using ZestyReel.Core.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>A device that was heard of. Safe to use from several threads.</summary>
/// <param name="name">What it calls itself.</param>
public sealed class TrackerDevice(string name)
{
    private const int Remembered = 240;

    private readonly Lock _turn = new();
    private readonly Queue<TrackedPose> _last = new();
    private TrackedPose _newest;

    /// <summary>What it calls itself.</summary>
    public string Name => name;

    /// <summary>Heard with every pose that comes.</summary>
    public event Action<TrackedPose>? Heard;

    /// <summary>Takes note of a pose.</summary>
    public void Hear(in TrackedPose pose)
    {
        lock (_turn)
        {
            _newest = pose;
            _last.Enqueue(pose);
            if (_last.Count > Remembered) _last.Dequeue();
        }
        Heard?.Invoke(pose);
    }

    /// <summary>The pose that came last.</summary>
    public TrackedPose Newest
    {
        get
        {
            lock (_turn) return _newest;
        }
    }

    /// <summary>How many poses came in each second of late, and how many were lost among them.</summary>
    public (double Rate, int Lost) Quality()
    {
        TrackedPose[] last;
        lock (_turn) last = [.. _last];
        if (last.Length < 2) return (0, 0);
        var span = last[^1].Arrived - last[0].Arrived;
        return (span > 0 ? (last.Length - 1) / span : 0, PoseTimes.Of(last).Lost);
    }
}
