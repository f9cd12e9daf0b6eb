using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;

namespace ZestyReel.Formats.Moves;

/// <summary>The moves of all that goes out, one object at a time.</summary>
internal sealed class MovesRun
{
    /// <summary>Most rows of a table: an object at a moment each.</summary>
    public const long MostRows = 3_000_000;

    private readonly OutgoingScene _going;

    /// <exception cref="Refusal">There is nothing, or too much.</exception>
    public MovesRun(OutgoingScene going, CancellationToken stop)
    {
        if (going.Objects.IsEmpty) throw new Refusal("objects", "there is nothing of that to go out");
        var rows = (long)going.Objects.Length * going.Moments.Count;
        if (rows > MostRows) throw new Refusal("step", FormattableString.Invariant($"that is {rows} rows, and {MostRows} are the most; take fewer objects, a shorter range or fewer moments"));
        _going = going;
        Times = going.Times(stop);
        Worlds = new(going.Scene, Times);
    }

    /// <summary>The moments.</summary>
    public FrameTimes Times { get; }

    /// <summary>Where things are at them.</summary>
    public WorldSampler Worlds { get; }

    /// <summary>Object by object, in the scene's order.</summary>
    public IEnumerable<ObjectMoves> Each(Action<double> told)
    {
        foreach (var (i, thing) in _going.Objects.Index())
        {
            Times.Stop.ThrowIfCancellationRequested();
            yield return ObjectMoves.Of(_going, thing, Times, Worlds);
            told((i + 1.0) / _going.Objects.Length);
        }
    }
}
