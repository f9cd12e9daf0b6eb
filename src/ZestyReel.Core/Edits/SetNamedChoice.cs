using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds a named choice, or changes one.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Objects">What belongs to it.</param>
/// <param name="Choice">The one to change; a new one when left out.</param>
public sealed record SetNamedChoice(string Name, ImmutableArray<ObjectId> Objects, NamedChoiceId? Choice = null) : Edit
{
    /// <summary>Most named choices in a scene.</summary>
    public const int Most = 1000;

    public override string Title(Scene scene) => $"{(Choice is null ? "Name the choice" : "Change the choice")} {Names.Shown(Name)}";

    public override Scene Apply(Scene scene)
    {
        if (Choice is { } known && !scene.NamedChoices.ContainsKey(known))
            throw new Refusal("choice", "there is no such named choice any more");
        if (Choice is null && scene.NamedChoices.Count >= Most)
            throw new Refusal("choice", $"a scene has room for {Most} named choices");
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "choose at least one object");
        foreach (var member in Objects) scene.Object(member, "objects");
        var name = Names.Checked(Name, "name");
        if (scene.NamedChoices.Values.Any(other => other.Name == name && other.Id != Choice))
            throw new Refusal("name", $"there is a named choice {name} already; give this one another name");
        var id = Choice ?? new NamedChoiceId(scene.NamedChoices.IsEmpty ? 1 : scene.NamedChoices.Keys.Max().Value + 1);
        return scene with { NamedChoices = scene.NamedChoices.SetItem(id, new NamedChoice(id, name, [.. Objects.Distinct().Order()])) };
    }
}
