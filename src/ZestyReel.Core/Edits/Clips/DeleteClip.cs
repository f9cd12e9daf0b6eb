using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes a clip away, from all objects that it is placed on as well.</summary>
public sealed record DeleteClip(ClipId Clip) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete clip {scene.Clip(Clip).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene with
    {
        Clips = scene.Clips.Remove(scene.Clip(Clip).Id),
        PlacedClips = scene.PlacedClips.RemoveRange(scene.PlacedClips.Values.Where(placed => placed.Clip == Clip).Select(placed => placed.Id)),
    };
}
