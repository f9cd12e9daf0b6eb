using System.Runtime.CompilerServices;

namespace ZestyReel.Core.Scenes;

/// <summary>How the places and turns of objects rest on each other: by what carries them, what they aim at, and what they bounce off.</summary>
public static class PlaceTies
{
    /// <summary>So many aims, wheels that roll, and lags in the world, may rest on each other, one behind the other.</summary>
    public const int MostBehind = 100;

    private static readonly ConditionalWeakTable<Scene, object> Checked = [];

    /// <summary>What is aimed at and bounced off is there, and nothing would have to know where it is or how it is turned to know just that.</summary>
    /// <exception cref="Refusal">It is not so; a circle is told with its names.</exception>
    public static void Check(Scene scene)
    {
        foreach (var thing in scene.Objects.Values)
        {
            if (thing.Aim is { } aim)
            {
                if (aim.At == thing.Id) throw new Refusal("aim", $"{thing.Name} cannot aim at itself");
                if (!scene.Objects.ContainsKey(aim.At)) throw new Refusal("aim", $"what {thing.Name} aims at is not there any more");
            }
            foreach (var other in thing.Bounce?.Against ?? [])
            {
                if (other == thing.Id) throw new Refusal("against", $"{thing.Name} cannot bounce off itself");
                if (!scene.Objects.ContainsKey(other)) throw new Refusal("against", $"what {thing.Name} bounces off is not there any more");
            }
        }
        Lazy<Place[]> bounced = new(() => [.. scene.Bouncing().Where(thing => thing.Carrier is not null).Select(thing => new Place(thing.Carrier!.Value, true)), .. scene.BouncedOff().Select(id => new Place(id, false))]);
        var done = new Dictionary<Place, int>();
        foreach (var thing in scene.Objects.Values)
        {
            if (thing.Aim is not null || thing.Roll is not null) Walk(scene, new(thing.Id, true), done, bounced);
            if (thing.Bounce is { On: true } || thing.Lag is { On: true, World: true }) Walk(scene, new(thing.Id, false), done, bounced);
        }
    }

    /// <summary>The same, once for a scene: for what goes round for ever where a rule is broken, as it may be in the middle of an edit.</summary>
    /// <exception cref="Refusal">It is not so.</exception>
    public static void CheckOnce(Scene scene)
    {
        if (Checked.TryGetValue(scene, out _)) return;
        Check(scene);
        Checked.AddOrUpdate(scene, scene);
    }

    /// <summary>Walks from a place to all that it rests on; places that have been walked are known by how many aims, wheels and lags lie behind them, one behind the other.</summary>
    private static void Walk(Scene scene, Place first, Dictionary<Place, int> done, Lazy<Place[]> bounced)
    {
        var way = new OrderedDictionary<Place, (Queue<Place> Next, int Behind)>();
        void Enter(Place at) => way.Add(at, (new(RestsOn(scene, at, bounced)), 0));
        if (!done.ContainsKey(first)) Enter(first);
        while (way.Count > 0)
        {
            var (now, (next, behind)) = way.GetAt(way.Count - 1);
            if (!next.TryDequeue(out var below))
            {
                way.RemoveAt(way.Count - 1);
                done[now] = behind += IsDeep(scene, now) ? 1 : 0;
                if (behind > MostBehind)
                    throw new Refusal("aim", $"more than {MostBehind} aims, wheels and lags would rest on each other; let some of them aim at something that aims at nothing, lag by channels only, or not roll");
                if (way.Count > 0) Reach(behind);
            }
            else if (way.IndexOf(below) is var at and >= 0) throw Circle(scene, [.. way.Keys.Skip(at), below]);
            else if (done.TryGetValue(below, out var known)) Reach(known);
            else Enter(below);
        }

        void Reach(int behind)
        {
            var (place, (next, before)) = way.GetAt(way.Count - 1);
            way[place] = (next, Math.Max(before, behind));
        }
    }

    private static bool IsDeep(Scene scene, Place at) =>
        scene.Object(at.Id) is var thing && (at.IsTurned ? thing.Aim is not null || thing.Roll is not null : thing.Lag is { On: true, World: true });

    // How something is turned rests on where it is and, where it aims, on where its target is; where something is rests on
    // how what carries it is turned. So two can look at each other, but nothing at what it carries. What bounces rests
    // besides on all that carries anything that bounces, and on what is bounced off.
    private static IEnumerable<Place> RestsOn(Scene scene, Place at, Lazy<Place[]> bounced)
    {
        var thing = scene.Object(at.Id);
        if (at.IsTurned) return thing.Aim is { } aim ? [new(at.Id, false), new(aim.At, false)] : [new(at.Id, false)];
        if (thing.Bounce is { On: true }) return bounced.Value;
        return thing.Carrier is { } carrier ? [new(carrier, true)] : [];
    }

    private static Refusal Circle(Scene scene, List<Place> places)
    {
        var names = new List<string>();
        foreach (var place in places)
            if (scene.Object(place.Id).Name is var name && (names.Count == 0 || names[^1] != name)) names.Add(name);
        if (names.Count == 1) names.Add(names[0]);
        var isBounced = places.Any(place => !place.IsTurned && scene.Object(place.Id).Bounce is { On: true });
        return new(isBounced ? "bounce" : "aim", $"{string.Join(" would rest on ", names)}; {(isBounced ? "nothing that bounces can carry something else that does, nor what that bounces off" : "nothing can aim at what it carries")}");
    }

    /// <summary>Where an object is, or also how it is turned.</summary>
    private readonly record struct Place(ObjectId Id, bool IsTurned);
}
