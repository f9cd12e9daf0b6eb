using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Removes keys. A channel that loses its last key stays still at that key's value.</summary>
public sealed record DeleteKeys(ImmutableArray<KeySet> Keys) : Edit
{
    public override string Title(Scene scene) => $"Delete {ChannelWords.Keys(Keys)}";

    public override Scene Apply(Scene scene) =>
        scene.OnEachChannel(Keys, (_, channel, times) => channel.WithoutKeys(times));
}
