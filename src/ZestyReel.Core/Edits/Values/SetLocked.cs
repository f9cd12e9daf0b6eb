using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Locks channels, so that neither their values nor their keys can be changed by hand, or unlocks them.</summary>
public sealed record SetLocked(ImmutableArray<ChannelValue> Channels, bool Locked) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        $"{(Locked ? "Lock" : "Unlock")} {ChannelWords.Of(scene, Channels.Select(c => c.Curve))}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        foreach (var one in Channels)
        {
            if (one.Curve.Owner != OwnerKind.Object) throw new Refusal("channels", "only channels of objects can be locked");
            var at = scene.At(one.Curve, "channels");
            scene = scene.With(at.Curve, at.Channel with { Locked = Locked });
        }
        return scene;
    }
}
