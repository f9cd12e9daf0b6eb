using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>
/// Which change somebody's undo and redo reach. Undo takes back one's own last change; where others have made changes
/// since, that is a new edit which says what it takes back, so that theirs stay.
/// </summary>
public static class OwnSteps
{
    /// <summary>The edit that undo takes back: the last one in reach; null where there is none.</summary>
    public static HistoryEntry? ToUndo(SceneState state, Reach reach)
    {
        foreach (var entry in Counting(state))
            if (entry.Undoes is null && reach.Includes(entry)) return entry;
        return null;
    }

    /// <summary>The edit that redo makes again: the next one undone, or one taken back while others worked; null where there is none.</summary>
    public static HistoryEntry? ToRedo(SceneState state, Reach reach)
    {
        if (state.Position < state.Last) return state.Entry(state.Position + 1);
        foreach (var entry in Counting(state))
        {
            if (!reach.Includes(entry)) continue;
            // What was done since then ends what could be redone.
            return entry.Undoes is { } undone && undone > state.Floor ? entry : null;
        }
        return null;
    }

    /// <summary>What redo does, in words.</summary>
    public static string? RedoTitle(SceneState state, Reach reach) =>
        ToRedo(state, reach) is not { } entry ? null : entry.Undoes is { } undone ? state.Entry(undone).Title : entry.Title;

    /// <summary>The edits in force after one, the last first, without pairs of an edit and what took it back.</summary>
    public static IEnumerable<HistoryEntry> LaterThan(SceneState state, long seq)
    {
        var passed = new HashSet<long>();
        for (var at = state.Position; at > seq; at--)
        {
            if (passed.Contains(at)) continue;
            if (state.Entry(at).Undoes is { } undone && undone > seq) passed.Add(undone);
            else yield return state.Entry(at);
        }
    }

    /// <summary>The edits in force, the last first, without those that were taken back and without what took them back.</summary>
    private static IEnumerable<HistoryEntry> Counting(SceneState state)
    {
        var passed = new HashSet<long>();
        for (var seq = state.Position; seq > state.Floor; seq--)
        {
            var entry = state.Entry(seq);
            if (passed.Contains(seq)) continue;
            if (entry.Undoes is { } undone)
            {
                // The edit and what took it back cancel each other; what takes back a taking-back lets the edit count again.
                passed.Add(undone);
                if (undone <= state.Floor || state.Entry(undone).Undoes is not null) continue;
            }
            yield return entry;
        }
    }
}
