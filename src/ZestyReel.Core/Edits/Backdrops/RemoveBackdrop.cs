using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes the picture behind a view or a camera away.</summary>
/// <param name="View">The view; or else the camera is given.</param>
/// <param name="Camera">The camera; or else the view is given.</param>
public sealed record RemoveBackdrop(BackdropView? View = null, ObjectId? Camera = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Remove the picture behind {BackdropWords.Of(scene, View, Camera)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.BackdropOf(View, Camera) is { } there
        ? scene with { Backdrops = scene.Backdrops.Remove(there.Id) }
        : throw new Refusal("view", $"there is no picture behind {BackdropWords.Of(scene, View, Camera)} any more");
}
