using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says what channels do before their first key, after their last, or both.</summary>
public sealed record SetExtrapolation(ImmutableArray<ChannelValue> Channels, Extrapolation? Before = null, Extrapolation? After = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Before and after the keys of {ChannelWords.Of(scene, Channels.Select(c => c.Curve))}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.OnEachCurve(Channels, (spec, curve) =>
    {
        var (before, after) = (Before ?? curve.Before, After ?? curve.After);
        if (!Enum.IsDefined(before) || !Enum.IsDefined(after)) throw new Refusal("before", "there is no such extrapolation");
        if (spec.HoldsOnly && (before is Extrapolation.Straight or Extrapolation.RepeatOffset || after is Extrapolation.Straight or Extrapolation.RepeatOffset))
            throw new Refusal("before", $"{spec.Name} takes whole values only; hold, repeat or mirror it");
        return curve.Extrapolated(before, after);
    });
}
