using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// The turns of an object that takes the shortest way between the keys of its turns. A key of any of the three turns
/// is a pose; outside the keys each turn follows its own curve.
/// </summary>
internal sealed class ShortestTurns
{
    public static readonly string[] Channels = ["turn.x", "turn.y", "turn.z"];

    private readonly Channel[] _turns;
    private readonly double[] _times;
    private readonly TurnOrder _order;

    public ShortestTurns(SceneObject thing)
    {
        _order = thing.TurnOrder;
        _turns = Array.ConvertAll(Channels, thing.Channel);
        _times = [.. _turns.Select(turn => turn.Curve).OfType<Curve>().SelectMany(curve => curve.Keys).Select(key => (double)key.Time.Value).Distinct().Order()];
    }

    public static bool Covers(SceneObject thing, string channel) =>
        thing.Turning == Turning.Shortest && channel.StartsWith("turn.", StringComparison.Ordinal)
        && Channels.Any(name => thing.Channels.GetValueOrDefault(name)?.Curve is not null);

    /// <summary>Degrees about x, y and z at a source time in ticks.</summary>
    public double[] At(double ticks)
    {
        var at = Array.BinarySearch(_times, ticks);
        var own = Pose(ticks);
        if (at >= 0 || ~at == 0 || ~at == _times.Length) return own;
        double[] from = Pose(_times[~at - 1]), to = Pose(_times[~at]);
        var most = Enumerable.Range(0, 3).MaxBy(axis => Math.Abs(to[axis] - from[axis]));
        if (to[most] == from[most]) return own;
        var part = (own[most] - from[most]) / (to[most] - from[most]);
        var turned = Rotation.Slerp(Of(from), Of(to), part).AsTransform().Turn(_order);
        var (x, y, z) = Transform.NearestTurns(turned, (own[0], own[1], own[2]), _order);
        return [x, y, z];
    }

    private double[] Pose(double ticks) => Array.ConvertAll(_turns, turn => turn.ValueAt(ticks));

    private Rotation Of(double[] pose) => Rotation.Of((pose[0], pose[1], pose[2]), _order);
}
