namespace ZestyReel.Core.Scenes;

/// <summary>What ties the parts of a scene to each other: names, parents, and what points at what.</summary>
public static class SceneTies
{
    /// <summary>Whether everything that a part of the scene points at is there, names are unique, and no object is its own ancestor.</summary>
    public static bool Hold(Scene scene)
    {
        try
        {
            Check(scene);
            return true;
        }
        catch (Refusal)
        {
            return false;
        }
    }

    /// <exception cref="Refusal">Something points at what is not there, two have one name, or an object is its own ancestor.</exception>
    public static void Check(Scene scene)
    {
        if (scene.Objects.Count > Scene.MostObjects) throw new Refusal("objects", $"a scene has room for {Scene.MostObjects} objects");
        AreUnique(scene.Objects.Values.Select(thing => thing.Name), "an object");
        AreUnique(scene.Warps.Values.Select(warp => warp.Name), "a warp");
        AreUnique(scene.Clips.Values.Select(clip => clip.Name), "a clip");
        AreUnique(scene.Cues.Values.Select(cue => cue.Name), "a cue");
        LayerRules.CheckTies(scene);
        SoundRules.CheckTies(scene);
        AreUnique(scene.NamedSelections.Values.Select(selection => selection.Name), "a named selection");
        foreach (var thing in scene.Objects.Values)
            if (thing.Parent is { } parent && !scene.Objects.ContainsKey(parent)) throw new Refusal("parent", $"the parent of {thing.Name} is not there any more");
        // Whatever is its own ancestor is not reached from the top.
        if (scene.InOrder().Count() != scene.Objects.Count) throw new Refusal("parent", "an object would be its own ancestor");
        foreach (var thing in scene.Objects.Values)
            if (thing.Follow is { } follow && scene.Objects.GetValueOrDefault(follow.Path)?.Path is null) throw new Refusal("follow", $"the path of {thing.Name} is not there any more");
        if (scene.Bouncing().Skip(LooseRules.MostBouncing).Any()) throw new Refusal("bounce", $"{LooseRules.MostBouncing} objects at the most bounce in a scene; switch some of them off, or bake them");
        CarryNoCircle(scene);
        foreach (var warp in scene.Warps.Values)
            if (warp.Targets is { } targets && !targets.All(target => scene.Objects.ContainsKey(target.Object))) throw new Refusal("targets", $"what {warp.Name} covers is not there any more");
        foreach (var selection in scene.NamedSelections.Values)
            if (!selection.Objects.All(scene.Objects.ContainsKey)) throw new Refusal("objects", $"what belongs to {selection.Name} is not there any more");
        foreach (var placed in scene.PlacedClips.Values)
            if (!scene.Objects.ContainsKey(placed.Object) || !scene.Clips.ContainsKey(placed.Clip)) throw new Refusal("placed", "a clip is on an object that is not there any more");
        CueTies.Check(scene);
        BackdropRules.CheckTies(scene);
        MarkRules.CheckTies(scene);
        if (!scene.Settings.Range.Contains(scene.Settings.Work)) throw new Refusal("work", "the work range reaches beyond the scene range");
    }

    /// <summary>A path carries what follows it, and a parent its children: nothing carries itself, nor aims at what it carries, nor bounces off what rests on it.</summary>
    /// <exception cref="Refusal">Something would; it names what is in the circle.</exception>
    public static void CarryNoCircle(Scene scene)
    {
        var ends = new HashSet<ObjectId>();
        foreach (var thing in scene.Objects.Values)
        {
            if (thing.Follow is null) continue;
            var way = new OrderedDictionary<ObjectId, string>();
            for (var at = thing; at is not null && !ends.Contains(at.Id); at = at.Carrier is { } carrier ? scene.Object(carrier) : null)
            {
                if (way.IndexOf(at.Id) is var start and >= 0)
                    throw new Refusal("follow", $"{string.Join(" would be carried by ", way.Values.Skip(start).Append(at.Name))}; nothing can carry itself");
                way.Add(at.Id, at.Name);
            }
            ends.UnionWith(way.Keys);
        }
        PlaceTies.Check(scene);
    }

    internal static void AreUnique(IEnumerable<string> names, string what)
    {
        var seen = new HashSet<string>();
        foreach (var name in names)
            if (!seen.Add(name)) throw new Refusal("name", $"there is {what} called {name} already; names are unique");
    }
}
