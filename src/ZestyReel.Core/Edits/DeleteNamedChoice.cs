using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Forgets a named choice; its objects stay.</summary>
public sealed record DeleteNamedChoice(NamedChoiceId Choice) : Edit
{
    public override string Title(Scene scene) => $"Forget the choice {scene.NamedChoices.GetValueOrDefault(Choice)?.Name}";

    public override Scene Apply(Scene scene) => scene.NamedChoices.ContainsKey(Choice)
        ? scene with { NamedChoices = scene.NamedChoices.Remove(Choice) }
        : throw new Refusal("choice", "there is no such named choice any more");
}
