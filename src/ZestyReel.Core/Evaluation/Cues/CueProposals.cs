using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Evaluation;

/// <summary>
/// What happens on a frame, by what is seen there: the bookmark on it, how far along its path each follower is, what comes
/// near to what or leaves it, and what value what moves most has reached. Each is one that a cue finds on this very frame.
/// </summary>
public sealed class CueProposals
{
    /// <summary>So many of a kind are proposed at the most, and so many objects are looked at.</summary>
    private const int MostOfAKind = 4, MostMovers = 60, MostOthers = 200;

    private readonly Scene _scene;
    private readonly Tick _moment;
    private readonly HashSet<ObjectId> _started;
    private readonly FrameTimes _times;
    private readonly WorldSampler _worlds;

    private CueProposals(Scene scene, Tick moment, IEnumerable<ObjectId> started)
    {
        (_scene, _moment, _started) = (scene, moment, [.. started]);
        _times = new FrameTimes(scene, [moment.Value - scene.Rate.TicksPerFrame / 4, moment.Value, moment.Value + scene.Rate.TicksPerFrame / 4]);
        _worlds = new WorldSampler(scene, _times);
    }

    /// <summary>What happens at a moment, the likeliest first.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="moment">A played time.</param>
    /// <param name="started">What is to be started: nothing of it is waited for.</param>
    public static ImmutableArray<CueProposal> Of(Scene scene, Tick moment, IEnumerable<ObjectId> started)
    {
        var at = new CueProposals(scene, moment, started);
        return [.. at.Marks().Concat(at.Travels()).Concat(at.Nears()).Concat(at.Values()).Select(at.Met).OfType<CueProposal>()];
    }

    private IEnumerable<CueWhen> Marks() => _scene.Bookmarks.Values.Where(mark => IsAt(mark.Time)).Take(MostOfAKind).Select(mark => new CueWhen(CueEvent.Bookmark, Bookmark: mark.Id));

    private IEnumerable<CueWhen> Travels() => Movers()
        .Where(thing => thing.Follow is not null && Changes(thing, Follow.Travel) != 0)
        .Select(thing => new CueWhen(CueEvent.Reaches, thing.Id, Follow.Travel, Plain(Stages.Values(thing, Follow.Travel, _times)[1], 4)))
        .Take(MostOfAKind);

    private IEnumerable<CueWhen> Nears()
    {
        var others = _scene.Objects.Values.Where(thing => !_started.Contains(thing.Id) && thing.Path is null).Take(MostOthers).ToList();
        var found = new List<(double Distance, CueWhen When)>();
        foreach (var (i, mover) in Movers().Index())
        {
            foreach (var other in others)
            {
                // Of two that move the first to be found is the mover; what is carried by the other stays as far away as it is.
                if (other.Id == mover.Id || Distance(mover.Id, other.Id, 1) is not (> 1e-6 and var distance)) continue;
                var (before, after) = (Distance(mover.Id, other.Id, 0), Distance(mover.Id, other.Id, 2));
                if (Math.Abs(after - before) < 1e-6 || found.Any(each => each.When.Object == other.Id && each.When.Other == mover.Id)) continue;
                found.Add((distance, new(after < before ? CueEvent.Near : CueEvent.Leaves, mover.Id, Value: Plain(distance, 2), Other: other.Id)));
            }
        }
        return found.OrderBy(each => each.Distance).Where(each => !IsDeepIn(_scene.Object(each.When.Other!.Value), each.Distance)).Take(MostOfAKind).Select(each => each.When);
    }

    /// <summary>Whether something at a distance of a shape's origin is so well within its size that it moves on it or in it: water, ground, a room.</summary>
    private bool IsDeepIn(SceneObject shape, double distance)
    {
        var sizes = shape.Specs.Where(spec => spec.Unit == ChannelUnit.Length && spec.Name.StartsWith("shape.", StringComparison.Ordinal)).Select(spec => Stages.Values(shape, spec.Name, _times)[1]);
        var diagonal = Math.Sqrt(sizes.Sum(size => size * size));
        var world = _worlds.Worlds(shape.Id)[1];
        var scale = Math.Max(new Vector(world.Xx, world.Xy, world.Xz).Length(), Math.Max(new Vector(world.Yx, world.Yy, world.Yz).Length(), new Vector(world.Zx, world.Zy, world.Zz).Length()));
        return distance < diagonal * scale / 4;
    }

    private IEnumerable<CueWhen> Values() => Movers()
        .SelectMany(thing => thing.Specs.Where(spec => spec.Group is "Position" or "Rotation").Select(spec => (thing, spec, change: Changes(thing, spec.Name))).Where(each => each.change != 0)
            .OrderByDescending(each => Math.Abs(each.change)).Take(1))
        .Select(each => new CueWhen(CueEvent.Reaches, each.thing.Id, each.spec.Name, Plain(Stages.Values(each.thing, each.spec.Name, _times)[1], 3), each.change > 0 ? CueGoing.Up : CueGoing.Down))
        .Take(MostOfAKind);

    private IEnumerable<SceneObject> Movers() => _scene.InOrder()
        .Where(thing => !_started.Contains(thing.Id) && (thing.Follow is not null || thing.Specs.Any(spec => spec.IsOfTransform && Stages.Moves(thing, spec.Name, _times))))
        .Take(MostMovers);

    private double Changes(SceneObject thing, string channel)
    {
        if (!Stages.Moves(thing, channel, _times)) return 0;
        var values = Stages.Values(thing, channel, _times);
        return Math.Abs(values[2] - values[0]) < 1e-9 ? 0 : values[2] - values[0];
    }

    private double Distance(ObjectId a, ObjectId b, int at)
    {
        var (one, other) = (_worlds.Worlds(a)[at], _worlds.Worlds(b)[at]);
        return new Vector(one.Px - other.Px, one.Py - other.Py, one.Pz - other.Pz).Length();
    }

    /// <summary>The event with what a cue finds; null where it finds another moment.</summary>
    private CueProposal? Met(CueWhen when)
    {
        if (CueOrder.Reads(_scene, new(default, "", true, when, _moment, default, [], _moment)).Any(read => _started.Contains(read.Object))) return null;
        // From the start of the scene on, or else from a little before.
        foreach (var from in (Tick[])[_scene.Rate.StartOf(_scene.Settings.Range.First), _scene.Rate.StartOf(_scene.Rate.NearestFrame(_moment) - 1)])
            if (new CueSearch(_scene, when, from).Found().At is { } calls && IsAt(calls)) return new(when, from, calls);
        return null;
    }

    private bool IsAt(Tick time) => Math.Abs((time - _moment).Value) <= _scene.Rate.TicksPerFrame / 2;

    /// <summary>A value as somebody would write it.</summary>
    private static double Plain(double value, int decimals) => Math.Round(value, decimals) + 0.0;
}
