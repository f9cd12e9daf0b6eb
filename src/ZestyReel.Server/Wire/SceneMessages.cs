using MessagePack;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Wire;

// What goes over the live hub, as MessagePack maps. Times are ticks, held as doubles where the browser computes with them.

/// <summary>The scene, sent when a tab opens it.</summary>
/// <param name="Id">Which.</param>
/// <param name="Revision">Its revision.</param>
/// <param name="Note">Where it stands in its history.</param>
/// <param name="History">Its edits.</param>
/// <param name="Rows">Its rows; without channels where more messages follow.</param>
/// <param name="Chunk">Samples are asked for in chunks of so many frames.</param>
/// <param name="Samples">Those of the first frame of the work range.</param>
/// <param name="More">How many <see cref="MoreMessage"/> follow with the channels.</param>
[MessagePackObject]
public sealed record SceneMessage(
    [property: Key("id")] long Id,
    [property: Key("revision")] long Revision,
    [property: Key("note")] HistoryNote Note,
    [property: Key("history")] HistoryMessage[] History,
    [property: Key("rows")] RowsMessage Rows,
    [property: Key("chunk")] int Chunk,
    [property: Key("samples")] SamplesMessage Samples,
    [property: Key("more")] int More);

/// <summary>Channels of a scene that is being opened, and how many more such messages follow.</summary>
[MessagePackObject]
public sealed record MoreMessage([property: Key("id")] long Id, [property: Key("rows")] RowsMessage Rows, [property: Key("left")] int Left);

/// <summary>Where a scene stands in its history.</summary>
/// <param name="Position">How many edits are in force, those let go with them.</param>
/// <param name="Floor">How many edits have been let go.</param>
/// <param name="Undo">What undo would take back for the person at this tab; null where nothing.</param>
/// <param name="Redo">What redo would make again for them; null where nothing.</param>
[MessagePackObject]
public sealed record HistoryNote(
    [property: Key("position")] int Position, [property: Key("floor")] int Floor,
    [property: Key("undo")] string? Undo, [property: Key("redo")] string? Redo)
{
    /// <summary>Where a scene stands for somebody.</summary>
    public static HistoryNote Of(SceneState state, Reach reach) => new(
        state.Position, state.Floor, OwnSteps.ToUndo(state, reach)?.Title, OwnSteps.RedoTitle(state, reach));
}

/// <summary>Rows as they are now.</summary>
[MessagePackObject]
public sealed record RowsMessage(
    [property: Key("settings")] SettingsMessage? Settings,
    [property: Key("objects")] ObjectMessage[] Objects,
    [property: Key("channels")] ChannelMessage[] Channels,
    [property: Key("warps")] WarpMessage[] Warps,
    [property: Key("bookmarks")] BookmarkMessage[] Bookmarks,
    [property: Key("selections")] NamedSelectionMessage[] Selections,
    [property: Key("clips")] ClipMessage[] Clips,
    [property: Key("placed")] PlacedClipMessage[] Placed,
    [property: Key("cues")] CueMessage[] Cues,
    [property: Key("layers")] LayerMessage[] Layers,
    [property: Key("backdrops")] BackdropMessage[] Backdrops,
    [property: Key("sounds")] SoundMessage[] Sounds,
    [property: Key("marks")] MarkMessage[] Marks,
    [property: Key("gone")] GoneMessage[] Gone,
    [property: Key("played")] PlayedMessage[] Played);

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

/// <summary>The numbers of rows of one kind that are not there any more.</summary>
[MessagePackObject]
public sealed record GoneMessage([property: Key("kind"), MessagePackFormatter(typeof(Words<RowKind>))] RowKind Kind, [property: Key("ids")] int[] Ids);

/// <summary>When the keys of a channel under a warp or a cue are seen: for each, in their order, its first played time (f64 ticks), or not a number. No times where they are seen when they stand.</summary>
[MessagePackObject]
public sealed record PlayedMessage(
    [property: Key("owner"), MessagePackFormatter(typeof(Words<OwnerKind>))] OwnerKind Owner, [property: Key("id")] int Id, [property: Key("name")] string Name, [property: Key("times")] byte[] Times);

/// <summary>A scene's settings; ranges are first and last frame, the start is the timecode of the first.</summary>
[MessagePackObject]
public sealed record SettingsMessage(
    [property: Key("name")] string Name,
    [property: Key("rate")] string Rate,
    [property: Key("framesPerSecond")] double FramesPerSecond,
    [property: Key("ticksPerFrame")] double TicksPerFrame,
    [property: Key("range"), Pair] long[] Range,
    [property: Key("work"), Pair] long[] Work,
    [property: Key("canDrop")] bool CanDrop,
    [property: Key("start")] string Start);

/// <summary>An object without its channels.</summary>
[MessagePackObject]
public sealed record ObjectMessage(
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("kind"), MessagePackFormatter(typeof(Words<ObjectKind>))] ObjectKind Kind,
    [property: Key("parent")] int? Parent,
    [property: Key("place")] int Place,
    [property: Key("rotationOrder"), MessagePackFormatter(typeof(Words<RotationOrder>))] RotationOrder RotationOrder,
    [property: Key("rotationInterpolation"), MessagePackFormatter(typeof(Words<RotationInterpolation>))] RotationInterpolation RotationInterpolation,
    [property: Key("roll")] RollMessage? Roll,
    [property: Key("path")] PathMessage? Path,
    [property: Key("follow")] FollowMessage? Follow,
    [property: Key("aim")] AimMessage? Aim,
    [property: Key("sway")] SwayMessage? Sway,
    [property: Key("lag")] LagMessage? Lag,
    [property: Key("bounce")] BounceMessage? Bounce,
    [property: Key("deformers")] DeformerMessage[] Deformers,
    [property: Key("fade")] FadeMessage? Fade,
    [property: Key("text")] TextMessage? Text,
    [property: Key("mesh")] MeshMessage? Mesh,
    [property: Key("uses"), MessagePackFormatter(typeof(WordLists<ChannelUses>))] ChannelUses[] Uses);

/// <summary>The way of a path, in its own space.</summary>
/// <param name="Closed">Whether it goes on from the last point to the first.</param>
/// <param name="Spread">What equal travel means.</param>
/// <param name="Length">How long it is, in scene lengths.</param>
/// <param name="Points">Its points.</param>
[MessagePackObject]
public sealed record PathMessage(
    [property: Key("closed")] bool Closed,
    [property: Key("spread"), MessagePackFormatter(typeof(Words<PathSpread>))] PathSpread Spread,
    [property: Key("length")] double Length,
    [property: Key("points")] PathPointMessage[] Points);

/// <summary>A point of a path: where it is and, from there, its handles as they are drawn; three numbers each.</summary>
[MessagePackObject]
public sealed record PathPointMessage(
    [property: Key("kind"), MessagePackFormatter(typeof(Words<PathPointKind>))] PathPointKind Kind,
    [property: Key("at"), Triple] double[] At,
    [property: Key("in"), Triple] double[] In,
    [property: Key("out"), Triple] double[] Out);

/// <summary>How an object follows a path.</summary>
[MessagePackObject]
public sealed record FollowMessage(
    [property: Key("path")] int Path,
    [property: Key("facing"), MessagePackFormatter(typeof(WordsOrNone<SignedAxis>))] SignedAxis? Facing,
    [property: Key("up"), MessagePackFormatter(typeof(Words<SignedAxis>))] SignedAxis Up,
    [property: Key("bank")] double Bank);

/// <summary>How an object aims.</summary>
[MessagePackObject]
public sealed record AimMessage(
    [property: Key("at")] int At,
    [property: Key("axis"), MessagePackFormatter(typeof(Words<SignedAxis>))] SignedAxis Axis,
    [property: Key("up"), MessagePackFormatter(typeof(Words<SignedAxis>))] SignedAxis Up);

/// <summary>The channels that sway, and by which noise.</summary>
[MessagePackObject]
public sealed record SwayMessage([property: Key("channels")] string[] Channels, [property: Key("seed")] int Seed, [property: Key("on")] bool On);

/// <summary>The channels that lag; none where the place in the world does.</summary>
[MessagePackObject]
public sealed record LagMessage([property: Key("channels")] string[] Channels, [property: Key("world")] bool World, [property: Key("on")] bool On);

/// <summary>The numbers of what is bounced off besides.</summary>
[MessagePackObject]
public sealed record BounceMessage([property: Key("against")] int[] Against, [property: Key("on")] bool On);

/// <summary>A deformer, in the order in which they act; see the core's <c>Deformer</c>.</summary>
[MessagePackObject]
public sealed record DeformerMessage(
    [property: Key("name")] string Name,
    [property: Key("kind"), MessagePackFormatter(typeof(Words<DeformerKind>))] DeformerKind Kind,
    [property: Key("axis"), MessagePackFormatter(typeof(Words<Axis>))] Axis Axis,
    [property: Key("within")] bool Within,
    [property: Key("oneWay")] bool OneWay,
    [property: Key("on")] bool On);

/// <summary>What a text says, its lines parted by line feeds.</summary>
[MessagePackObject]
public sealed record TextMessage(
    [property: Key("lines")] string Lines,
    [property: Key("font"), MessagePackFormatter(typeof(Words<TextFont>))] TextFont Font,
    [property: Key("align"), MessagePackFormatter(typeof(Words<TextAlign>))] TextAlign Align);

/// <summary>Where the triangles of a mesh come from.</summary>
[MessagePackObject]
public sealed record MeshMessage([property: Key("asset")] string Asset, [property: Key("name")] string Name);

/// <summary>How an object fades.</summary>
/// <param name="Azimuth">Degrees about y from x.</param>
/// <param name="Height">Degrees upwards.</param>
/// <param name="Invert">What is seen and what is not are exchanged.</param>
/// <param name="Direction">The same direction, as a way of length 1.</param>
[MessagePackObject]
public sealed record FadeMessage(
    [property: Key("azimuth")] double Azimuth, [property: Key("height")] double Height, [property: Key("invert")] bool Invert, [property: Key("direction")] double[] Direction);

/// <summary>A wheel's axle, and its radius in scene lengths.</summary>
[MessagePackObject]
public sealed record RollMessage([property: Key("axle"), MessagePackFormatter(typeof(Words<Axis>))] Axis Axle, [property: Key("radius")] double Radius);

/// <param name="Owner">What has the channel: an object, a warp or a placed clip.</param>
/// <param name="Id">The owner's number.</param>
/// <param name="Name">The channel's name.</param>
/// <param name="Still">Its value while it has no keys.</param>
/// <param name="Before">What it does before its keys.</param>
/// <param name="After">What it does after them.</param>
/// <param name="Head">So many keys at its start are as the tab knows them already.</param>
/// <param name="Tail">So many at its end, too.</param>
/// <param name="Keys">
/// Null while still; else the keys between, as n times (f64 ticks), n values (f64), n × 4 handles as they are drawn (f32: ticks and value of
/// the in handle, then of the out handle, offsets from the key; 0 where nothing bends), n bytes of modes (bits 0–2 in, 4–6 out).
/// </param>
/// <param name="Locked">Neither value nor keys can be changed by hand.</param>
[MessagePackObject]
public sealed record ChannelMessage(
    [property: Key("owner"), MessagePackFormatter(typeof(Words<OwnerKind>))] OwnerKind Owner,
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("still")] double Still,
    [property: Key("before"), MessagePackFormatter(typeof(Words<Extrapolation>))] Extrapolation Before,
    [property: Key("after"), MessagePackFormatter(typeof(Words<Extrapolation>))] Extrapolation After,
    [property: Key("head")] int Head,
    [property: Key("tail")] int Tail,
    [property: Key("keys")] byte[]? Keys,
    [property: Key("locked")] bool Locked);

/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="On">Whether it applies.</param>
/// <param name="Beyond">What happens outside its points.</param>
/// <param name="Targets">What it covers; null is the whole scene.</param>
/// <param name="Curve">Its points; values are source frames.</param>
[MessagePackObject]
public sealed record WarpMessage(
    [property: Key("id")] int Id,
    [property: Key("name")] string Name,
    [property: Key("on")] bool On,
    [property: Key("beyond"), MessagePackFormatter(typeof(Words<WarpBeyond>))] WarpBeyond Beyond,
    [property: Key("targets")] TargetMessage[]? Targets,
    [property: Key("curve")] ChannelMessage Curve);

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

/// <summary>An edit in the history.</summary>
[MessagePackObject]
public sealed record HistoryMessage(
    [property: Key("seq")] long Seq, [property: Key("title")] string Title, [property: Key("madeAt")] string MadeAt,
    [property: Key("author")] string? Author, [property: Key("name")] string? Name)
{
    /// <summary>The message of an entry.</summary>
    public static HistoryMessage Of(HistoryEntry entry) => new(entry.Seq, entry.Title, entry.MadeAt, entry.Author, entry.Name);
}

/// <summary>Something changed: sent to every tab of the scene. It may tell of several changes at once.</summary>
/// <param name="Id">The scene.</param>
/// <param name="Before">The revision that this follows.</param>
/// <param name="Revision">The revision now.</param>
/// <param name="Note">Where the scene stands in its history.</param>
/// <param name="Same">Up to which edit the history is as it was; the rest of it follows.</param>
/// <param name="History">The edits after that.</param>
/// <param name="Made">What was done, and from which window.</param>
/// <param name="Rows">The rows that are otherwise.</param>
/// <param name="Samples">The samples that are otherwise.</param>
[MessagePackObject]
public sealed record ChangeMessage(
    [property: Key("id")] long Id,
    [property: Key("before")] long Before,
    [property: Key("revision")] long Revision,
    [property: Key("note")] HistoryNote Note,
    [property: Key("same")] int Same,
    [property: Key("history")] HistoryMessage[] History,
    [property: Key("made")] MadeMessage[] Made,
    [property: Key("rows")] RowsMessage Rows,
    [property: Key("samples")] SamplesMessage Samples);

/// <summary>Something that was done: in words, from which window, and by whom.</summary>
[MessagePackObject]
public sealed record MadeMessage(
    [property: Key("title")] string Title, [property: Key("window")] string? Window, [property: Key("name")] string? Name);

/// <summary>Samples, as they are asked for or as they have changed.</summary>
/// <param name="Forgotten">The numbers of chunks to forget: what is known of them is no longer so.</param>
/// <param name="Pieces">New samples, after that.</param>
[MessagePackObject]
public sealed record SamplesMessage(
    [property: Key("forgotten")] long[] Forgotten, [property: Key("pieces")] PieceMessage[] Pieces)
{
    /// <summary>Nothing is otherwise.</summary>
    public static readonly SamplesMessage Nothing = new([], []);
}

/// <summary>Samples of some frames in a row, all of one chunk.</summary>
/// <param name="First">The first frame.</param>
/// <param name="Last">The last frame.</param>
/// <param name="IsWhole">It has all that moves in these frames, and takes the place of what was known of their chunk; else it has what is otherwise in just these frames.</param>
/// <param name="Names">The names of channels, which blocks count from 0.</param>
/// <param name="Blocks">The samples of each owner.</param>
[MessagePackObject]
public sealed record PieceMessage(
    [property: Key("first")] long First, [property: Key("last")] long Last, [property: Key("isWhole")] bool IsWhole,
    [property: Key("names")] string[] Names, [property: Key("blocks")] BlockMessage[] Blocks);

/// <summary>What a try gives while the hand drags; or, where it goes back, what is kept after all.</summary>
[MessagePackObject]
public sealed record TriedMessage(
    [property: Key("isBack")] bool IsBack, [property: Key("rows")] RowsMessage Rows, [property: Key("samples")] SamplesMessage Samples);

/// <summary>An owner's samples, as 32-bit floats; channels are numbers of names, of 16 bits each.</summary>
/// <param name="Owner">What has the channels.</param>
/// <param name="Id">The owner's number.</param>
/// <param name="Channels">What moves.</param>
/// <param name="Samples">Of each of these, in their order, one for every frame.</param>
/// <param name="StillChannels">What stands still, on whatever frame.</param>
/// <param name="Stills">One for each of these.</param>
[MessagePackObject]
public sealed record BlockMessage(
    [property: Key("owner"), MessagePackFormatter(typeof(Words<OwnerKind>))] OwnerKind Owner,
    [property: Key("id")] int Id,
    [property: Key("channels")] byte[] Channels,
    [property: Key("samples")] byte[] Samples,
    [property: Key("stillChannels")] byte[] StillChannels,
    [property: Key("stills")] byte[] Stills);

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

/// <summary>What became of an edit, and whether it changed anything; where it could not be kept, <paramref name="Trouble"/> says why and what to do.</summary>
[MessagePackObject]
public sealed record KeptMessage(
    [property: Key("revision")] long Revision,
    [property: Key("position")] int Position,
    [property: Key("title")] string Title,
    [property: Key("added")] int[] Added,
    [property: Key("changed")] bool Changed = false,
    [property: Key("clash")] ClashMessage? Clash = null,
    [property: Key("taken")] TakenMessage? Taken = null,
    [property: Key("touches")] TouchesMessage? Touches = null,
    [property: Key("trouble")] string? Trouble = null);

/// <summary>Somebody changed the same meanwhile, so nothing was done: who, and what they did; null where that is not known.</summary>
[MessagePackObject]
public sealed record TakenMessage([property: Key("name")] string? Name, [property: Key("title")] string? Title);

/// <summary>One's own change cannot be taken back alone, so nothing was done.</summary>
/// <param name="Position">The place in the history before it.</param>
/// <param name="Title">The change.</param>
/// <param name="Later">The changes that would go as well.</param>
[MessagePackObject]
public sealed record TouchesMessage(
    [property: Key("position")] int Position, [property: Key("title")] string Title, [property: Key("later")] MadeMessage[] Later);

/// <summary>Keys would have landed on others, so nothing was done: how many, and on which frame the first.</summary>
[MessagePackObject]
public sealed record ClashMessage([property: Key("count")] int Count, [property: Key("frame")] double Frame);
