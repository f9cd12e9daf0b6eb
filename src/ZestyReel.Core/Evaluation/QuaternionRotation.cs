using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// The rotation of an object with quaternion interpolation. A key of any of its three channels
/// is a pose, and the shortest way is taken from pose to pose; before and after the keys each follows its own curve.
/// </summary>
internal sealed class QuaternionRotation
{
    public static readonly string[] Channels = ["rotation.x", "rotation.y", "rotation.z"];

    private readonly Channel[] _rotations;
    private readonly double[] _times;
    private readonly RotationOrder _order;

    public QuaternionRotation(SceneObject thing)
    {
        _order = thing.RotationOrder;
        _rotations = Array.ConvertAll(Channels, thing.Channel);
        _times = [.. _rotations.Select(channel => channel.Curve).OfType<Curve>().SelectMany(curve => curve.Keys).Select(key => (double)key.Time.Value).Distinct().Order()];
    }

    public static bool Covers(SceneObject thing, string channel) =>
        thing.RotationInterpolation == RotationInterpolation.Quaternion && channel.StartsWith("rotation.", StringComparison.Ordinal)
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
        var turned = Quaternion.Slerp(Of(from), Of(to), part).AsTransform().Rotation(_order);
        var (x, y, z) = Transform.NearestRotation(turned, (own[0], own[1], own[2]), _order);
        return [x, y, z];
    }

    private double[] Pose(double ticks) => Array.ConvertAll(_rotations, channel => channel.ValueAt(ticks));

    private Quaternion Of(double[] pose) => Quaternion.Of((pose[0], pose[1], pose[2]), _order);
}
