using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>The deformers of one object that are on, at each of some moments.</summary>
public sealed class DeformerRun
{
    private readonly DeformerPose[] _poses;

    /// <summary>Of an object.</summary>
    public DeformerRun(SceneObject thing, FrameTimes times)
    {
        ImmutableArray<Deformer> on = [.. (thing.Deformers ?? Enumerable.Empty<Deformer>()).Where(each => each.On)];
        Count = on.Length;
        _poses = new DeformerPose[Count * times.Count];
        if (Count == 0) return;
        ImmutableArray<ChannelSpec> specs = [.. on.SelectMany(each => DeformerChannels.Of(each.Kind).Select(spec => DeformerChannels.For(each, spec)))];
        using var rows = new ChannelRows(thing, specs, times.Count);
        Stages.Evaluate(rows, times);
        var first = 0;
        for (var d = 0; d < Count; d++)
        {
            var channels = DeformerChannels.Of(on[d].Kind);
            for (var i = 0; i < times.Count; i++)
            {
                double Value(string name)
                {
                    for (var c = 0; c < channels.Length; c++)
                        if (channels[c].Name == name) return rows[first + c][i];
                    return 0;
                }
                _poses[i * Count + d] = DeformerPose.Of(on[d], Value);
            }
            first += channels.Length;
        }
    }

    /// <summary>How many there are.</summary>
    public int Count { get; }

    /// <summary>Those of one moment, in the order in which they act.</summary>
    public ReadOnlySpan<DeformerPose> this[int moment] => _poses.AsSpan(moment * Count, Count);
}
