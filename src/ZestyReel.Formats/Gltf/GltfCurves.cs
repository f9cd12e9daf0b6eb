using System.Collections.Immutable;
using SharpGLTF.Schema2;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.Gltf;

/// <summary>
/// Makes curves of what animations say. STEP becomes keys that hold, LINEAR straight keys, and CUBICSPLINE free handles at
/// a third of the way, which are the same curves: a Hermite cubic with slopes m over a stretch d is the Bézier whose
/// handles are d/3 long and m·d/3 high. Rotations see <see cref="Turn"/>.
/// </summary>
internal sealed class GltfCurves(KeyTimes times)
{
    // Euler angles of a cubic quaternion are no cubics: they are looked at in so many places of a stretch, and may be off by so many degrees.
    private const int Finer = 32;

    /// <summary>How far a rotation may be off, in degrees.</summary>
    public const double Tolerance = 1e-3;

    private const int Decimals = 5;

    /// <summary>The object with one number of a track as a channel's curve; a still value where it never changes.</summary>
    public SceneObject With(SceneObject thing, string channel, GltfTrack track, int column)
    {
        var spec = thing.OwnSpec(channel, "file");
        var keys = Keys(track, column).Select(key => spec.HoldsOnly || spec.Unit is ChannelUnit.Fraction or ChannelUnit.LinearLight ? spec.Fitted(key) : spec.Checked(key, "file")).ToImmutableArray();
        return With(thing, channel, keys);
    }

    /// <summary>
    /// The object with its rotation led by a track of quaternions. Straight ways about one axis are straight keys of that
    /// axis; other straight ways are quaternion interpolation, which is what glTF says as well. Cubic ways become curves of
    /// the three axes that are nowhere further off than <see cref="Tolerance"/>.
    /// </summary>
    public SceneObject Turn(SceneObject thing, GltfTrack track)
    {
        var euler = new (double X, double Y, double Z)[track.Seconds.Length];
        for (var i = 0; i < euler.Length; i++) euler[i] = Degrees(track.Values[i], i == 0 ? default : euler[i - 1]);
        var moving = Enumerable.Range(0, 3).Where(axis => Array.Exists(euler, each => Of(each, axis) != Of(euler[0], axis))).ToList();
        if (track.Mode == AnimationInterpolationMode.CUBICSPLINE) return Bent(thing, track);
        var isShared = track.Mode == AnimationInterpolationMode.LINEAR && moving.Count > 1;
        if (isShared) thing = thing with { RotationInterpolation = RotationInterpolation.Quaternion };
        for (var axis = 0; axis < 3; axis++)
        {
            var column = axis;
            var rows = track with { Values = Array.ConvertAll(euler, each => new[] { Of(each, column) }) };
            var keys = Keys(rows, 0).ToImmutableArray();
            thing = isShared ? thing.WithChannel(Rotations[axis], new Channel(0, new Curve(keys))) : With(thing, Rotations[axis], keys);
        }
        return thing;
    }

    /// <summary>Degrees about x, y and z of a quaternion of x, y, z and w, as near as can be to where they are expected; a file's quaternions are no finer than they are rounded.</summary>
    public static (double X, double Y, double Z) Degrees(double[] q, (double X, double Y, double Z) expected)
    {
        var (x, y, z) = Exactly(q, expected);
        return (Rounded(x), Rounded(y), Rounded(z));
    }

    private static readonly string[] Rotations = ["rotation.x", "rotation.y", "rotation.z"];

    private static double Of((double X, double Y, double Z) each, int axis) => axis switch { 0 => each.X, 1 => each.Y, _ => each.Z };

    private static SceneObject With(SceneObject thing, string channel, ImmutableArray<Key> keys)
    {
        var isStill = keys.All(key => key.Value == keys[0].Value && key.InHandle.Value == 0 && key.OutHandle.Value == 0);
        return thing.WithChannel(channel, isStill ? new Channel(keys[0].Value) : new Channel(thing.Spec(channel, "file").Default, new Curve(keys)));
    }

    private IEnumerable<Key> Keys(GltfTrack track, int column)
    {
        var at = times.At(track.Seconds);
        for (var i = 0; i < at.Length; i++)
        {
            var value = track.Values[i][column];
            if (track.Mode == AnimationInterpolationMode.STEP) yield return new(at[i], value, Interpolation.Hold, Interpolation.Hold);
            else if (track.Mode == AnimationInterpolationMode.LINEAR) yield return new(at[i], value, Interpolation.Linear, Interpolation.Linear);
            else yield return Bent(at[i], value, i > 0 ? at[i] - at[i - 1] : default, Slope(track.Before[i]), i < at.Length - 1 ? at[i + 1] - at[i] : default, Slope(track.After[i]));
        }
        double Slope(double[] row) => row[column] / Tick.PerSecond;
    }

    /// <summary>A key with slopes, a tick, over the stretches before and after it.</summary>
    private static Key Bent(Tick at, double value, TickSpan before, double slopeBefore, TickSpan after, double slopeAfter)
    {
        var (inwards, outwards) = (before.Value / 3.0, after.Value / 3.0);
        return new(at, value, Interpolation.Free, Interpolation.Free, new(-inwards, -slopeBefore * inwards), new(outwards, slopeAfter * outwards));
    }

    private SceneObject Bent(SceneObject thing, GltfTrack track)
    {
        var fits = new List<(CubicTrack Track, Tick From, double Part)>();
        var at = times.At(track.Seconds);
        (double X, double Y, double Z) before = Degrees(track.Values[0], default);
        for (var i = 0; i < at.Length - 1; i++)
        {
            var rows = Enumerable.Range(0, 3).Select(_ => new double[Finer + 1]).ToArray();
            for (var k = 0; k <= Finer; k++)
            {
                var second = k == 0 ? track.Seconds[i] : k == Finer ? track.Seconds[i + 1] : track.Seconds[i] + ((double)track.Seconds[i + 1] - track.Seconds[i]) * k / Finer;
                before = Exactly(track.At(second), before);
                (rows[0][k], rows[1][k], rows[2][k]) = before;
            }
            fits.Add((CubicTrack.Of(rows, new HashSet<int>(), Tolerance), at[i], (double)(at[i + 1] - at[i]).Value / Finer));
        }
        if (fits.Count == 0) return Turn(thing, track with { Mode = AnimationInterpolationMode.STEP, Before = [], After = [] });
        for (var axis = 0; axis < 3; axis++) thing = With(thing, Rotations[axis], [.. Joined(fits, axis, at[^1])]);
        return thing;
    }

    private static IEnumerable<Key> Joined(List<(CubicTrack Track, Tick From, double Part)> fits, int axis, Tick end)
    {
        // A stretch of one kind after one of another: what is still has no slopes, and what jumps has steps finer than a stretch.
        var places = new List<(Tick At, double Value, double Before, double After)>();
        foreach (var (track, from, part) in fits)
        {
            var isCubic = track.Shape == TrackShape.Cubic;
            foreach (var (i, place) in track.At.Index())
            {
                var at = new Tick(from.Value + (long)Math.Round(place * part));
                var after = isCubic ? track.After[i][axis] / part : 0;
                var into = isCubic ? track.Before[i][axis] / part : 0;
                if (places.Count > 0 && places[^1].At >= at) places[^1] = places[^1] with { After = after };
                else places.Add((at, track.Values[i][axis], into, after));
            }
        }
        if (places[^1].At < end) places.Add((end, fits[^1].Track.Values[^1][axis], 0, 0));
        for (var i = 0; i < places.Count; i++)
            yield return Bent(places[i].At, Rounded(places[i].Value), i > 0 ? places[i].At - places[i - 1].At : default, places[i].Before, i < places.Count - 1 ? places[i + 1].At - places[i].At : default, places[i].After);
    }

    private static double Rounded(double degrees) => Math.Round(degrees, Decimals) + 0.0;

    private static (double X, double Y, double Z) Exactly(double[] q, (double X, double Y, double Z) expected)
    {
        var length = Math.Sqrt(q.Sum(part => part * part));
        return length > 1e-6
            ? Transform.NearestRotation(new Core.Evaluation.Quaternion(q[3] / length, q[0] / length, q[1] / length, q[2] / length).AsTransform().Rotation(RotationOrder.Xyz), expected, RotationOrder.Xyz)
            : expected;
    }
}
