using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes a cue away: what it started is seen when its keys say.</summary>
public sealed record DeleteCue(CueId Cue) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete cue {scene.Cue(Cue).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene with { Cues = scene.Cues.Remove(scene.Cue(Cue).Id) };
}
