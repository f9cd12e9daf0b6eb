using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>What one object does at each of the moments, as compositing takes it: where it is, and what is seen of it.</summary>
public sealed class ObjectMoves
{
    private readonly Dictionary<string, double[]> _values = [];

    private ObjectMoves(SceneObject thing, Transform[] places, (double X, double Y, double Z)[] rotations) => (Object, Places, Rotations) = (thing, places, rotations);

    /// <summary>Whose they are.</summary>
    public SceneObject Object { get; }

    /// <summary>Its place at each moment, led to where it goes: in the world, or inside its parent.</summary>
    public Transform[] Places { get; }

    /// <summary>Degrees about x, y and z in its rotation order at each moment, each as near as can be to the one before.</summary>
    public (double X, double Y, double Z)[] Rotations { get; }

    /// <summary>Its rotations as quaternions, none the negative of the one before.</summary>
    public Quaternion[] Turns()
    {
        var turns = new Quaternion[Rotations.Length];
        for (var i = 0; i < turns.Length; i++)
        {
            var (now, before) = (Quaternion.Of(Rotations[i], Object.RotationOrder), i == 0 ? default : turns[i - 1]);
            turns[i] = now.W * before.W + now.X * before.X + now.Y * before.Y + now.Z * before.Z < 0 ? new(-now.W, -now.X, -now.Y, -now.Z) : now;
        }
        return turns;
    }

    /// <summary>What is told of an object besides its place: the channels by which it is seen, lit or looked through.</summary>
    public static IEnumerable<ChannelSpec> Told(SceneObject thing) => thing.Specs.Where(spec =>
        spec.Name == "visible" || spec.Name.StartsWith("look.", StringComparison.Ordinal)
        || spec.Name.StartsWith("camera.", StringComparison.Ordinal) || spec.Name.StartsWith("light.", StringComparison.Ordinal));

    /// <summary>A channel at each moment; only those that are <see cref="Told"/>.</summary>
    public double[] this[string channel] => _values[channel];

    /// <summary>Of one object.</summary>
    public static ObjectMoves Of(OutgoingScene going, SceneObject thing, FrameTimes times, WorldSampler worlds)
    {
        var places = PlacesOf(going, thing, worlds);
        var rotations = new (double X, double Y, double Z)[places.Length];
        for (var i = 0; i < places.Length; i++)
        {
            rotations[i] = places[i].Rotation(thing.RotationOrder);
            if (i > 0) rotations[i] = Transform.NearestRotation(rotations[i], rotations[i - 1], thing.RotationOrder);
        }
        var moves = new ObjectMoves(thing, places, rotations);
        foreach (var spec in Told(thing))
        {
            var values = Stages.Values(thing, spec.Name, times);
            moves._values[spec.Name] = spec.Name == "light.range" ? Array.ConvertAll(values, value => value * going.Choice.Unit) : values;
        }
        return moves;
    }

    /// <summary>Whether some place is askew, so that position, rotation and scale do not say it: what hangs askew in something scaled unevenly.</summary>
    public static bool IsAskew(in Transform place)
    {
        Vector x = new Vector(place.Xx, place.Xy, place.Xz).Unit(), y = new Vector(place.Yx, place.Yy, place.Yz).Unit(), z = new Vector(place.Zx, place.Zy, place.Zz).Unit();
        return Math.Max(Math.Abs(x.Dot(y)), Math.Max(Math.Abs(y.Dot(z)), Math.Abs(z.Dot(x)))) > 1e-6;
    }

    /// <summary>Where an object is at each moment, led to where it goes.</summary>
    internal static Transform[] PlacesOf(OutgoingScene going, SceneObject thing, WorldSampler worlds)
    {
        var run = worlds.Worlds(thing.Id);
        var outer = going.Choice.World || thing.Parent is not { } parent ? null : worlds.Worlds(parent);
        var places = new Transform[run.Count];
        for (var i = 0; i < places.Length; i++)
        {
            var place = going.Led(thing, run[i]);
            // Inside what it hangs in, as that is led; what is flattened to nothing has no inside.
            if (outer is not null && going.Led(going.Scene.Object(thing.Parent!.Value), outer[i]).Inverse() is { } back) place = back * place;
            places[i] = place;
        }
        return places;
    }
}
