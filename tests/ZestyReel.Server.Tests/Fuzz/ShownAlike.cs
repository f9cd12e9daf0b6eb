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
    private readonly TabFrames _frames = new(new Chunks(Chunk));
    private readonly TabBook _book = new(Chunk);
    private long _asks;

    public ShownAlike(Random random, Scene scene)
    {
        _random = random;
        foreach (var chunk in new[] { -2L, 0, 1, 3, 5, 9 }) Ask(scene, chunk);
    }

    /// <exception cref="InvalidOperationException">Something is shown that is not so.</exception>
    public void Check(SceneChange change, Scene after)
    {
        _frames.Near = _random.Next(-20, 80);
        var most = _random.Next(3) == 0 ? _random.Next(400) : TabFrames.WithChange;
        _book.Take(_frames.Renewed(Renewal.Of(change, after, NoSpeeds), most, NoSpeeds, default));
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
