using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Recording;

/// <summary>What comes of a device while the scene plays, cut into one take for each pass. Safe to use from several threads.</summary>
internal sealed class TrackerRecording : IDisposable
{
    /// <summary>Most poses that are held.</summary>
    private const int Most = Take.MostSamples;

    /// <summary>So long after a pass, in seconds, what was held back may still come.</summary>
    private const double Late = 0.3;

    /// <summary>So long before it, poses tell how far the clocks are apart.</summary>
    private const double Before = 1;

    private readonly Lock _turn = new();
    private readonly List<TrackedPose> _poses = [];
    private readonly TrackerDevice _device;
    private readonly PoseBinding _binding;
    private readonly PassPlan _plan;
    private int _cut;

    public TrackerRecording(TrackerDevice device, PoseBinding binding, PassPlan plan, SceneObject thing, bool byStamps)
    {
        (_device, _binding, _plan, Thing, ByStamps) = (device, binding, plan, thing, byStamps);
        _device.Heard += Hear;
    }

    /// <summary>What is driven, as it was when the recording began.</summary>
    public SceneObject Thing { get; }

    /// <summary>Whether its takes go where the device's own clock says.</summary>
    public bool ByStamps { get; }

    /// <summary>The device's name.</summary>
    public string Device => _device.Name;

    private void Hear(TrackedPose pose)
    {
        lock (_turn)
            if (_poses.Count < Most) _poses.Add(pose);
    }

    /// <summary>Takes of the passes that are over.</summary>
    /// <param name="now">The present.</param>
    /// <param name="isEnd">Nothing more is waited for.</param>
    /// <param name="isKept">At the end, whether the pass that is under way is kept as well.</param>
    public IReadOnlyList<(Take Take, TakePlace Place)> Over(double now, bool isEnd, bool isKept = true)
    {
        var takes = new List<(Take, TakePlace)>();
        foreach (var (from, to, start) in _plan.Until(now).Skip(_cut))
        {
            if (!isEnd && now < to + Late || !isKept && to >= now) break;
            _cut++;
            TrackedPose[] near;
            lock (_turn)
            {
                near = [.. _poses.Where(pose => pose.Arrived >= from - Before && pose.Arrived < to + Late)];
                // What lies before the next pass is of no use any more.
                _poses.RemoveAll(pose => pose.Arrived < to - Before);
            }
            var poses = PoseTimes.Of(near).Within(from, to);
            if (poses.Poses.IsEmpty) continue;
            var at = new Tick(start.Value + (long)Math.Round((poses.Seconds[0] - from) * _plan.Speed * Tick.PerSecond));
            takes.Add((_binding.TakeOf(poses, to), new TakePlace(at, _plan.Speed, ByStamps)));
        }
        return takes;
    }

    public void Dispose() => _device.Heard -= Hear;
}
