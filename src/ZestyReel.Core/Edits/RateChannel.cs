using System.Collections.Immutable;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// The rate of a placed clip as edits of keys see it, so that it is keyed like any channel: the channel <c>rate</c> of
/// an object whose number lies below those that stand for warps.
/// </summary>
public static class RateChannel
{
    public const string Name = "rate";

    /// <summary>Where the numbers that stand for placed clips begin, downwards.</summary>
    public const int Below = -(1 << 24);

    private const double Fastest = 1e6;

    public static readonly ChannelSpec Spec = new(Name, "Rate", "Time", ChannelUnit.Factor, 1, -Fastest, Fastest, []);

    public static ObjectId ObjectOf(PlacedClipId placed) => new(Below - placed.Value);

    /// <summary>The placed clip that such an object stands for; null for any other.</summary>
    public static PlacedClipId? PlacedOf(ObjectId thing) => thing.Value < Below ? new PlacedClipId(Below - thing.Value) : null;

    /// <summary>A stand-in for the placed clip among objects: its number and a name.</summary>
    internal static SceneObject StandIn(Scene scene, PlacedClip placed) => new(
        ObjectOf(placed.Id), scene.Clip(placed.Clip).Name, ObjectKind.Group, null, 0, RotationOrder.Xyz, ImmutableSortedDictionary<string, Channel>.Empty);
}
