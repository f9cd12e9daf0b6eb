using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Recording;

/// <summary>What comes of a device while the scene plays, cut into one take for each pass. Safe to use from several threads.</summary>
/// <param name="head">What is recorded.</param>
/// <param name="kept">How many passes are takes already.</param>
internal sealed class TrackerRecording(RecordingHead head, int kept = 0)
{
    /// <summary>Most poses that are held.</summary>
    private const int Most = Take.MostSamples;

    /// <summary>So long after a pass, in seconds, what was held back may still come.</summary>
    private const double Late = 0.3;

    /// <summary>So long before it, poses tell how far the clocks are apart.</summary>
    public const double Before = 1;

    private readonly Lock _turn = new();
    private readonly List<TrackedPose> _poses = [];
    private readonly PoseBinding _binding = head.Binding();
    private readonly PassPlan _plan = head.Plan();
    private List<TrackedPose> _unwritten = [];
    /// <summary>How many passes are over.</summary>
    private int _cut = kept;

    /// <summary>What is recorded.</summary>
    public RecordingHead Head => head;

    /// <summary>Takes note of a pose.</summary>
    public void Hear(TrackedPose pose)
    {
        lock (_turn)
        {
            if (_poses.Count >= Most) return;
            _poses.Add(pose);
            _unwritten.Add(pose);
        }
    }

    /// <summary>The poses that came since this was asked for last.</summary>
    public IReadOnlyList<TrackedPose> Unwritten()
    {
        lock (_turn)
        {
            var those = _unwritten;
            if (those.Count > 0) _unwritten = [];
            return those;
        }
    }

    /// <summary>The passes that are over and not kept yet, in their order: where one cannot be kept, it is tried again.</summary>
    public Queue<CutTake> Unkept { get; } = new();

    /// <summary>Cuts off the passes that are over.</summary>
    /// <param name="now">The present.</param>
    /// <param name="isEnd">Nothing more is waited for.</param>
    /// <param name="isKept">At the end, whether the pass that is under way is kept as well.</param>
    public void CutOver(double now, bool isEnd, bool isKept = true)
    {
        foreach (var (from, to, start) in _plan.Until(now).Skip(_cut))
        {
            if (!isEnd && now < to + Late || !isKept && to >= now) break;
            var pass = _cut++;
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
            Unkept.Enqueue(new(pass, _binding.TakeOf(poses, to), new TakePlace(at, _plan.Speed, head.ByStamps)));
        }
    }
}
