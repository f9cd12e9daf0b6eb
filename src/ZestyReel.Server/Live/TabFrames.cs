using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <summary>
/// Which frames a tab has samples of: of each chunk none, some in a row, or all. After a change it says which of them are
/// sampled anew at once, those around the frame looked at first, and which the tab is to forget and to ask for again.
/// Not for several threads at once.
/// </summary>
public sealed class TabFrames(Chunks chunks)
{
    /// <summary>Most chunks that a tab can have at a time.</summary>
    public const int Most = 4096;

    /// <summary>Most samples renewed along with a change, and with a try, which has to be there before the hand goes on; 1.6 MB and 0.24 MB.</summary>
    public const long WithChange = 400_000, WithTry = 60_000;

    /// <summary>No speeds are wanted.</summary>
    public static readonly ImmutableDictionary<ObjectId, ImmutableArray<string>> NoSpeeds = ImmutableDictionary<ObjectId, ImmutableArray<string>>.Empty;

    private readonly Dictionary<long, (FrameRange Frames, long Ask)> _held = [];

    /// <summary>The chunks that frames come in.</summary>
    public Chunks Chunks => chunks;

    /// <summary>The frame looked at.</summary>
    public long Near { get; set; }

    /// <summary>Whether the tab knows what stands still; then it is told of that again only where it changes.</summary>
    public bool AreStillsTold { get; private set; }

    /// <summary>Takes note of what an ask brings the tab and of what the tab has let go to have room for it.</summary>
    /// <param name="ask">The ask.</param>
    /// <param name="withStills">What stands still comes along.</param>
    public void Take(SampleAsk ask, bool withStills)
    {
        AreStillsTold |= withStills;
        // What a later ask has brought back is not what was let go.
        foreach (var chunk in ask.LetGo)
            if (_held.TryGetValue(chunk, out var held) && held.Ask < ask.Number) _held.Remove(chunk);
        var taken = chunks.Of(ask.Frames.First);
        if (_held.Count >= Most && !_held.ContainsKey(taken)) throw new Core.Refusal("frames", $"let go of some: {Most} chunks are the most");
        _held[taken] = (ask.Frames, ask.Number);
    }

    /// <summary>Samples what the tab has anew.</summary>
    /// <param name="what">What is stale.</param>
    /// <param name="most">Most samples; what comes beyond is to be forgotten.</param>
    /// <param name="speeds">Of which channels the tab wants the speeds.</param>
    /// <param name="stop">Ends it early.</param>
    public SamplesMessage Renewed(Renewal what, long most, ImmutableDictionary<ObjectId, ImmutableArray<string>> speeds, CancellationToken stop)
    {
        if (what.IsEmpty) return SamplesMessage.Nothing;
        var (pieces, forgotten) = (new List<PieceMessage>(), new List<long>());
        var isPlain = new TimeFlow(what.Scene).IsPlain;
        FrameRange? alone = null;
        long spent = 0;
        foreach (var (chunk, (frames, _)) in _held.OrderBy(each => Distance(each.Value.Frames)))
        {
            stop.ThrowIfCancellationRequested();
            var stale = Meeting(what, frames, isPlain);
            if (stale.Count == 0 && what.Clips.Count == 0 && !what.WithFlow) continue;
            var cost = frames.Count * (stale.Sum(TracksOf) + 2L * what.Clips.Count + (what.WithFlow ? 1 + what.Scene.Warps.Count : 0));
            if (spent + cost <= most)
            {
                pieces.Add(SampleWire.Piece(what.Scene, stale, what.Clips, frames, what.WithFlow, isWhole: false, withStills: true, stop));
                spent += cost;
                continue;
            }
            forgotten.Add(chunk);
            if (spent > 0 || Distance(frames) > 0) continue;
            // Too much even for the first: the frame looked at comes alone, with all that is seen on it.
            pieces.Add(Whole(what.Scene, (alone = new FrameRange(Near, Near)).Value, speeds, withStills: true, stop));
            spent = most;
        }
        // Of what stands still now nothing has been said.
        if (pieces.Count == 0) AreStillsTold = false;
        foreach (var chunk in forgotten)
        {
            if (alone is { } one && chunks.Of(one.First) == chunk) _held[chunk] = _held[chunk] with { Frames = one };
            else _held.Remove(chunk);
        }
        return new SamplesMessage([.. forgotten], [.. pieces]);
    }

    /// <summary>What of it shows otherwise on some frames; a speed reaches to the frame after.</summary>
    private static List<SampleTarget> Meeting(Renewal what, FrameRange frames, bool isPlain)
    {
        var rate = what.Scene.Rate;
        if (isPlain)
        {
            var around = new TickInterval(rate.StartOf(frames.First).Value, rate.StartOf(frames.Last + 1).Value);
            return [.. what.Targets.Where(each => each.Within.Meets(around)).Select(each => each.Target)];
        }
        var times = what.Targets.Any(each => each.Within != TickInterval.All) ? FrameTimes.Of(what.Scene, frames with { Last = frames.Last + 1 }) : null;
        return [.. what.Targets.Where(each => times is null || each.Meets(times)).Select(each => each.Target)];
    }

    /// <summary>Everything on some frames.</summary>
    public static PieceMessage Whole(
        Scene scene, FrameRange frames, ImmutableDictionary<ObjectId, ImmutableArray<string>> speeds, bool withStills, CancellationToken stop, int hands = -1) =>
        SampleWire.Piece(
            scene, [.. scene.Objects.Values.Select(thing => Renewal.WithSpeeds(SampleTarget.All(thing), speeds))], [.. scene.PlacedClips.Values], frames,
            withFlow: true, isWhole: true, withStills, stop, hands);

    private long Distance(FrameRange frames) => Near < frames.First ? frames.First - Near : Near > frames.Last ? Near - frames.Last : 0;

    private static long TracksOf(SampleTarget target) => target.Channels.Count(spec => target.Object.Channels.GetValueOrDefault(spec.Name)?.Curve is not null) + 2 + target.Speeds.Length;
}
