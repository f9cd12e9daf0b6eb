namespace ZestyReel.Core.Scenes;

/// <summary>What aims keep to, and how they are tied to each other.</summary>
public static class AimTies
{
    /// <summary>So many aims may rest on each other, one behind the other.</summary>
    public const int MostBehind = 100;

    /// <exception cref="Refusal">The aim breaks a rule.</exception>
    public static void Check(Aim aim)
    {
        if (!Enum.IsDefined(aim.Axis)) throw new Refusal("axis", "there is no such direction");
        if (!Enum.IsDefined(aim.Up)) throw new Refusal("up", "there is no such direction");
        if ((int)aim.Axis / 2 == (int)aim.Up / 2) throw new Refusal("up", "what is up lies across what looks at the target; take another direction");
    }

    /// <summary>What is aimed at is there, and nothing would have to know how it is turned to know how it is turned.</summary>
    /// <exception cref="Refusal">It is not so; a circle is told with its names.</exception>
    public static void Check(Scene scene)
    {
        foreach (var thing in scene.Objects.Values)
        {
            if (thing.Aim is not { } aim) continue;
            if (aim.At == thing.Id) throw new Refusal("aim", $"{thing.Name} cannot aim at itself");
            if (!scene.Objects.ContainsKey(aim.At)) throw new Refusal("aim", $"what {thing.Name} aims at is not there any more");
        }
        var done = new HashSet<Turning>();
        foreach (var thing in scene.Objects.Values)
            if (thing.Aim is not null) Walk(scene, new(thing.Id, true), done);
    }

    // How something is turned rests on where it is and, where it aims, on where its target is; where something is rests on
    // how what carries it is turned. So two can look at each other, but nothing at what it carries.
    private static void Walk(Scene scene, Turning first, HashSet<Turning> done)
    {
        var way = new OrderedDictionary<Turning, Queue<Turning>>();
        var aims = 0;
        bool Aims(Turning at) => at.IsTurned && scene.Object(at.Id).Aim is not null;
        void Enter(Turning at)
        {
            way.Add(at, new(RestsOn(scene, at)));
            if (Aims(at) && ++aims > MostBehind)
                throw new Refusal("aim", $"more than {MostBehind} aims would rest on each other; let some of them aim at something that aims at nothing");
        }
        if (!done.Contains(first)) Enter(first);
        while (way.Count > 0)
        {
            var (now, next) = way.GetAt(way.Count - 1);
            if (!next.TryDequeue(out var below))
            {
                way.RemoveAt(way.Count - 1);
                done.Add(now);
                if (Aims(now)) aims--;
            }
            else if (way.IndexOf(below) is var at and >= 0)
                throw new Refusal("aim", $"{string.Join(" would rest on ", way.Keys.Skip(at).Append(below).Select(each => scene.Object(each.Id).Name).Aggregate(new List<string>(), Plain))}; nothing can aim at what it carries");
            else if (!done.Contains(below)) Enter(below);
        }
    }

    private static IEnumerable<Turning> RestsOn(Scene scene, Turning at)
    {
        var thing = scene.Object(at.Id);
        if (!at.IsTurned) return thing.Carrier is { } carrier ? [new(carrier, true)] : [];
        return thing.Aim is { } aim ? [new(at.Id, false), new(aim.At, false)] : [new(at.Id, false)];
    }

    private static List<string> Plain(List<string> names, string name)
    {
        if (names.Count == 0 || names[^1] != name) names.Add(name);
        return names;
    }

    /// <summary>Where an object is, or also how it is turned.</summary>
    private readonly record struct Turning(ObjectId Id, bool IsTurned);
}
