using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes a warp away; the plain motion is there again.</summary>
public sealed record DeleteWarp(WarpId Warp) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete warp {scene.Warp(Warp).Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene with { Warps = scene.Warps.Remove(scene.Warp(Warp).Id) };
}
