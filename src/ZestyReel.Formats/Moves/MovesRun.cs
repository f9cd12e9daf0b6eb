using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;

namespace ZestyReel.Formats.Moves;

/// <summary>The moves of all that goes out, one object at a time.</summary>
internal static class MovesRun
{
    /// <summary>Most rows of a table: an object at a moment each.</summary>
    public const long MostRows = 3_000_000;

    /// <exception cref="Refusal">There is nothing, or too much.</exception>
    public static IEnumerable<ObjectMoves> Of(OutgoingScene going, Action<double> told, CancellationToken stop)
    {
        if (going.Objects.IsEmpty) throw new Refusal("objects", "there is nothing of that to go out");
        var rows = (long)going.Objects.Length * going.Moments.Count;
        if (rows > MostRows) throw new Refusal("step", FormattableString.Invariant($"that is {rows} rows, and {MostRows} are the most; take fewer objects, a shorter range or fewer moments"));
        return Each(going, told, stop);
    }

    private static IEnumerable<ObjectMoves> Each(OutgoingScene going, Action<double> told, CancellationToken stop)
    {
        var times = going.Times(stop);
        var worlds = new WorldSampler(going.Scene, times);
        foreach (var (i, thing) in going.Objects.Index())
        {
            stop.ThrowIfCancellationRequested();
            yield return ObjectMoves.Of(going, thing, times, worlds);
            told((i + 1.0) / going.Objects.Length);
        }
    }
}
