using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Gives the scene another name.</summary>
public sealed record RenameScene(string Name) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Rename the scene to {Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) =>
        scene with { Settings = scene.Settings with { Name = Names.Checked(Name, "name") } };
}
