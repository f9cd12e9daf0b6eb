using System.Collections.Immutable;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Evaluates objects over runs of frames.</summary>
public static class Sampler
{
    /// <summary>Samples channels of some objects at whole frames.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="targets">What to sample.</param>
    /// <param name="frames">Which frames.</param>
    /// <param name="stop">Ends it early.</param>
    /// <param name="hands">On how many cores at the most; all when left out.</param>
    /// <exception cref="OperationCanceledException">It was ended early.</exception>
    public static SampleBlock[] Blocks(
        Scene scene, IReadOnlyList<SampleTarget> targets, FrameRange frames, CancellationToken stop = default, int hands = -1)
    {
        var times = FrameTimes.Of(scene, frames, stop);
        var blocks = new SampleBlock[targets.Count];
        if (targets.Count == 1 || hands == 1)
            for (var i = 0; i < blocks.Length; i++) blocks[i] = Block(scene, targets[i], times, frames);
        else Parallel.For(0, targets.Count, new ParallelOptions { CancellationToken = stop, MaxDegreeOfParallelism = hands },
            i => blocks[i] = Block(scene, targets[i], times, frames));
        return blocks;
    }

    /// <summary>One channel's values at full precision: its own, with what clips and rolling add.</summary>
    public static double[] Values(SceneObject thing, string channel, FrameTimes times)
    {
        var values = Own(thing, channel, times);
        if (Added(thing, channel, times) is { } added)
            for (var i = 0; i < values.Length; i++) values[i] += added[i];
        return values;
    }

    /// <summary>What clips and rolling add to a channel; null where nothing does.</summary>
    public static double[]? Added(SceneObject thing, string channel, FrameTimes times)
    {
        var added = times.ClipsOn(thing.Id) is { } clips && clips.Covers(channel) ? clips.Added(channel, times.For(thing.Id, channel)) : null;
        if (thing.Roll is not { } roll || roll.Channel != channel) return added;
        var rolled = times.Rolled(thing, roll);
        if (added is null) return rolled;
        for (var i = 0; i < added.Length; i++) added[i] += rolled[i];
        return added;
    }

    private static double[] Own(SceneObject thing, string channel, FrameTimes times)
    {
        var values = new double[times.Count];
        if (QuaternionRotation.Covers(thing, channel))
        {
            var turns = new QuaternionRotation(thing);
            var axis = Array.IndexOf(QuaternionRotation.Channels, channel);
            var moments = times.For(thing.Id, channel);
            for (var i = 0; i < values.Length; i++) values[i] = turns.At(moments[i])[axis];
            return values;
        }
        if (thing.Channel(channel).Curve is not { } curve)
        {
            Array.Fill(values, thing.Channel(channel).Still);
            return values;
        }
        var near = 0;
        var source = times.For(thing.Id, channel);
        for (var i = 0; i < values.Length; i++) values[i] = curve.ValueAt(source[i], ref near);
        return values;
    }

    private static SampleBlock Block(Scene scene, SampleTarget target, FrameTimes times, FrameRange frames)
    {
        var tracks = ImmutableArray.CreateBuilder<SampleTrack>(target.Channels.Length);
        var clips = times.ClipsOn(target.Object.Id);
        foreach (var spec in target.Channels)
        {
            times.Stop.ThrowIfCancellationRequested();
            tracks.Add(Track(target.Object, spec, times, clips));
        }
        tracks.AddRange(Speeds.Of(target, times, scene.Rate));
        tracks.Add(SourceFrames.Of(target.Object.Id, times, scene.Rate));
        return new SampleBlock(target.Object.Id, frames.First, times.Count, tracks.DrainToImmutable());
    }

    private static SampleTrack Track(SceneObject thing, ChannelSpec spec, FrameTimes times, ClipMix? clips)
    {
        var channel = thing.Channels.GetValueOrDefault(spec.Name);
        if (QuaternionRotation.Covers(thing, spec.Name) || clips?.Covers(spec.Name) == true || thing.Roll?.Channel == spec.Name)
            return new(spec.Name, Array.ConvertAll(Values(thing, spec.Name, times), value => (float)value));
        if (channel?.Curve is not { } curve) return new(spec.Name, [(float)(channel?.Still ?? spec.Default)]);
        var samples = new float[times.Count];
        var near = 0;
        var source = times.For(thing.Id, spec.Name);
        for (var i = 0; i < samples.Length; i++) samples[i] = (float)curve.ValueAt(source[i], ref near);
        return new(spec.Name, samples);
    }
}
