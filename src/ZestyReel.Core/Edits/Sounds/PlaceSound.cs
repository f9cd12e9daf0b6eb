using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Moves the lane of a sound up or down among the others.</summary>
/// <param name="Sound">Which one.</param>
/// <param name="At">How many lanes of sounds stand above it then.</param>
public sealed record PlaceSound(SoundId Sound, int At) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Move the lane of {scene.Sound(Sound).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var sound = scene.Sound(Sound);
        var others = scene.SoundsDownwards().Where(other => other.Id != Sound).ToList();
        others.Insert(Math.Clamp(At, 0, others.Count), sound);
        foreach (var (i, each) in others.Index())
            if (each.Place != i) scene = scene.With(each with { Place = i });
        return scene;
    }
}
