using System.Runtime.InteropServices;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Live;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>The samples that a tab holds, taken from messages as the page takes them.</summary>
internal sealed class TabBook(int chunk)
{
    private readonly Chunks _chunks = new(chunk);
    private readonly Dictionary<long, FrameRange> _here = [];
    private readonly Dictionary<(OwnerKind, int, string), float> _stills = [];
    private readonly Dictionary<(OwnerKind, int, string, long Chunk), float[]> _moving = [];

    /// <summary>The frames that it has.</summary>
    public IReadOnlyCollection<FrameRange> Here => _here.Values;

    public void Take(SamplesMessage message)
    {
        foreach (var gone in message.Forgotten) Forget(gone);
        foreach (var piece in message.Pieces)
        {
            var (at, frames) = (_chunks.Of(piece.First), new FrameRange(piece.First, piece.Last));
            _chunks.Of(piece.Last).ShouldBe(at);
            if (piece.IsWhole)
            {
                Forget(at);
                _here[at] = frames;
            }
            else if (!_here.TryGetValue(at, out var known) || known != frames) continue;
            foreach (var block in piece.Blocks) Take(block, piece.Names, at, (int)frames.Count);
        }
    }

    public void Forget(long gone)
    {
        _here.Remove(gone);
        foreach (var key in _moving.Keys.Where(key => key.Chunk == gone).ToList()) _moving.Remove(key);
    }

    /// <summary>What it shows of a channel on a frame; null where the frame is not here.</summary>
    public float? At(OwnerKind owner, int id, string channel, long frame)
    {
        var at = _chunks.Of(frame);
        if (!_here.TryGetValue(at, out var here) || frame < here.First || frame > here.Last) return null;
        return _stills.TryGetValue((owner, id, channel), out var still) ? still : _moving[(owner, id, channel, at)][frame - here.First];
    }

    /// <summary>A channel on some frames of an object or another owner.</summary>
    public float[] Run(int id, string channel, long first, long last, OwnerKind owner = OwnerKind.Object)
    {
        var values = new float[last - first + 1];
        for (var i = 0; i < values.Length; i++) values[i] = At(owner, id, channel, first + i) ?? throw new InvalidOperationException($"frame {first + i} is not here");
        return values;
    }

    public bool IsStill(int id, string channel, OwnerKind owner = OwnerKind.Object) => _stills.ContainsKey((owner, id, channel));

    private void Take(BlockMessage block, string[] names, long at, int count)
    {
        var samples = MemoryMarshal.Cast<byte, float>(block.Samples);
        var stills = MemoryMarshal.Cast<byte, float>(block.Stills);
        foreach (var (name, i) in Named(block.Channels, names))
        {
            _stills.Remove((block.Owner, block.Id, name));
            _moving[(block.Owner, block.Id, name, at)] = samples.Slice(i * count, count).ToArray();
        }
        foreach (var (name, i) in Named(block.StillChannels, names)) _stills[(block.Owner, block.Id, name)] = stills[i];
    }

    /// <summary>The names of channels that a block has, with their places in it.</summary>
    public static IEnumerable<(string Name, int At)> Named(byte[] channels, string[] names) =>
        MemoryMarshal.Cast<byte, ushort>(channels).ToArray().Select((name, at) => (names[name], at));
}
