using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Copies sounds, each below all others and where it is in time.</summary>
/// <param name="Sounds">Which ones.</param>
public sealed record DuplicateSounds(ImmutableArray<SoundId> Sounds) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Sounds.IsDefaultOrEmpty || Sounds.Length > 1 ? $"Duplicate {(Sounds.IsDefault ? 0 : Sounds.Length)} sounds" : $"Duplicate {scene.Sound(Sounds[0]).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Sounds.IsDefaultOrEmpty) throw new Refusal("sounds", "select at least one sound");
        foreach (var sound in Sounds.Distinct().Select(id => scene.Sound(id, "sounds")).OrderBy(sound => sound.Place).ThenBy(sound => sound.Id).ToList())
            scene = scene.With(sound with { Id = scene.NextSoundId(), Name = SoundEdits.FreeName(scene, sound.Name), Place = SoundEdits.LowestPlace(scene) });
        return scene;
    }
}
