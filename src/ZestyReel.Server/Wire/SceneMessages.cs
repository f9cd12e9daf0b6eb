using MessagePack;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Server.Wire;

// What goes over the live hub, as MessagePack maps. Times are ticks, held as doubles where the browser computes with them.

/// <summary>The scene, sent when a tab opens it.</summary>
/// <param name="Id">Which.</param>
/// <param name="Made">When it came to be, in UTC to the millisecond: what a browser keeps for it is for no other scene that has its number elsewhere.</param>
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
    [property: Key("made")] string Made,
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
