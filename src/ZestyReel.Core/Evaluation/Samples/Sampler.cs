using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>Samples what is seen of objects over runs of frames; see <see cref="Stages"/> for how.</summary>
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
        // One frame more than is wanted, for the speed of the last.
        var times = FrameTimes.Of(scene, frames with { Last = frames.Last + 1 }, stop);
        return Blocks(targets, times, frames.First, hands);
    }

    /// <summary>Samples channels of some objects at moments in a row. The last moment is not told: it gives the speed of the one before.</summary>
    /// <param name="targets">What to sample.</param>
    /// <param name="times">Which moments, and one more.</param>
    /// <param name="first">What the first moment counts as.</param>
    /// <param name="hands">On how many cores at the most; all when left out.</param>
    /// <exception cref="OperationCanceledException">It was ended early.</exception>
    public static SampleBlock[] Blocks(IReadOnlyList<SampleTarget> targets, FrameTimes times, long first, int hands = -1)
    {
        var blocks = new SampleBlock[targets.Count];
        if (targets.Count == 1 || hands == 1)
            for (var i = 0; i < blocks.Length; i++) blocks[i] = Block(targets[i], times, first);
        else Parallel.For(0, targets.Count, new ParallelOptions { CancellationToken = times.Stop, MaxDegreeOfParallelism = hands },
            i => blocks[i] = Block(targets[i], times, first));
        return blocks;
    }

    private static SampleBlock Block(SampleTarget target, FrameTimes times, long first)
    {
        times.Stop.ThrowIfCancellationRequested();
        var (thing, count) = (target.Object, times.Count - 1);
        ImmutableArray<ChannelSpec> moving = target.Channels, still = [];
        if (target.Channels.Any(spec => !Stages.Moves(thing, spec.Name, times)))
        {
            moving = target.Channels.RemoveAll(spec => !Stages.Moves(thing, spec.Name, times));
            still = target.Channels.RemoveAll(moving.Contains);
        }
        var tracks = ImmutableArray.CreateBuilder<SampleTrack>(target.Channels.Length + 2);
        foreach (var spec in still) tracks.Add(SampleTrack.Still(spec.Name, (float)spec.Within(thing.Channels.GetValueOrDefault(spec.Name)?.Still ?? spec.Default)));
        using var rows = new ChannelRows(thing, moving, times.Count);
        if (!moving.IsEmpty) Stages.Evaluate(rows, times);
        for (var i = 0; i < moving.Length; i++) tracks.Add(new(moving[i].Name, Floats(rows[i][..count])));
        var worlds = new WorldSampler(times.Scene, times, rows);
        var along = FollowTracks.AddTo(tracks, target, worlds, times);
        AimTracks.AddTo(tracks, target, worlds, count);
        Speeds.AddTo(tracks, target, rows, times, worlds, along);
        tracks.Add(SourceFrames.Of(thing.Id, times, count));
        return new SampleBlock(OwnerKind.Object, thing.Id.Value, first, count, tracks.DrainToImmutable());
    }

    private static float[] Floats(ReadOnlySpan<double> values)
    {
        var floats = GC.AllocateUninitializedArray<float>(values.Length);
        for (var i = 0; i < floats.Length; i++) floats[i] = (float)values[i];
        return floats;
    }
}
