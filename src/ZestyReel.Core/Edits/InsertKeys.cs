using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Puts keys on curves without changing them. Between keys the curve is the very same; see <see cref="Splitting"/>.</summary>
/// <param name="Frame">Where; may be fractional.</param>
/// <param name="Channels">Which channels; one that has no keys gets one at its still value.</param>
public sealed record InsertKeys(decimal Frame, ImmutableArray<ChannelValue> Channels) : Edit
{
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Insert a key in {ChannelWords.Of(scene, Channels.Select(c => (c.Object, c.Channel)))} at {Frame}");

    public override Scene Apply(Scene scene)
    {
        if (Channels.IsDefaultOrEmpty) throw new Refusal("channels", "select at least one channel");
        var time = scene.Rate.At(Frame, "frame");
        foreach (var (id, name, _) in Channels)
        {
            var (_, spec, channel) = scene.Owner(id, name, "channels");
            var rest = spec.HoldsOnly ? Interpolation.Hold : Interpolation.Clamped;
            var curve = channel.Curve?.SplitAt(time) ?? new Curve([new Key(time, channel.Still, rest, rest)]);
            scene = scene.WithChannel(id, name, channel with { Curve = curve });
        }
        return scene;
    }
}
