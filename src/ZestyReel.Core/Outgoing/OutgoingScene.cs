using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>A scene, and what of it goes out.</summary>
/// <param name="Scene">The scene; it stays as it is.</param>
/// <param name="Objects">What goes, in the scene's order.</param>
/// <param name="Moments">When its motion is written down.</param>
/// <param name="Choice">What was asked for.</param>
/// <param name="Files">The files that the scene needs.</param>
public sealed record OutgoingScene(Scene Scene, ImmutableArray<SceneObject> Objects, Moments Moments, OutgoingChoice Choice, OutgoingFiles Files)
{
    /// <summary>Most places, one for each object that moves at each moment, that are worked out for a file.</summary>
    public const long MostPlaces = 3_000_000;

    /// <summary>Finds what is asked for.</summary>
    /// <exception cref="Refusal">Some of it is not there, or out of reach.</exception>
    public static OutgoingScene Of(Scene scene, OutgoingChoice choice, OutgoingFiles files)
    {
        if (!double.IsFinite(choice.Unit) || choice.Unit is < 1e-6 or > 1e6) throw new Refusal("unit", "a length of the scene is 0.000001 to 1,000,000 lengths of the file");
        var wanted = choice.Objects.Select(name => (scene.Find(name) ?? throw new Refusal("object", $"there is no object called \"{Names.Shown(name)}\"")).Id).ToList();
        var within = wanted.Count == 0 ? null : scene.WithDescendants(wanted).Select(thing => thing.Id).ToHashSet();
        var objects = scene.InOrder().Where(thing => within is null || within.Contains(thing.Id));
        if (choice.Part == OutgoingPart.CamerasAndLights) objects = objects.Where(thing => thing.Kind is ObjectKind.Camera or ObjectKind.Light);
        if (choice.Camera is { } camera && scene.Find(camera)?.Kind != ObjectKind.Camera) throw new Refusal("camera", $"there is no camera called \"{Names.Shown(camera)}\"");
        return new(scene, [.. objects], Moments.Of(scene, choice), choice, files);
    }

    /// <summary>What goes, and what carries it, in the scene's order: so that all is where it is where everything stands inside what it hangs in.</summary>
    public IReadOnlyList<SceneObject> WithWhatCarries()
    {
        var all = new HashSet<ObjectId>();
        foreach (var thing in Objects)
            foreach (var above in Scene.WithAncestors(thing.Id))
                // Above one that is known all are.
                if (!all.Add(above.Id)) break;
        return [.. Scene.InOrder().Where(thing => all.Contains(thing.Id))];
    }

    /// <summary>Whether shapes go out.</summary>
    public bool HasShapes => Choice.Part == OutgoingPart.Everything;

    /// <summary>Whether an object may move, by what is known without looking: for estimates.</summary>
    public bool MayMove(SceneObject thing) => Scene.WithCarriers(thing.Id).Any(each => each.Follow is not null || each.Aim is not null || each.IsLoose || each.Roll is not null || each.Channels.Values.Any(channel => channel.Curve is not null));

    /// <summary>Says no to what would take minutes.</summary>
    /// <exception cref="Refusal">Too much would have to be worked out.</exception>
    public void RefuseTooMuch()
    {
        var places = Objects.Count(MayMove) * (long)Moments.Count;
        if (places > MostPlaces) throw new Refusal("step", FormattableString.Invariant($"that is {places} places of things that move, and {MostPlaces} are the most; take fewer objects, a shorter range or fewer moments"));
    }

    /// <summary>The shape of an object at the first moment, before it is sized.</summary>
    public ShapeMesh ShapeOf(SceneObject thing)
    {
        var times = FrameTimes.At(Scene, Moments[0]);
        return ShapeMesh.Of(thing, name => Stages.Values(thing, name, times)[0]);
    }

    /// <summary>The moments, for evaluation.</summary>
    public FrameTimes Times(CancellationToken stop) => new(Scene, Moments.Played()) { Stop = stop };

    /// <summary>A place in the world as it is where it goes: in its lengths, and turned so that its up is up.</summary>
    /// <remarks>Cameras and lights keep looking along their own −z; everything else keeps its own up, and so is turned from within as well.</remarks>
    public Transform Led(SceneObject thing, in Transform world)
    {
        var led = world with { Px = world.Px * Choice.Unit, Py = world.Py * Choice.Unit, Pz = world.Pz * Choice.Unit };
        if (Choice.Up == UpAxis.Y) return led;
        led = Risen * led;
        return LooksAhead(thing) ? led : led * Laid;
    }

    /// <summary>Places inside what an object hangs in, as they are where they go: inside that, as it is led.</summary>
    public NodeTracks Led(SceneObject thing, NodeTracks inside)
    {
        var (places, turns, sizes) = (inside.Position, inside.Rotation, inside.Scale);
        if (Choice.Unit != 1) places = Array.ConvertAll(places, row => Array.ConvertAll(row, value => value * Choice.Unit));
        if (Choice.Up == UpAxis.Y) return new(places, turns, sizes);
        // What is around a thing is laid down from within as it is itself; the world is not.
        if (NodeTracks.IsInWorld(thing) || thing.Parent is not { } parent || !LooksAhead(Scene.Object(parent)))
        {
            places = [places[0], Array.ConvertAll(places[2], value => -value), places[1]];
            turns = Turned(turns, turn => QuarterAboutX * turn);
        }
        return LooksAhead(thing) ? new(places, turns, sizes) : new(places, Turned(turns, turn => turn * QuarterAboutX.Conjugate()), [sizes[0], sizes[2], sizes[1]]);
    }

    /// <summary>A point of an object's own space as it is where it goes.</summary>
    public Vector Led(Vector at) => Choice.Up == UpAxis.Y ? at * Choice.Unit : new Vector(at.X, -at.Z, at.Y) * Choice.Unit;

    /// <summary>Whether it looks along its own −z anywhere, and so keeps no up of its own.</summary>
    private static bool LooksAhead(SceneObject thing) => thing.Kind is ObjectKind.Camera or ObjectKind.Light;

    private static double[][] Turned(double[][] turns, Func<Quaternion, Quaternion> by)
    {
        var turned = Array.ConvertAll(turns, row => new double[row.Length]);
        for (var i = 0; i < turns[0].Length; i++)
        {
            var now = by(new(turns[3][i], turns[0][i], turns[1][i], turns[2][i]));
            (turned[0][i], turned[1][i], turned[2][i], turned[3][i]) = (now.X, now.Y, now.Z, now.W);
        }
        return turned;
    }

    private static readonly Quaternion QuarterAboutX = new(Math.Sqrt(0.5), Math.Sqrt(0.5), 0, 0);

    /// <summary>A quarter about x: y becomes z.</summary>
    private static readonly Transform Risen = new(1, 0, 0, 0, 0, 1, 0, -1, 0, 0, 0, 0), Laid = new(1, 0, 0, 0, 0, -1, 0, 1, 0, 0, 0, 0);
}
