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
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Key {ChannelWords.Of(scene, Values.Select(v => (v.Object, v.Channel)))} at {Frame}");

    public override Scene Apply(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "select at least one channel to key");
        if (!Enum.IsDefined(Interpolation)) throw new Refusal("interpolation", "there is no such interpolation");
        var flow = new TimeFlow(scene);
        var seen = new SeenValues(scene, Frame);
        for (var i = 0; i < Values.Length; i++)
        {
            var (id, name, value) = Values[i];
            var place = $"values[{i}]";
            var (thing, spec, channel) = scene.Owner(id, name, place);
            var time = Source(Frame);
            var number = value is { } given
                ? seen.Own(thing, spec, spec.Checked(given, $"{place}.value"))
                : spec.Within(channel.ValueAt(time.Value));
            var mode = spec.HoldsOnly ? Interpolation.Hold : Interpolation;
            if (channel.Curve is null && Anchor is { } anchor)
                channel = channel.WithKey(new Key(Source(anchor), channel.Still, mode, mode));
            scene = scene.WithChannel(id, name, channel.WithKey(new Key(time, number, mode, mode)));

            Tick Source(decimal frame) => new((long)Math.Round(flow.SourceOf(id, name, scene.Rate.At(frame).Value)));
        }
        return scene;
    }
}
