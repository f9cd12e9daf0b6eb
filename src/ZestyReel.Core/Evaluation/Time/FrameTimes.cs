using System.Collections.Concurrent;
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
    private readonly Dictionary<Warp[], double[]> _warpedBy = [];
    private readonly Dictionary<double[], float[]> _frames = [];
    private readonly Lazy<ILookup<ObjectId, PlacedClip>> _placed;
    private readonly ConcurrentDictionary<ObjectId, ClipMix> _clips = [];

    /// <param name="scene">Whose warps apply.</param>
    /// <param name="played">Played times in ticks.</param>
    public FrameTimes(Scene scene, double[] played)
    {
        (Scene, _flow, _played) = (scene, new TimeFlow(scene), played);
        _placed = new(() => scene.PlacedClips.Values.ToLookup(placed => placed.Object));
    }

    /// <summary>Whose warps and clips apply.</summary>
    public Scene Scene { get; }

    /// <summary>Ends a long evaluation.</summary>
    public CancellationToken Stop { get; init; }

    /// <summary>The played times, in ticks.</summary>
    public ReadOnlySpan<double> Played => _played;

    /// <summary>How many moments there are.</summary>
    public int Count => _played.Length;

    /// <summary>The times of whole frames.</summary>
    public static FrameTimes Of(Scene scene, FrameRange frames, CancellationToken stop = default)
    {
        var played = new double[frames.Count];
        for (var i = 0; i < played.Length; i++) played[i] = scene.Rate.StartOf(frames.First + i).Value;
        return new FrameTimes(scene, played) { Stop = stop };
    }

    /// <summary>A single moment.</summary>
    public static FrameTimes At(Scene scene, Tick moment) => new(scene, [moment.Value]);

    /// <summary>Source times for one channel, in ticks, one for each played time.</summary>
    public double[] For(ObjectId id, string channel) => _flow.IsPlain ? _played : Through(_flow.Covering(id, channel));

    /// <summary>Source times that the whole scene shows, in ticks, one for each played time.</summary>
    public double[] ForScene() => _flow.IsPlain ? _played : Through(_flow.CoveringScene());

    /// <summary>Source times as frames, worked out once for each stack of warps; null where nothing is warped.</summary>
    internal float[]? InFrames(double[] source)
    {
        if (ReferenceEquals(source, _played)) return null;
        lock (_frames)
        {
            if (!_frames.TryGetValue(source, out var frames))
                _frames[source] = frames = Array.ConvertAll(source, time => (float)Scene.Rate.FrameOf(time));
            return frames;
        }
    }

    /// <summary>The clips on an object; null where there are none.</summary>
    internal ClipMix? ClipsOn(ObjectId id) =>
        Scene.PlacedClips.IsEmpty || !_placed.Value.Contains(id) ? null : _clips.GetOrAdd(id, _ => new ClipMix(Scene, _placed.Value[id]));

    private double[] Through(Warp[] warps)
    {
        if (warps.Length == 0) return _played;
        lock (_warped)
        {
            if (_warpedBy.TryGetValue(warps, out var times)) return times;
            var stack = string.Join(' ', warps.Select(w => w.Id.Value));
            if (_warped.TryGetValue(stack, out times)) return _warpedBy[warps] = times;
            times = _played;
            foreach (var warp in warps)
            {
                var near = 0;
                times = Array.ConvertAll(times, time => warp.SourceOf(time, ref near));
            }
            return _warped[stack] = _warpedBy[warps] = times;
        }
    }
}
