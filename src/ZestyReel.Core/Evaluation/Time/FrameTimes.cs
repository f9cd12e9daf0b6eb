using System.Collections.Concurrent;
using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// The source times of a run of played times, worked out once for each different way through cues and warps and
/// shared by all channels that have it. Safe to use from several threads.
/// </summary>
public sealed class FrameTimes
{
    private readonly TimeFlow _flow;
    private readonly double[] _played;
    private readonly Dictionary<(double, double?, string), double[]> _sources = [];
    private readonly Dictionary<TimeStack, double[]> _sourcesBy = [];
    private readonly Dictionary<double[], float[]> _frames = [];
    private readonly Lazy<ILookup<ObjectId, PlacedClip>> _placed;
    private readonly ConcurrentDictionary<ObjectId, ClipMix> _clips = [];
    private readonly ConcurrentDictionary<LayerId, double[]> _strengths = [];
    private readonly ConcurrentDictionary<int, FrameTimes> _finer = [];
    private readonly ConcurrentDictionary<SceneObject, LayeredCurves> _layered = new(ReferenceEqualityComparer.Instance);

    /// <param name="scene">Whose warps apply.</param>
    /// <param name="played">Played times in ticks.</param>
    public FrameTimes(Scene scene, double[] played)
    {
        (Scene, _flow, _played) = (scene, new TimeFlow(scene), played);
        Layers = Playing(scene);
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

    /// <summary>Other times that are needed for a run of these, made once for all who need them; the same for whoever they are made.</summary>
    /// <param name="from">The first of the run.</param>
    /// <param name="make">Makes them.</param>
    internal FrameTimes Finer(int from, Func<FrameTimes> make) => _finer.GetOrAdd(from, _ => make());

    /// <summary>Source times as frames, worked out once for each way through cues and warps; null where they are the played ones.</summary>
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

    /// <summary>The layers that are not passed over, from the lowest up.</summary>
    internal ImmutableArray<Layer> Layers { get; }

    /// <summary>What the layers have of an object.</summary>
    internal LayeredCurves LayersOn(SceneObject thing) => Layers.IsEmpty ? LayeredCurves.None : _layered.GetOrAdd(thing, each => LayeredCurves.Of(each, Layers));

    /// <summary>How strong a layer is at each of the times.</summary>
    internal double[] StrengthsOf(Layer layer) => _strengths.GetOrAdd(layer.Id, _ => Array.ConvertAll(_played, time => LayerStrength.Spec.Within(layer.Strength.ValueAt(time))));

    private static ImmutableArray<Layer> Playing(Scene scene)
    {
        if (scene.Layers.IsEmpty) return [];
        var isSolo = scene.Layers.Values.Any(layer => layer.Solo);
        return [.. scene.LayersUpwards().Where(layer => layer.On && (layer.Solo || !isSolo))];
    }

    private double[] Through(TimeStack stack)
    {
        if (stack.IsPlain) return _played;
        lock (_sources)
        {
            if (_sourcesBy.TryGetValue(stack, out var times)) return times;
            var key = stack.Key;
            if (!_sources.TryGetValue(key, out times)) _sources[key] = times = stack.SourceOf(_played);
            return _sourcesBy[stack] = times;
        }
    }
}
