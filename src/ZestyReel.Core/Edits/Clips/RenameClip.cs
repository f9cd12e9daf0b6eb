using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Calls a clip something else.</summary>
public sealed record RenameClip(ClipId Clip, string Name) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Rename clip {scene.Clip(Clip).Name} to {Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.With(scene.Clip(Clip) with { Name = Free(scene, Clip, Name) });

    /// <exception cref="Refusal">The name is not one, or another clip has it.</exception>
    internal static string Free(Scene scene, ClipId id, string name)
    {
        var free = Names.Checked(name, "name");
        return scene.Clips.Values.Any(other => other.Id != id && other.Name == free)
            ? throw new Refusal("name", $"there is a clip called {free} already; names are unique")
            : free;
    }
}
