using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// The rotation of an object with quaternion interpolation. A key of any of its three channels is a pose, and the
/// shortest way is taken from pose to pose; before and after the keys each channel follows its own curve.
/// </summary>
internal sealed class QuaternionRotation
{
    /// <summary>The three channels, by axis.</summary>
    public static readonly string[] Channels = ["rotation.x", "rotation.y", "rotation.z"];

    private readonly Channel _x, _y, _z;
    private readonly double[] _times;
    private readonly RotationOrder _order;

    public QuaternionRotation(SceneObject thing)
    {
        _order = thing.RotationOrder;
        (_x, _y, _z) = (thing.Channel(Channels[0]), thing.Channel(Channels[1]), thing.Channel(Channels[2]));
        _times = [.. new[] { _x, _y, _z }.Select(channel => channel.Curve).OfType<Curve>().SelectMany(curve => curve.Keys).Select(key => (double)key.Time.Value).Distinct().Order()];
    }

    /// <summary>Whether a channel is one of three that are interpolated together.</summary>
    public static bool Covers(SceneObject thing, string channel) =>
        thing.RotationInterpolation == RotationInterpolation.Quaternion && channel.StartsWith("rotation.", StringComparison.Ordinal)
        && (IsKeyed(thing, Channels[0]) || IsKeyed(thing, Channels[1]) || IsKeyed(thing, Channels[2]));

    /// <summary>Degrees about x, y and z at source times in ticks.</summary>
    public void At(ReadOnlySpan<double> times, Span<double> x, Span<double> y, Span<double> z)
    {
        // Where nothing better is known, each follows its own curve.
        Own(_x, times, x);
        Own(_y, times, y);
        Own(_z, times, z);
        for (int i = 0, at = -1; i < times.Length; i++)
        {
            if (times[i] <= _times[0] || times[i] >= _times[^1]) continue;
            if (at < 0 || times[i] < _times[at] || times[i] >= _times[at + 1])
            {
                at = Array.BinarySearch(_times, times[i]);
                if (at < 0) at = ~at - 1;
            }
            if (times[i] == _times[at]) continue;
            (x[i], y[i], z[i]) = Between(_times[at], _times[at + 1], (x[i], y[i], z[i]));
        }
    }

    /// <summary>
    /// The rotation at a share of the shortest way from the pose before a source time to the one after it, below 0 and above 1
    /// beyond them, and when those are; null where there is none before or none after.
    /// </summary>
    public (Tick From, Tick To, (double X, double Y, double Z) Rotation)? Between(Tick time, double share)
    {
        var (before, after) = (Array.FindLastIndex(_times, pose => pose < time.Value), Array.FindIndex(_times, pose => pose > time.Value));
        if (before < 0 || after < 0) return null;
        var (a, b) = (Pose(_times[before]), Pose(_times[after]));
        var straight = (a.X + (b.X - a.X) * share, a.Y + (b.Y - a.Y) * share, a.Z + (b.Z - a.Z) * share);
        return (new((long)_times[before]), new((long)_times[after]), Turned(a, b, share, straight));
    }

    private (double X, double Y, double Z) Between(double from, double to, (double X, double Y, double Z) own)
    {
        var (a, b) = (Pose(from), Pose(to));
        // The part of the way is that of the rotation that changes most.
        double dx = Math.Abs(b.X - a.X), dy = Math.Abs(b.Y - a.Y), dz = Math.Abs(b.Z - a.Z);
        var (start, end, now) = dx >= dy && dx >= dz ? (a.X, b.X, own.X) : dy >= dz ? (a.Y, b.Y, own.Y) : (a.Z, b.Z, own.Z);
        return end == start ? own : Turned(a, b, (now - start) / (end - start), own);
    }

    private (double X, double Y, double Z) Pose(double time) => (_x.ValueAt(time), _y.ValueAt(time), _z.ValueAt(time));

    /// <summary>A part of the shortest way, told by the angles nearest to those that are expected.</summary>
    private (double X, double Y, double Z) Turned((double X, double Y, double Z) a, (double X, double Y, double Z) b, double part, (double X, double Y, double Z) expected) =>
        Transform.NearestRotation(Quaternion.Slerp(Quaternion.Of(a, _order), Quaternion.Of(b, _order), part).AsTransform().Rotation(_order), expected, _order);

    private static bool IsKeyed(SceneObject thing, string channel) => thing.Channels.GetValueOrDefault(channel)?.Curve is not null;

    private static void Own(Channel channel, ReadOnlySpan<double> times, Span<double> values)
    {
        if (channel.Curve is { } curve) curve.ValuesAt(times, values);
        else values.Fill(channel.Still);
    }
}
