using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says how motion comes in to keys, how it goes out of them, or both.</summary>
public sealed record SetInterpolation(ImmutableArray<KeySet> Keys, Interpolation? In = null, Interpolation? Out = null) : Edit
{
    public override string Title(Scene scene) => (In, Out) switch
    {
        ({ } arriving, { } leaving) when arriving == leaving => $"{arriving} interpolation on {ChannelWords.Keys(Keys)}",
        ({ } arriving, null) => $"In {arriving.ToString().ToLowerInvariant()} on {ChannelWords.Keys(Keys)}",
        (null, { } leaving) => $"Out {leaving.ToString().ToLowerInvariant()} on {ChannelWords.Keys(Keys)}",
        _ => $"Interpolation of {ChannelWords.Keys(Keys)}",
    };

    public override Scene Apply(Scene scene)
    {
        if ((In is { } arriving && !Enum.IsDefined(arriving)) || (Out is { } leaving && !Enum.IsDefined(leaving)))
            throw new Refusal("interpolation", "there is no such interpolation");
        return scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly && (In ?? Interpolation.Hold, Out ?? Interpolation.Hold) != (Interpolation.Hold, Interpolation.Hold))
                throw new Refusal("interpolation", $"{spec.Name} only holds; nothing lies between its values");
            return channel.WithKeysChanged(times, key => key with { In = In ?? key.In, Out = Out ?? key.Out });
        });
    }
}
