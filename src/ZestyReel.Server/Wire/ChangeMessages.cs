using MessagePack;
using ZestyReel.Core.Curves;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Wire;

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

/// <summary>What a try gives while the hand drags; or, where it goes back, what is kept after all.</summary>
[MessagePackObject]
public sealed record TriedMessage(
    [property: Key("isBack")] bool IsBack, [property: Key("rows")] RowsMessage Rows, [property: Key("samples")] SamplesMessage Samples);

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
