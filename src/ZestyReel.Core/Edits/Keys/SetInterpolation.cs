using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Says how motion comes in to keys, how it goes out of them, or both.</summary>
public sealed record SetInterpolation(ImmutableArray<KeySet> Keys, Interpolation? In = null, Interpolation? Out = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => (In, Out) switch
    {
        ({ } arriving, { } leaving) when arriving == leaving => $"{arriving} interpolation on {ChannelWords.Keys(Keys)}",
        ({ } arriving, null) => $"In {arriving.ToString().ToLowerInvariant()} on {ChannelWords.Keys(Keys)}",
        (null, { } leaving) => $"Out {leaving.ToString().ToLowerInvariant()} on {ChannelWords.Keys(Keys)}",
        _ => $"Interpolation of {ChannelWords.Keys(Keys)}",
    };

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if ((In is { } arriving && !Enum.IsDefined(arriving)) || (Out is { } leaving && !Enum.IsDefined(leaving)))
            throw new Refusal("interpolation", "there is no such interpolation");
        return scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly && (In ?? Interpolation.Hold, Out ?? Interpolation.Hold) != (Interpolation.Hold, Interpolation.Hold))
                throw new Refusal("interpolation", $"{spec.Name} only holds; nothing lies between its values");
            var curve = channel.Curve!;
            var keys = curve.Keys.ToBuilder();
            foreach (var at in curve.PlacesOf(times))
            {
                var key = keys[at] with { In = In ?? keys[at].In, Out = Out ?? keys[at].Out };
                // A free side takes over the handle that it had so far.
                if (In == Interpolation.Free && curve.Keys[at].In != Interpolation.Free && at > 0) key = key with { InHandle = curve.Segments[at - 1].InHandle };
                if (Out == Interpolation.Free && curve.Keys[at].Out != Interpolation.Free && at < curve.Segments.Length) key = key with { OutHandle = curve.Segments[at].OutHandle };
                keys[at] = key;
            }
            return channel with { Curve = curve.WithKeys(keys.ToImmutable()) };
        });
    }
}
