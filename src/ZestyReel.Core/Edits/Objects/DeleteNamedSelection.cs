using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Forgets a named selection; its objects stay.</summary>
public sealed record DeleteNamedSelection(NamedSelectionId Selection) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Forget the selection {scene.NamedSelections.GetValueOrDefault(Selection)?.Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.NamedSelections.ContainsKey(Selection)
        ? scene with { NamedSelections = scene.NamedSelections.Remove(Selection) }
        : throw new Refusal("selection", "there is no such named selection any more");
}
