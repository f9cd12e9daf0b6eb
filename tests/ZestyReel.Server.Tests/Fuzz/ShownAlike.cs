using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Live;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>A tab with samples of frames here and there, told of one change after the other: what it has is what the scene shows.</summary>
internal sealed class ShownAlike
{
    private const int Chunk = 8;

    private static readonly ImmutableDictionary<ObjectId, ImmutableArray<string>> NoSpeeds = ImmutableDictionary<ObjectId, ImmutableArray<string>>.Empty;

    private readonly Random _random;
    private Scene _scene;
    private readonly TabFrames _frames = new(new Chunks(Chunk));
    private readonly TabBook _book = new(Chunk);
    private readonly Dictionary<(int, string), List<string>> _keys = [];
    private long _asks;

    public ShownAlike(Random random, Scene scene)
    {
        _random = random;
        _scene = Scene.Empty("Bay");
        Take(SceneChange.Between(_scene, scene), scene);
        _scene = scene;
        foreach (var chunk in new[] { -2L, 0, 1, 3, 5, 9 }) Ask(scene, chunk);
    }

    /// <exception cref="InvalidOperationException">Something is shown that is not so.</exception>
    public void Check(SceneChange change, Scene after)
    {
        Compare(change, after);
        _scene = after;
    }

    private void Compare(SceneChange change, Scene after)
    {
        Take(change, after);
        foreach (var thing in after.Objects.Values)
            foreach (var (name, channel) in thing.Channels)
            {
                var whole = Keys(SceneWire.Channel(CurveRef.Of(thing.Id, name), channel), []);
                if (!_keys.GetValueOrDefault((thing.Id.Value, name), []).SequenceEqual(whole)) throw new InvalidOperationException($"the tab has other keys of {thing.Name}'s {name} than there are");
            }
        _frames.Near = _random.Next(-20, 80);
        var most = _random.Next(3) == 0 ? _random.Next(400) : TabFrames.WithChange;
        _book.Take(_frames.Renewed(Renewal.Of(change, _scene, after, NoSpeeds), most, NoSpeeds, default));
        foreach (var here in _book.Here)
        {
            var fresh = new TabBook(Chunk);
            var piece = TabFrames.Whole(after, here, NoSpeeds, withStills: true, default, hands: 1);
            fresh.Take(new SamplesMessage([], [piece]));
            foreach (var block in piece.Blocks)
                foreach (var (channel, _) in TabBook.Named([.. block.Channels, .. block.StillChannels], piece.Names))
                    for (var frame = here.First; frame <= here.Last; frame++)
                    {
                        var (shown, wanted) = (_book.At(block.Owner, block.Id, channel, frame), fresh.At(block.Owner, block.Id, channel, frame));
                        if (!Equals(shown, wanted)) throw new InvalidOperationException($"{block.Owner} {block.Id} {channel} on frame {frame} is shown as {shown} and is {wanted}");
                    }
        }
        if (_random.Next(4) == 0) Ask(after, _random.Next(-3, 10));
    }

    private void Take(SceneChange change, Scene after)
    {
        var rows = SceneWire.Rows(change, _scene, after);
        foreach (var channel in rows.Channels) _keys[(channel.Id, channel.Name)] = Keys(channel, _keys.GetValueOrDefault((channel.Id, channel.Name), []));
        foreach (var gone in rows.Gone.Where(gone => gone.Kind == RowKind.Object).SelectMany(gone => gone.Ids))
            foreach (var key in _keys.Keys.Where(key => key.Item1 == gone).ToList()) _keys.Remove(key);
    }

    /// <summary>Keys as they travel, each in a word of its own.</summary>
    private static List<string> Keys(ChannelMessage told, List<string> known)
    {
        if (told.Keys is not { } bytes) return [];
        var n = bytes.Length / KeyWire.KeySize;
        var fresh = Enumerable.Range(0, n).Select(i => Convert.ToHexString(
            [.. bytes[(i * 8)..(i * 8 + 8)], .. bytes[(n * 8 + i * 8)..(n * 8 + i * 8 + 8)], .. bytes[(n * 16 + i * 16)..(n * 16 + i * 16 + 16)], bytes[n * 32 + i]]));
        return [.. known[..told.Head], .. fresh, .. known[^told.Tail..]];
    }

    /// <summary>Some frames of a chunk, often all.</summary>
    private void Ask(Scene scene, long chunk)
    {
        var first = chunk * Chunk + (_random.Next(3) == 0 ? _random.Next(Chunk) : 0);
        var frames = new FrameRange(first, _random.Next(3) == 0 ? first : chunk * Chunk + Chunk - 1);
        var withStills = !_frames.AreStillsTold;
        _frames.Take(new SampleAsk(++_asks, frames, IsAhead: false, []), withStills);
        _book.Take(new SamplesMessage([], [TabFrames.Whole(scene, frames, NoSpeeds, withStills, default, hands: 1)]));
    }
}
