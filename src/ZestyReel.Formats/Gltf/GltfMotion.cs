using System.Numerics;
using SharpGLTF.Schema2;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Gltf;

/// <summary>The animation of a model: cubic curves where something moves smoothly, steps where it jumps; the first moment is at 0 s.</summary>
/// <param name="root">The model.</param>
/// <param name="going">What goes out.</param>
/// <param name="finer">In how many parts each way from moment to moment has been looked at.</param>
internal sealed class GltfMotion(ModelRoot root, OutgoingScene going, int finer)
{
    /// <summary>How far a place may be off, in scene lengths, and a part of a quaternion.</summary>
    public const double Length = 1e-5, Turn = 2e-6;

    private Animation? _animation;

    private Animation Animation => _animation ??= root.CreateAnimation(going.Scene.Settings.Name);

    /// <summary>Which of the fine samples an object's keys of its transform fall on; none where its time does not run as the scene's.</summary>
    public IReadOnlySet<int> KeysOf(SceneObject thing)
    {
        var found = new HashSet<int>();
        if (going.Moments.Count < 2 || going.Scene.Warps.Count > 0 || going.Scene.Cues.Count > 0) return found;
        var part = (double)(going.Moments[1].Value - going.Moments[0].Value) / finer;
        foreach (var (name, channel) in thing.Channels)
        {
            if (!name.StartsWith("position.", StringComparison.Ordinal) && !name.StartsWith("rotation.", StringComparison.Ordinal) && !name.StartsWith("scale.", StringComparison.Ordinal)) continue;
            foreach (var key in channel.Curve?.Keys ?? [])
            {
                var at = (key.Time.Value - going.Moments[0].Value) / part;
                if (at > 0 && at < (going.Moments.Count - 1) * finer && Math.Abs(at - Math.Round(at)) < 1e-3) found.Add((int)Math.Round(at));
            }
        }
        return found;
    }

    /// <summary>Curves through fine samples. A tolerance grows with numbers so large that a float is not that fine.</summary>
    public CubicTrack Fit(double[][] columns, IReadOnlySet<int> breaks, double tolerance)
    {
        var largest = columns.Max(column => column.Max(Math.Abs));
        if (!double.IsFinite(largest) || largest > 1e30) throw new ZestyReel.Core.Refusal("objects", "something is further away than a glTF file can say");
        return CubicTrack.Of(columns, breaks, Math.Max(tolerance, largest * 2e-7));
    }

    /// <summary>Moves a node.</summary>
    public void Translate(Node node, CubicTrack track)
    {
        if (track.Shape == TrackShape.Cubic) Animation.CreateTranslationChannel(node, Cubic(track, Three));
        else if (track.Shape == TrackShape.Stepped) Animation.CreateTranslationChannel(node, Stepped(track, Three), linear: false);
    }

    /// <summary>Turns a node.</summary>
    public void Rotate(Node node, CubicTrack track)
    {
        if (track.Shape == TrackShape.Cubic) Animation.CreateRotationChannel(node, Cubic(track, Four));
        else if (track.Shape == TrackShape.Stepped) Animation.CreateRotationChannel(node, Stepped(track, Turned), linear: false);
    }

    /// <summary>Scales a node.</summary>
    public void Scale(Node node, CubicTrack track)
    {
        if (track.Shape == TrackShape.Cubic) Animation.CreateScaleChannel(node, Cubic(track, Three));
        else if (track.Shape == TrackShape.Stepped) Animation.CreateScaleChannel(node, Stepped(track, Three), linear: false);
    }

    /// <summary>Leads a shape through its forms; each but the first is a morph target.</summary>
    public void Morph(Node node, IReadOnlyList<int> at)
    {
        var count = at.Count - 1;
        var keys = new SortedDictionary<float, float[]>();
        foreach (var (i, moment) in at.Index())
        {
            var weights = new float[count];
            if (i > 0) weights[i - 1] = 1;
            keys[(float)going.Moments.SecondsOf(moment)] = weights;
        }
        Animation.CreateMorphChannel(node, keys, count, linear: true);
    }

    /// <summary>Moves a number or a colour of something, told by where it stands in the file; nothing where it stays.</summary>
    /// <param name="pointer">Where it stands.</param>
    /// <param name="columns">A row for each of its parts, a value for each moment.</param>
    /// <param name="value">Makes a value of its parts.</param>
    public void Point<T>(string pointer, double[][] columns, Func<double[], T> value)
    {
        if (Keys(columns, value) is var (keys, isStepped)) Animation.DangerousCreatePointerChannel(pointer, keys, !isStepped, false);
    }

    /// <summary>Shows and hides a node and all below it; nothing where that stays as it is.</summary>
    public void Show(Node node, bool[] seen)
    {
        if (Keys([Array.ConvertAll(seen, each => each ? 1.0 : 0)], values => values[0] >= 0.5) is var (keys, _)) Animation.CreateVisibilityChannel(node, keys);
    }

    /// <summary>Three numbers.</summary>
    public static Vector3 Three(double[] values) => new((float)values[0], (float)values[1], (float)values[2]);

    /// <summary>A rotation, of length 1.</summary>
    public static Quaternion Turned(double[] values) => Quaternion.Normalize(Four(values));

    private static Quaternion Four(double[] values) => new((float)values[0], (float)values[1], (float)values[2], (float)values[3]);

    private (SortedDictionary<float, T> Keys, bool IsStepped)? Keys<T>(double[][] columns, Func<double[], T> value)
    {
        // What only jumps is told in steps; else straight ways from moment to moment are what the standard has for these.
        var track = CubicTrack.StillOrStepped(columns, 0);
        if (track?.Shape == TrackShape.Still) return null;
        var keys = new SortedDictionary<float, T>();
        bool IsSame(int one, int other) => Array.TrueForAll(columns, column => column[one] == column[other]);
        void Tell(int moment) => keys[(float)going.Moments.SecondsOf(moment)] = value(Array.ConvertAll(columns, column => column[moment]));
        if (track is not null)
        {
            foreach (var moment in track.At) Tell(moment);
            return (keys, true);
        }
        var last = columns[0].Length - 1;
        for (var i = 0; i <= last; i++)
            if (i == 0 || i == last || !IsSame(i, i - 1) || !IsSame(i, i + 1)) Tell(i);
        return (keys, false);
    }

    private SortedDictionary<float, T> Stepped<T>(CubicTrack track, Func<double[], T> value)
    {
        var keys = new SortedDictionary<float, T>();
        foreach (var (i, at) in track.At.Index()) keys[SecondsOf(at)] = value(track.Values[i]);
        return keys;
    }

    private SortedDictionary<float, (T, T, T)> Cubic<T>(CubicTrack track, Func<double[], T> value)
    {
        var keys = new SortedDictionary<float, (T, T, T)>();
        var perSecond = going.Moments.Rate * finer;
        foreach (var (i, at) in track.At.Index())
            keys[SecondsOf(at)] = (value(Array.ConvertAll(track.Before[i], slope => slope * perSecond)), value(track.Values[i]), value(Array.ConvertAll(track.After[i], slope => slope * perSecond)));
        return keys;
    }

    private float SecondsOf(int fine)
    {
        var (at, part) = (fine / finer, (double)(fine % finer) / finer);
        var here = going.Moments.SecondsOf(at);
        return (float)(part == 0 ? here : here + (going.Moments.SecondsOf(at + 1) - here) * part);
    }
}
