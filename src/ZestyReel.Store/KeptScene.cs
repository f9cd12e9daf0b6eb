using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store;

/// <summary>A scene as it is kept.</summary>
/// <param name="Id">Its number in the store.</param>
/// <param name="MadeAt">When it came to be, in UTC to the millisecond: with its number it tells it from scenes of other stores.</param>
/// <param name="Scene">The scene itself.</param>
/// <param name="Revision">Counts every change, undo and redo.</param>
/// <param name="History">All kept edits, those that are undone too, without those that have been let go.</param>
/// <param name="Position">How many edits are in force, those that have been let go with them.</param>
/// <param name="Floor">How many edits have been let go; nobody can step back before them.</param>
public sealed record KeptScene(long Id, string MadeAt, Scene Scene, long Revision, ImmutableList<HistoryEntry> History, int Position, int Floor);
