using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Sets a key at a played frame on each channel named: at the value given, or at the value that the channel
/// has there. Where a warp covers the channel, the key goes to the source time of the frame.
/// A key that stands there already keeps its in and out. A value given is the one to be seen: what clips and
/// rolling add on that frame is taken off it.
/// </summary>
/// <param name="Frame">The played frame.</param>
/// <param name="Values">The channels; a null value keys what is.</param>
/// <param name="Interpolation">The in and out of new keys; channels that only hold, hold.</param>
/// <param name="Anchor">Where channels that were still so far also get a key, with the value they had; no such keys when left out.</param>
public sealed record KeyChannels(
    decimal Frame, ImmutableArray<ChannelValue> Values, Interpolation Interpolation = Interpolation.Clamped, decimal? Anchor = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Key {ChannelWords.Of(scene, Values.Select(v => v.Curve))} at {Frame}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "select at least one channel to key");
        if (!Enum.IsDefined(Interpolation)) throw new Refusal("interpolation", "there is no such interpolation");
        var seen = new SeenValues(scene, Frame);
        var start = Anchor is { } frame ? new SeenValues(scene, frame) : null;
        for (var i = 0; i < Values.Length; i++)
        {
            var place = $"values[{i}]";
            var at = scene.At(Values[i].Curve, place).Unlocked(place);
            var (spec, channel) = (at.Spec, at.Channel);
            var time = seen.Source(at.Curve);
            var number = Values[i].Value is { } given
                ? seen.Own(at, spec.Checked(given, $"{place}.value"), place)
                : spec.Within(channel.ValueAt(time.Value));
            var mode = spec.HoldsOnly ? Interpolation.Hold : Interpolation;
            if (at.Curve.Warp is { } warp && Values[i].Value is null && channel.Curve!.IndexOf(time) < 0)
            {
                // A point that says what is there already changes nothing, beyond the ends of the warp neither.
                scene = scene.With(scene.Warp(warp).WithPoint(time));
                continue;
            }
            if (channel.Curve is null && start is not null)
                channel = channel.WithKey(new Key(start.Source(at.Curve), channel.Still, mode, mode));
            scene = scene.With(at.Curve, channel.WithKey(new Key(time, number, mode, mode)));
        }
        return scene;
    }
}
