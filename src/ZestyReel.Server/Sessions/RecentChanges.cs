using ZestyReel.Core.Changes;
using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>Who changed which row last, so that an edit made on an older look is told what it would have overwritten.</summary>
/// <param name="since">The revision from which on this is known.</param>
internal sealed class RecentChanges(long since)
{
    private readonly Dictionary<RowKey, Change> _rows = [];
    private Change? _time;

    /// <summary>Remembers a change.</summary>
    public void Add(SceneChange change, long revision, string title, Origin by)
    {
        var made = new Change(revision, title, by);
        foreach (var row in change.Rows) _rows[row.Row] = made;
        // Whoever moves keys meanwhile moves them by where they are seen.
        if (change.ChangesTime || change.Rows.Any(row => row.Row.Kind == RowKind.Cue)) _time = made;
    }

    /// <exception cref="Clash">What the change touches has been changed from another window since a revision.</exception>
    public void Refuse(SceneChange change, long basedOn, long revision, string? window)
    {
        if (basedOn == revision) return;
        if (basedOn > revision || basedOn < 0) throw new Clash($"There is no revision {basedOn}; the scene is at {revision}.");
        if (basedOn < since) throw Meanwhile(null);
        if (IsOthers(_time, basedOn, window)) throw Meanwhile(_time);
        foreach (var row in change.Rows)
            if (IsOthers(_rows.GetValueOrDefault(row.Row), basedOn, window)) throw Meanwhile(_rows[row.Row]);
    }

    private static bool IsOthers(Change? made, long basedOn, string? window) =>
        made is not null && made.Revision > basedOn && (window is null || made.By.Window != window);

    private static Clash Meanwhile(Change? other) => new(
        $"{other?.By.Name ?? "Somebody"} changed the same thing meanwhile{(other is null ? "" : $": {other.Title}")}. Your edit was not made; look at the new value and make it again if you still want it.",
        other?.By.Name, other?.Title);

    private sealed record Change(long Revision, string Title, Origin By);
}
