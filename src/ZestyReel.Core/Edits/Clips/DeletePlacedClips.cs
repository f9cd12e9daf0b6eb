using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes clips off their objects. The clips themselves stay, to be placed again.</summary>
public sealed record DeletePlacedClips(ImmutableArray<PlacedClipId> Placed) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => Placed.Length == 1
        ? $"Take {scene.Clip(scene.Placed(Placed[0]).Clip).Name} off {scene.Object(scene.Placed(Placed[0]).Object).Name}"
        : $"Take off {Placed.Length} clips";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Placed.IsDefaultOrEmpty) throw new Refusal("placed", "select at least one clip");
        foreach (var id in Placed) scene.Placed(id);
        return scene with { PlacedClips = scene.PlacedClips.RemoveRange(Placed) };
    }
}
