using System.Collections.Concurrent;
using ZestyReel.Core.Clips;
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
    private readonly Dictionary<double[], float[]> _frames = [];
    private readonly Lazy<ILookup<ObjectId, PlacedClip>> _placed;
    private readonly ConcurrentDictionary<ObjectId, ClipMix> _clips = [];
    private readonly Lazy<Rolling> _rolling;

    /// <param name="scene">Whose warps apply.</param>
    /// <param name="played">Played times in ticks.</param>
    public FrameTimes(Scene scene, double[] played)
    {
        (Scene, _flow, _played) = (scene, new TimeFlow(scene), played);
        _placed = new(() => scene.PlacedClips.Values.ToLookup(placed => placed.Object));
        _rolling = new(() => new Rolling(scene, played, Stop));
    }

    /// <summary>Whose warps and clips apply.</summary>
    public Scene Scene { get; }

    /// <summary>Ends a long evaluation.</summary>
    public CancellationToken Stop { get; init; }

    /// <summary>The times of whole frames.</summary>
    public static FrameTimes Of(Scene scene, FrameRange frames, CancellationToken stop = default)
    {
        var played = new double[frames.Count];
        for (var i = 0; i < played.Length; i++) played[i] = scene.Rate.StartOf(frames.First + i).Value;
        return new FrameTimes(scene, played) { Stop = stop };
    }

    public int Count => _played.Length;

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

    /// <summary>The source frames of an object as a whole, worked out once for each stack of warps; null where none covers it.</summary>
    internal float[]? FramesFor(ObjectId id, FrameRate rate)
    {
        var times = For(id, "");
        if (ReferenceEquals(times, _played)) return null;
        lock (_frames)
        {
            if (!_frames.TryGetValue(times, out var frames))
                _frames[times] = frames = Array.ConvertAll(times, time => (float)rate.FrameOf(time));
            return frames;
        }
    }

    /// <summary>The clips on an object; null where there are none.</summary>
    internal ClipMix? ClipsOn(ObjectId id) =>
        Scene.PlacedClips.IsEmpty || !_placed.Value.Contains(id) ? null : _clips.GetOrAdd(id, _ => new ClipMix(Scene, _placed.Value[id]));

    /// <summary>Degrees that rolling adds to a rotation of an object, one for each played time.</summary>
    internal double[] Rolled(SceneObject thing, Roll roll) => _rolling.Value.Degrees(thing, roll);

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
