using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Sets a key at a played frame on each channel named: at the value given, or at the value that the channel
/// has there. Where a warp covers the channel, the key goes to the source time of the frame.
/// A key that stands there already keeps how it arrives and leaves.
/// </summary>
/// <param name="Frame">The played frame.</param>
/// <param name="Values">The channels; a null value keys what is.</param>
/// <param name="Interpolation">How new keys arrive and leave; channels that only hold, hold.</param>
public sealed record KeyChannels(
    decimal Frame, ImmutableArray<ChannelValue> Values, Interpolation Interpolation = Interpolation.Clamped) : Edit
{
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"Key {ChannelWords.Of(scene, Values.Select(v => (v.Object, v.Channel)))} at {Frame}");

    public override Scene Apply(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "choose at least one channel to key");
        if (!Enum.IsDefined(Interpolation)) throw new Refusal("interpolation", "there is no such interpolation");
        var played = scene.Rate.At(Frame);
        var flow = new TimeFlow(scene);
        for (var i = 0; i < Values.Length; i++)
        {
            var (id, name, value) = Values[i];
            var place = $"values[{i}]";
            var thing = scene.Object(id, $"{place}.object");
            var spec = thing.Spec(name, $"{place}.channel");
            var channel = thing.Channel(name);
            var time = new Tick((long)Math.Round(flow.SourceOf(id, name, played.Value)));
            var number = value is { } given
                ? spec.Checked(given, $"{place}.value")
                : spec.Within(channel.ValueAt(time.Value));
            var mode = spec.HoldsOnly ? Interpolation.Hold : Interpolation;
            scene = scene.With(thing.WithChannel(name, channel.WithKey(new Key(time, number, mode, mode))));
        }
        return scene;
    }
}
