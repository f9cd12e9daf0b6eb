using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds a named selection, or changes one.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Objects">What belongs to it.</param>
/// <param name="Selection">The one to change; a new one when left out.</param>
public sealed record SetNamedSelection(string Name, ImmutableArray<ObjectId> Objects, NamedSelectionId? Selection = null) : Edit
{
    /// <summary>Most named selections in a scene.</summary>
    public const int Most = 1000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{(Selection is null ? "Name the selection" : "Change the selection")} {Names.Shown(Name)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Selection is { } known && !scene.NamedSelections.ContainsKey(known))
            throw new Refusal("selection", "there is no such named selection any more");
        if (Selection is null && scene.NamedSelections.Count >= Most)
            throw new Refusal("selection", $"a scene has room for {Most} named selections");
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        foreach (var member in Objects) scene.Object(member, "objects");
        var name = Names.Checked(Name, "name");
        if (scene.NamedSelections.Values.Any(other => other.Name == name && other.Id != Selection))
            throw new Refusal("name", $"there is a named selection {name} already; give this one another name");
        var id = Selection ?? new NamedSelectionId(scene.NamedSelections.IsEmpty ? 1 : scene.NamedSelections.Keys.Max().Value + 1);
        return scene with { NamedSelections = scene.NamedSelections.SetItem(id, new NamedSelection(id, name, [.. Objects.Distinct().Order()])) };
    }
}
