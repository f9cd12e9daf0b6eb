using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Keys that have been copied, whole, so that they can be pasted whatever becomes of where they came from.</summary>
public sealed record KeyClip(ImmutableArray<ClippedChannel> Channels)
{
    /// <exception cref="Refusal">A key is not there.</exception>
    public static KeyClip Of(Scene scene, ImmutableArray<KeySet> keys)
    {
        var clipped = ImmutableArray.CreateBuilder<ClippedChannel>();
        foreach (var set in keys)
        {
            var curve = scene.Object(set.Object, "keys.object").Channel(set.Channel).Curve;
            var copied = set.Times.Order().Select(time =>
                curve?.IndexOf(time) is { } at and >= 0 ? ClippedKey.Of(curve.Keys[at]) : throw new Refusal("keys", "a key to copy is not there any more"));
            clipped.Add(new ClippedChannel(set.Object, set.Channel, [.. copied]));
        }
        return new KeyClip(clipped.ToImmutable());
    }
}
