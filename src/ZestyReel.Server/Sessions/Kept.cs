using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>A change that has been kept.</summary>
/// <param name="Scene">The scene after it.</param>
/// <param name="Change">What changed.</param>
/// <param name="Revision">The scene's new revision.</param>
/// <param name="Position">How many history entries are in force.</param>
/// <param name="Title">What was done.</param>
/// <param name="Entry">The new history entry; null for a step through the history.</param>
public sealed record Kept(Scene Scene, SceneChange Change, long Revision, int Position, string Title, HistoryEntry? Entry);
