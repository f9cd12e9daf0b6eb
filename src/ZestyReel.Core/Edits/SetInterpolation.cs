using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says how motion arrives at keys, how it leaves them, or both.</summary>
public sealed record SetInterpolation(ImmutableArray<KeyRef> Keys, Interpolation? In = null, Interpolation? Out = null) : Edit
{
    public override string Title(Scene scene) => (In, Out) switch
    {
        ({ } arriving, { } leaving) when arriving == leaving => $"{arriving} interpolation on {ChannelWords.Keys(Keys.Length)}",
        ({ } arriving, null) => $"Arrive {arriving.ToString().ToLowerInvariant()} at {ChannelWords.Keys(Keys.Length)}",
        (null, { } leaving) => $"Leave {ChannelWords.Keys(Keys.Length)} {leaving.ToString().ToLowerInvariant()}",
        _ => $"Interpolation of {ChannelWords.Keys(Keys.Length)}",
    };

    public override Scene Apply(Scene scene)
    {
        if ((In is { } arriving && !Enum.IsDefined(arriving)) || (Out is { } leaving && !Enum.IsDefined(leaving)))
            throw new Refusal("interpolation", "there is no such interpolation");
        return scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly && (In ?? Interpolation.Hold, Out ?? Interpolation.Hold) != (Interpolation.Hold, Interpolation.Hold))
                throw new Refusal("interpolation", $"{spec.Name} only holds; nothing lies between its values");
            var curve = channel.Curve!;
            return channel with
            {
                Curve = curve.WithKeys([.. curve.Keys.Select(key => times.Contains(key.Time)
                    ? key with { In = In ?? key.In, Out = Out ?? key.Out }
                    : key)]),
            };
        });
    }
}
