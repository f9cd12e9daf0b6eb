using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Removes all keys of channels; each stays still at the value that it has at a frame.</summary>
public sealed record StayStill(decimal Frame, ImmutableArray<ChannelValue> Values) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Keep {ChannelWords.Of(scene, Values.Select(v => v.Curve))} still";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "select at least one channel");
        var seen = new SeenValues(scene, Frame);
        for (var i = 0; i < Values.Length; i++)
        {
            var place = $"values[{i}]";
            var at = scene.At(Values[i].Curve, place).Unlocked(place);
            var now = Values[i].Value is { } given ? at.Spec.Checked(given, $"{place}.value") : seen.Seen(at);
            scene = scene.With(at.Curve, new Channel(seen.Own(at, now, place)));
        }
        return scene;
    }
}
