using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Sets the values of still channels.</summary>
/// <param name="Values">The channels and their values.</param>
/// <param name="Frame">
/// The played frame on which these values are to be seen, with what clips and rolling add there; left out, they are the
/// channels' own.
/// </param>
public sealed record SetValues(ImmutableArray<ChannelValue> Values, decimal? Frame = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Set {ChannelWords.Of(scene, Values.Select(v => v.Curve))}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Values.IsDefaultOrEmpty) throw new Refusal("values", "give at least one value");
        var seen = Frame is { } frame ? new SeenValues(scene, frame) : null;
        for (var i = 0; i < Values.Length; i++)
        {
            var place = $"values[{i}]";
            var at = scene.At(Values[i].Curve, place).Unlocked(place);
            if (at.Channel.Curve is not null) throw new Refusal(place, $"{at.Words} has keys; set a key instead of a still value");
            if (Values[i].Value is not { } number) throw new Refusal($"{place}.value", "a still channel needs a value");
            var wanted = at.Spec.Checked(number, $"{place}.value");
            scene = scene.With(at.Curve, new Channel(seen?.Own(at, wanted, place) ?? wanted));
        }
        return scene;
    }
}
