using MessagePack;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Wire;

/// <summary>A layer; its keys are told as channels of objects, under names that say the layer.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Place">What has a higher place lies above.</param>
/// <param name="Letter">What it is told by where there is no room for its name.</param>
/// <param name="Mode">What it does with what is below.</param>
/// <param name="On">Whether it does anything.</param>
/// <param name="Solo">Whether all that are not solo are passed over.</param>
/// <param name="Locked">Whether its keys and strength can be changed.</param>
/// <param name="Peel">Its colour.</param>
/// <param name="Strength">How much of it there is.</param>
[MessagePackObject]
public sealed record LayerMessage(
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("place")] int Place,
    [property: Key("letter")] string Letter,
    [property: Key("mode"), MessagePackFormatter(typeof(Words<LayerMode>))] LayerMode Mode,
    [property: Key("on")] bool On,
    [property: Key("solo")] bool Solo,
    [property: Key("locked")] bool Locked,
    [property: Key("peel"), MessagePackFormatter(typeof(Words<LayerPeel>))] LayerPeel Peel,
    [property: Key("strength")] ChannelMessage Strength);

/// <summary>A cue, and when it calls.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">What it is called.</param>
/// <param name="On">Whether it does anything.</param>
/// <param name="When">What it waits for.</param>
/// <param name="From">The played frame from which on it waits.</param>
/// <param name="Offset">So many frames later than what it waits for.</param>
/// <param name="Starts">What it starts.</param>
/// <param name="Anchor">The frame of the motion that is to be seen then, on the clock that the motion has without the cue.</param>
/// <param name="Calls">The played frame at which it happens; null where it never does.</param>
/// <param name="Nearest">Where it never does: the value or distance that came nearest; null where nothing can be said.</param>
/// <param name="NearestAt">The frame of that.</param>
[MessagePackObject]
public sealed record CueMessage(
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("on")] bool On,
    [property: Key("when")] CueWhenMessage When,
    [property: Key("from")] double From,
    [property: Key("offset")] double Offset,
    [property: Key("starts")] TargetMessage[] Starts,
    [property: Key("anchor")] double Anchor,
    [property: Key("calls")] double? Calls,
    [property: Key("nearest")] double? Nearest,
    [property: Key("nearestAt")] double NearestAt);

/// <summary>What a cue waits for; see the core's <c>CueWhen</c>.</summary>
[MessagePackObject]
public sealed record CueWhenMessage(
    [property: Key("event"), MessagePackFormatter(typeof(Words<CueEvent>))] CueEvent Event,
    [property: Key("object")] int? Object,
    [property: Key("channel")] string? Channel,
    [property: Key("value")] double Value,
    [property: Key("going"), MessagePackFormatter(typeof(Words<CueGoing>))] CueGoing Going,
    [property: Key("other")] int? Other,
    [property: Key("bookmark")] int? Bookmark);

/// <summary>What a warp covers: an object, or one channel of it.</summary>
[MessagePackObject]
public sealed record TargetMessage([property: Key("object")] int Object, [property: Key("channel")] string? Channel);

/// <summary>A clip: its length in ticks, and the channels that it moves.</summary>
[MessagePackObject]
public sealed record ClipMessage(
    [property: Key("id")] int Id, [property: Key("name")] string Name, [property: Key("length")] double Length,
    [property: Key("channels")] string[] Channels);

/// <param name="Id">Its number.</param>
/// <param name="Clip">Which clip.</param>
/// <param name="Object">On which object.</param>
/// <param name="Times">Where it starts, where it ends and where its cycles start between, in ticks of source time.</param>
/// <param name="Played">When these are first seen, where a warp covers the object; not a number for what never is.</param>
/// <param name="Offset">The phase at which it starts, in ticks.</param>
/// <param name="Cycle">What it does when it has been played through.</param>
/// <param name="After">What is left of it after its end.</param>
/// <param name="Rate">Its rate.</param>
[MessagePackObject]
public sealed record PlacedClipMessage(
    [property: Key("id")] int Id,
    [property: Key("clip")] int Clip,
    [property: Key("object")] int Object,
    [property: Key("times")] double[] Times,
    [property: Key("played")] double[]? Played,
    [property: Key("offset")] double Offset,
    [property: Key("cycle"), MessagePackFormatter(typeof(Words<ClipCycle>))] ClipCycle Cycle,
    [property: Key("after"), MessagePackFormatter(typeof(Words<ClipAfter>))] ClipAfter After,
    [property: Key("rate")] ChannelMessage Rate);

/// <summary>A bookmark, at a time in ticks.</summary>
[MessagePackObject]
public sealed record BookmarkMessage(
    [property: Key("id")] int Id, [property: Key("name")] string Name, [property: Key("ticks")] double Ticks, [property: Key("colour"), MessagePackFormatter(typeof(Words<BookmarkColour>))] BookmarkColour Colour);

/// <summary>A mark of the timing check, from and to times in ticks. A contact has no finding; an empty subject is an object's.</summary>
[MessagePackObject]
public sealed record MarkMessage(
    [property: Key("id")] int Id, [property: Key("finding"), MessagePackFormatter(typeof(WordsOrNone<FindingKind>))] FindingKind? Finding, [property: Key("object")] int? Object,
    [property: Key("subject")] string Subject, [property: Key("channel")] string Channel, [property: Key("start")] double Start, [property: Key("end")] double End);

/// <summary>A named selection.</summary>
[MessagePackObject]
public sealed record NamedSelectionMessage(
    [property: Key("id")] int Id, [property: Key("name")] string Name, [property: Key("objects")] int[] Objects);
