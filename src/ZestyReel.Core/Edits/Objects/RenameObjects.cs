using System.Collections.Immutable;
using System.Globalization;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Gives several objects other names at once: a part of each is replaced, or all are called the same and numbered. Where
/// a name is taken by another object, the next free number is added.
/// </summary>
/// <param name="Objects">Which, in the order in which they are numbered.</param>
/// <param name="Find">The part that is replaced, wherever it stands, in small or capital letters; left out, the whole name is.</param>
/// <param name="Put">What comes in its place; for whole names, what each begins with.</param>
/// <param name="From">Whole names end in a number from this one on.</param>
/// <param name="Digits">How many digits a number has at least, 1 to 6.</param>
public sealed record RenameObjects(ImmutableArray<ObjectId> Objects, string? Find = null, string Put = "", long From = 1, int Digits = 1) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Objects.Length == 1 ? $"Rename {scene.Object(Objects[0]).Name}" : $"Rename {Objects.Length} objects";

    /// <summary>The names that the objects would have, in their order.</summary>
    /// <exception cref="Refusal">One of the names is no name.</exception>
    public ImmutableArray<string> NewNames(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (Find is { Length: 0 }) throw new Refusal("find", "say which part of the names is to be replaced");
        if (Digits is < 1 or > 6) throw new Refusal("digits", "numbers have one to six digits");
        if (From is < 0 or > 999_999) throw new Refusal("from", "numbers go from 0 to 999999");
        var things = Objects.Select((id, i) => scene.Object(id, $"objects[{i}]")).ToList();
        if (things.DistinctBy(thing => thing.Id).Count() < things.Count) throw new Refusal("objects", "an object is named twice");
        var going = things.Select(thing => thing.Name).ToHashSet();
        var free = new FreeNames(scene.ObjectNames().Where(name => !going.Contains(name)));
        return [.. things.Select((thing, i) => free.Take(Names.Checked(Wanted(thing.Name, i), "put")))];
    }

    private string Wanted(string name, int i) => Find is null
        ? $"{Put.Trim()} {(From + i).ToString(CultureInfo.InvariantCulture).PadLeft(Digits, '0')}"
        : name.Replace(Find, Put, StringComparison.OrdinalIgnoreCase);

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var names = NewNames(scene);
        return Objects.Select((id, i) => (id, i)).Aggregate(scene, (now, each) => now.With(now.Object(each.id) with { Name = names[each.i] }));
    }
}
