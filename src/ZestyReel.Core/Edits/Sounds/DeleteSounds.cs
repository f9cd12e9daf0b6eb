using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes sounds out of the scene. Their files stay for as long as the scene does, so that this can be undone.</summary>
/// <param name="Sounds">Which ones.</param>
public sealed record DeleteSounds(ImmutableArray<SoundId> Sounds) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Sounds.IsDefaultOrEmpty || Sounds.Length > 1 ? $"Delete {(Sounds.IsDefault ? 0 : Sounds.Length)} sounds" : $"Delete the sound {scene.Sound(Sounds[0]).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Sounds.IsDefaultOrEmpty) throw new Refusal("sounds", "select at least one sound");
        foreach (var id in Sounds) scene.Sound(id, "sounds");
        return scene with { Sounds = scene.Sounds.RemoveRange(Sounds) };
    }
}
