using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Removes all keys of channels; each stays still at the value that it has at a frame.</summary>
public sealed record StayStill(decimal Frame, ImmutableArray<ChannelValue> Values) : Edit
{
    public override string Title(Scene scene) => $"Keep {ChannelWords.Of(scene, Values.Select(v => (v.Object, v.Channel)))} still";

    public override Scene Apply(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "select at least one channel");
        var played = scene.Rate.At(Frame);
        var flow = new TimeFlow(scene);
        for (var i = 0; i < Values.Length; i++)
        {
            var (id, name, value) = Values[i];
            var place = $"values[{i}]";
            var (_, spec, channel) = scene.Owner(id, name, place);
            var now = value is { } given
                ? spec.Checked(given, $"{place}.value")
                : spec.Within(channel.ValueAt(flow.SourceOf(id, name, played.Value)));
            scene = scene.WithChannel(id, name, new Channel(now));
        }
        return scene;
    }
}
