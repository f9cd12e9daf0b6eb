using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// The source times of a run of played times, worked out once for each different stack of warps and shared by
/// all channels under it. Safe to use from several threads.
/// </summary>
public sealed class FrameTimes
{
    private readonly TimeFlow _flow;
    private readonly double[] _played;
    private readonly Dictionary<string, double[]> _warped = [];

    /// <param name="scene">Whose warps apply.</param>
    /// <param name="played">Played times in ticks.</param>
    public FrameTimes(Scene scene, double[] played) => (_flow, _played) = (new TimeFlow(scene), played);

    /// <summary>The times of whole frames.</summary>
    public static FrameTimes Of(Scene scene, FrameRange frames)
    {
        var played = new double[frames.Count];
        for (var i = 0; i < played.Length; i++) played[i] = scene.Rate.StartOf(frames.First + i).Value;
        return new FrameTimes(scene, played);
    }

    public int Count => _played.Length;

    /// <summary>Whether these are the played times themselves.</summary>
    internal bool IsPlayed(double[] times) => ReferenceEquals(times, _played);

    /// <summary>Source times for one channel, in ticks, one for each played time.</summary>
    public double[] For(ObjectId id, string channel)
    {
        if (_flow.IsPlain) return _played;
        var warps = _flow.Covering(id, channel);
        if (warps.Length == 0) return _played;
        var stack = string.Join(' ', warps.Select(w => w.Id.Value));
        lock (_warped)
        {
            if (!_warped.TryGetValue(stack, out var times)) _warped[stack] = times = Through(warps);
            return times;
        }
    }

    private double[] Through(Warp[] warps)
    {
        var times = _played;
        foreach (var warp in warps)
        {
            var near = 0;
            times = Array.ConvertAll(times, time => warp.SourceOf(time, ref near));
        }
        return times;
    }
}
