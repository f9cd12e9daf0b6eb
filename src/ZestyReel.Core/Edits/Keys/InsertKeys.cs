using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Puts keys on curves without changing them. Between keys the curve is the very same; see <see cref="Splitting"/>.</summary>
/// <param name="Frame">Where; may be fractional.</param>
/// <param name="Channels">Which channels; one that has no keys gets one at its still value.</param>
public sealed record InsertKeys(decimal Frame, ImmutableArray<ChannelValue> Channels) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Insert a key in {ChannelWords.Of(scene, Channels.Select(c => c.Curve))} at {Frame}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        var time = scene.Rate.At(Frame, "frame");
        foreach (var one in Channels)
        {
            var at = scene.At(one.Curve, "channels").Unlocked("channels");
            if (at.Curve.Warp is { } warp)
            {
                scene = scene.With(scene.Warp(warp).WithPoint(time));
                continue;
            }
            var rest = at.Spec.HoldsOnly ? Interpolation.Hold : Interpolation.Clamped;
            if (at.Channel.Curve is { } known && BakeCycles.IsInCycle(known, time))
                throw new Refusal("channels", $"{at.Words} repeats there, and a key would make another cycle of it; bake its cycles first");
            var curve = at.Channel.Curve?.SplitAt(time) ?? new Curve([new Key(time, at.Channel.Still, rest, rest)]);
            scene = scene.With(at.Curve, at.Channel with { Curve = curve.WithKeys([.. curve.Keys.Select(at.Spec.Fitted)]) });
        }
        return scene;
    }
}
