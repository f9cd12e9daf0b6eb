using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets a path be gone the other way round, through the same places.</summary>
/// <param name="Path">The path.</param>
public sealed record ReversePath(ObjectId Path) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Reverse {scene.Object(Path).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var (thing, shape) = scene.Path(Path);
        return scene.WithPath(thing, shape.Reversed());
    }
}
