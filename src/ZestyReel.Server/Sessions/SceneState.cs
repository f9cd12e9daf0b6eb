using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>An open scene at one moment; never changed, so that whoever looks at it holds up nobody.</summary>
/// <param name="Scene">The scene.</param>
/// <param name="Revision">Counts every change, undo and redo.</param>
/// <param name="Position">How many edits are in force, those let go with them.</param>
/// <param name="Floor">How many edits have been let go.</param>
/// <param name="History">The edits after those, also those that are undone, oldest first; their numbers have no gaps.</param>
public sealed record SceneState(Scene Scene, long Revision, int Position, int Floor, ImmutableList<HistoryEntry> History)
{
    /// <summary>How many edits there are, those let go with them.</summary>
    public int Last => Floor + History.Count;

    /// <summary>The edit of a number above <see cref="Floor"/>.</summary>
    public HistoryEntry Entry(long seq) => History[(int)(seq - Floor - 1)];
}
