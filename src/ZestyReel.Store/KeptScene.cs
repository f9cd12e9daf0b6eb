using ZestyReel.Core.Scenes;

namespace ZestyReel.Store;

/// <summary>A scene as it is kept.</summary>
/// <param name="Id">Its number in the store.</param>
/// <param name="Scene">The scene itself.</param>
/// <param name="Revision">Counts every change, undo and redo.</param>
/// <param name="History">All kept edits, those that are undone too.</param>
/// <param name="Position">How many of them are in force.</param>
public sealed record KeptScene(long Id, Scene Scene, long Revision, IReadOnlyList<HistoryEntry> History, int Position);
