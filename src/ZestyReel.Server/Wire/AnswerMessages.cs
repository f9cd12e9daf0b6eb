using MessagePack;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Wire;

/// <summary>What a layer gives to a channel on a frame.</summary>
/// <param name="Layer">The layer; 0 for the base with its clips.</param>
/// <param name="Own">Its own value.</param>
/// <param name="Strength">How much of it there is.</param>
/// <param name="After">The value after it.</param>
[MessagePackObject]
public sealed record LayerShareMessage([property: Key("layer")] int Layer, [property: Key("own")] double Own, [property: Key("strength")] double Strength, [property: Key("after")] double After);

/// <summary>A way through space that a bake samples.</summary>
/// <param name="Object">Whose way.</param>
/// <param name="Frames">The played frame of each sample.</param>
/// <param name="Places">Where its origin is in the world: three numbers for each sample.</param>
[MessagePackObject]
public sealed record BakeWayMessage([property: Key("object")] int Object, [property: Key("frames")] double[] Frames, [property: Key("places")] float[] Places);

/// <summary>Something that happens, which a cue could wait for from a frame on, and the frame at which it does.</summary>
[MessagePackObject]
public sealed record CueProposalMessage([property: Key("when")] CueWhenMessage When, [property: Key("from")] double From, [property: Key("calls")] double Calls);

/// <summary>How something goes: see the core's <c>Pace</c>; times in played frames.</summary>
[MessagePackObject]
public sealed record PaceMessage(
    [property: Key("object")] int Object, [property: Key("start")] double Start, [property: Key("end")] double End,
    [property: Key("length")] double Length, [property: Key("mean")] double Mean, [property: Key("top")] double Top);

/// <summary>When something is nearest to something else or passes a point, in played frames, and how far away it is then.</summary>
[MessagePackObject]
public sealed record MeetingMessage([property: Key("object")] int Object, [property: Key("frame")] double Frame, [property: Key("distance")] double Distance);

/// <summary>What an edit of time would do.</summary>
[MessagePackObject]
public sealed record TimeMessage(
    [property: Key("keys")] long Keys,
    [property: Key("keysAfter")] long KeysAfter,
    [property: Key("betweenFrames")] long BetweenFrames,
    [property: Key("betweenFramesAfter")] long BetweenFramesAfter,
    [property: Key("range"), Pair] long[] Range,
    [property: Key("seconds")] double Seconds,
    [property: Key("secondsAfter")] double SecondsAfter,
    [property: Key("outside")] long Outside,
    [property: Key("firstOutside")] OutsideMessage? FirstOutside);

/// <summary>A key that would lie outside the scene range.</summary>
[MessagePackObject]
public sealed record OutsideMessage(
    [property: Key("object")] int Object,
    [property: Key("channel")] string Channel,
    [property: Key("frame")] double Frame);

/// <summary>A fall over a stretch: how far, in how many seconds, and its gravity in lengths per second squared.</summary>
[MessagePackObject]
public sealed record FallMessage(
    [property: Key("height")] double Height,
    [property: Key("seconds")] double Seconds,
    [property: Key("gravity")] double Gravity);

/// <summary>What an edit of curves would do: keys before and after, and the largest difference in value, its frame, and whose curve it is; no owner where nothing differs; and how many keys would stand elsewhere.</summary>
[MessagePackObject]
public sealed record CurveMessage(
    [property: Key("keys")] long Keys,
    [property: Key("keysAfter")] long KeysAfter,
    [property: Key("difference")] double Difference,
    [property: Key("frame")] double Frame,
    [property: Key("owner"), MessagePackFormatter(typeof(Words<OwnerKind>))] OwnerKind Owner,
    [property: Key("id")] int Id,
    [property: Key("channel")] string? Channel,
    [property: Key("moved")] long Moved)
{
    /// <summary>The consequence as a message.</summary>
    public static CurveMessage Of(CurveConsequence told) => new(
        told.Keys, told.KeysAfter, told.Difference, told.Frame,
        told.Curve?.Owner ?? OwnerKind.Scene, told.Curve?.Id ?? 0, told.Curve?.Channel, told.Moved);
}
