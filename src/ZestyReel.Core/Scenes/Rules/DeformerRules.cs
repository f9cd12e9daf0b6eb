namespace ZestyReel.Core.Scenes;

/// <summary>What the deformers of every object keep to.</summary>
public static class DeformerRules
{
    /// <summary>Most deformers of one object.</summary>
    public const int MostOnObject = 16;

    /// <summary>Most characters of the name of a deformer, which is a part of the names of its channels.</summary>
    public const int LongestName = 40;

    /// <exception cref="Refusal">The object is deformed as none can be.</exception>
    public static void Check(SceneObject thing)
    {
        if (thing.Deformers is not { } stack) return;
        if (!CanHave(thing.Kind)) throw new Refusal("deformers", $"a {thing.Kind.ToString().ToLowerInvariant()} has no geometry that could be deformed; choose a shape or a group");
        if (stack.Count > MostOnObject) throw new Refusal("deformers", $"an object has {MostOnObject} deformers at the most; delete one first");
        var names = new HashSet<string>();
        foreach (var deformer in stack)
        {
            Check(deformer);
            if (!names.Add(deformer.Name)) throw new Refusal("deformers", $"{thing.Name} has a deformer called \"{deformer.Name}\" already; names are unique on an object");
        }
    }

    /// <summary>Whether such an object has geometry, itself or below it.</summary>
    public static bool CanHave(ObjectKind kind) => kind is ObjectKind.Group || HasShape(kind);

    /// <summary>Whether such an object has geometry itself.</summary>
    public static bool HasShape(ObjectKind kind) => kind is ObjectKind.Box or ObjectKind.Sphere or ObjectKind.Cylinder or ObjectKind.Cone or ObjectKind.Torus or ObjectKind.Plane or ObjectKind.Text or ObjectKind.Mesh;

    /// <summary>The name that a deformer is to have.</summary>
    /// <exception cref="Refusal">None can be called so.</exception>
    public static string NameChecked(string? name, string place)
    {
        var known = Names.Checked(name, place);
        if (known.Length > LongestName) throw new Refusal(place, $"the name has {known.Length} characters; {LongestName} is the most of a deformer");
        if (known.Contains('.')) throw new Refusal(place, "the name of a deformer cannot have a full stop");
        return known;
    }

    private static void Check(Deformer deformer)
    {
        if (NameChecked(deformer.Name, "name") != deformer.Name) throw new Refusal("name", "the name has blanks around it");
        if (!Enum.IsDefined(deformer.Kind)) throw new Refusal("kind", "there is no such deformer");
        if (!Enum.IsDefined(deformer.Axis)) throw new Refusal("axis", "there is no such axis");
        if (deformer.OneWay && !Deformer.CanBeOneWay(deformer.Kind)) throw new Refusal("oneWay", $"a {deformer.Kind.ToString().ToLowerInvariant()} does not act along one direction only");
    }
}
