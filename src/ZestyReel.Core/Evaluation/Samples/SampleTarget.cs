using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>What to sample of an object.</summary>
/// <param name="Object">Whose channels.</param>
/// <param name="Channels">Which channels.</param>
public sealed record SampleTarget(SceneObject Object, ImmutableArray<ChannelSpec> Channels)
{
    /// <summary>Of which of these channels the speed is sampled too.</summary>
    public ImmutableArray<string> Speeds { get; init; } = [];

    /// <summary>All channels of an object.</summary>
    public static SampleTarget All(SceneObject thing) => new(thing, thing.Specs);
}
