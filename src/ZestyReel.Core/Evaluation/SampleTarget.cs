using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Which channels of an object to sample.</summary>
public sealed record SampleTarget(SceneObject Object, ImmutableArray<ChannelSpec> Channels)
{
    public static SampleTarget All(SceneObject thing) => new(thing, ChannelCatalogue.Of(thing.Kind));
}
