using System.Buffers.Binary;
using System.Runtime.InteropServices;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Wire;

/// <summary>Turns samples into messages.</summary>
public static class SampleWire
{
    /// <summary>Samples of some targets, of placed clips and, where wanted, of how time flows and how strong layers are.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="targets">Channels of objects.</param>
    /// <param name="clips">Placed clips.</param>
    /// <param name="frames">Frames of one chunk.</param>
    /// <param name="withFlow">How time flows, too.</param>
    /// <param name="isWhole">That is all there is of these frames.</param>
    /// <param name="withStills">What stands still, too.</param>
    /// <param name="stop">Ends it early.</param>
    /// <param name="hands">On how many cores at the most; all when left out.</param>
    public static PieceMessage Piece(
        Scene scene, IReadOnlyList<SampleTarget> targets, IReadOnlyCollection<PlacedClip> clips, FrameRange frames, bool withFlow, bool isWhole, bool withStills,
        CancellationToken stop = default, int hands = -1)
    {
        var names = new Dictionary<string, ushort>();
        var blocks = new List<BlockMessage>(targets.Count);
        foreach (var block in Sampler.Blocks(scene, targets, frames, stop, hands).Concat(ClipSamples.Of(scene, clips, frames)).Concat(withFlow ? SourceFrames.Of(scene, frames).Concat(LayerSamples.Of(scene, frames)).Concat(SoundSamples.Of(scene, frames)) : []))
            if (Message(block, names, withStills) is { } message) blocks.Add(message);
        return new(frames.First, frames.Last, isWhole, [.. names.Keys], [.. blocks]);
    }

    /// <summary>Samples of some moments in a row, with what stands still.</summary>
    public static PieceMessage Piece(IReadOnlyList<SampleBlock> blocks)
    {
        var names = new Dictionary<string, ushort>();
        var messages = blocks.Select(block => Message(block, names, withStills: true)).OfType<BlockMessage>().ToArray();
        var (first, count) = blocks.Count > 0 ? (blocks[0].FirstFrame, blocks[0].Count) : (0, 1);
        return new(first, first + count - 1, true, [.. names.Keys], messages);
    }

    private static BlockMessage? Message(SampleBlock block, Dictionary<string, ushort> names, bool withStills)
    {
        var moving = block.Tracks.Count(track => !track.IsStill);
        var still = withStills ? block.Tracks.Length - moving : 0;
        if (moving + still == 0) return null;
        var (channels, samples) = (new byte[moving * sizeof(ushort)], new byte[moving * block.Count * sizeof(float)]);
        var (stillChannels, stills) = (new byte[still * sizeof(ushort)], new byte[still * sizeof(float)]);
        int at = 0, atStill = 0;
        foreach (var track in block.Tracks)
        {
            if (track.IsStill && !withStills) continue;
            if (!names.TryGetValue(track.Channel, out var name)) names[track.Channel] = name = (ushort)names.Count;
            BinaryPrimitives.WriteUInt16LittleEndian((track.IsStill ? stillChannels : channels).AsSpan((track.IsStill ? atStill : at) * sizeof(ushort)), name);
            var bytes = MemoryMarshal.AsBytes(track.Samples.AsSpan());
            bytes.CopyTo(track.IsStill ? stills.AsSpan(atStill++ * sizeof(float)) : samples.AsSpan(at++ * bytes.Length));
        }
        return new(block.Owner, block.Id, channels, samples, stillChannels, stills);
    }
}
