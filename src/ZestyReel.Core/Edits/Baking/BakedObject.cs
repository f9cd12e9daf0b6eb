using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>One object of a bake.</summary>
/// <param name="Was">The object as it is.</param>
/// <param name="Id">What gets the keys: the object, or its twin.</param>
/// <param name="Specs">The channels that are written down.</param>
/// <param name="IsPlaced">Its transform is written down from its place in the world.</param>
internal sealed record BakedObject(SceneObject Was, ObjectId Id, ImmutableArray<ChannelSpec> Specs, bool IsPlaced);
