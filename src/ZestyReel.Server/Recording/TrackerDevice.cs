using ZestyReel.Core.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>A device that was heard of. Safe to use from several threads.</summary>
/// <param name="name">What it calls itself.</param>
public sealed class TrackerDevice(string name)
{
    /// <summary>So many poses of late tell its quality, and so many are kept for who listens late.</summary>
    private const int Judged = 240, Remembered = 1000;

    private readonly Lock _turn = new();
    private readonly Queue<TrackedPose> _last = new();
    private TrackedPose _newest;
    private Action<TrackedPose>? _listeners;

    /// <summary>What it calls itself.</summary>
    public string Name => name;

    /// <summary>Hears every pose that comes from now on, and before those the remembered ones since a moment: each once, in their order.</summary>
    /// <param name="hear">Hears them; it is not to ask this device anything.</param>
    /// <param name="since">The moment, in seconds of the devices' clock.</param>
    public void Listen(Action<TrackedPose> hear, double since)
    {
        lock (_turn)
        {
            foreach (var pose in _last)
                if (pose.Arrived >= since)
                    hear(pose);
            _listeners += hear;
        }
    }

    /// <summary>Hears no more.</summary>
    public void Leave(Action<TrackedPose> hear)
    {
        lock (_turn) _listeners -= hear;
    }

    /// <summary>Takes note of a pose.</summary>
    public void Hear(in TrackedPose pose)
    {
        lock (_turn)
        {
            _newest = pose;
            _last.Enqueue(pose);
            if (_last.Count > Remembered) _last.Dequeue();
            _listeners?.Invoke(pose);
        }
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
        lock (_turn) last = [.. _last.TakeLast(Judged)];
        if (last.Length < 2) return (0, 0);
        var span = last[^1].Arrived - last[0].Arrived;
        return (span > 0 ? (last.Length - 1) / span : 0, PoseTimes.Of(last).Lost);
    }
}
