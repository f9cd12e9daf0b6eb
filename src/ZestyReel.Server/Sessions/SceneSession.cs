using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>One open scene: takes edits one at a time, keeps each, and tells what changed.</summary>
public sealed class SceneSession
{
    private readonly SceneStore _store;
    private readonly Lock _turn = new();
    private readonly List<HistoryEntry> _history;
    private readonly Dictionary<RowKey, long> _changedAt = [];
    private long _timeChangedAt;

    public SceneSession(SceneStore store, KeptScene kept)
    {
        _store = store;
        Id = kept.Id;
        (Scene, Revision, Position) = (kept.Scene, kept.Revision, kept.Position);
        _history = [.. kept.History];
        LoadedRevision = kept.Revision;
    }

    public long Id { get; }
    public Scene Scene { get; private set; }
    public long Revision { get; private set; }
    public int Position { get; private set; }

    /// <summary>Told of every change, in order, before the next one is taken.</summary>
    public event Action<SceneSession, Kept>? Changed;

    private long LoadedRevision { get; }

    /// <summary>A look at everything at once.</summary>
    public T Look<T>(Func<Scene, long, int, IReadOnlyList<HistoryEntry>, T> at)
    {
        lock (_turn) return at(Scene, Revision, Position, _history);
    }

    /// <summary>Applies and keeps an edit.</summary>
    /// <param name="edit">What to do.</param>
    /// <param name="basedOn">The revision that the person saw.</param>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    /// <exception cref="Clash">What it touches has changed since that revision.</exception>
    public Kept Apply(Edit edit, long basedOn)
    {
        lock (_turn)
        {
            var title = edit.Title(Scene);
            var next = edit.Apply(Scene);
            var change = SceneChange.Between(Scene, next);
            RefuseClash(change, basedOn);
            if (change.IsEmpty) return new Kept(Scene, change, Revision, Position, title, null);
            var entry = _store.Keep(Id, change, title, Position, Revision + 1);
            _history.RemoveRange(Position, _history.Count - Position);
            _history.Add(entry);
            return Took(next, change, Position + 1, title, entry);
        }
    }

    /// <summary>Goes to a place in the history: 0 is before the first edit.</summary>
    /// <exception cref="Refusal">There is no such place.</exception>
    /// <exception cref="Clash">The scene has changed since that revision.</exception>
    public Kept GoTo(int position, long basedOn)
    {
        lock (_turn)
        {
            if (basedOn != Revision)
                throw new Clash("Somebody has changed the scene meanwhile. Look at what changed, then step through the history again.");
            var next = Walked(position);
            var change = SceneChange.Between(Scene, next);
            var title = position < Position
                ? $"Undo {(Position - position == 1 ? _history[position].Title : $"{Position - position} changes")}"
                : $"Redo {(position - Position == 1 ? _history[position - 1].Title : $"{position - Position} changes")}";
            if (position == Position) return new Kept(Scene, change, Revision, Position, "Stay", null);
            _store.KeepStep(Id, change, position, Revision + 1);
            return Took(next, change, position, title, null);
        }
    }

    /// <summary>The scene as it is at a place in the history, without going there.</summary>
    /// <exception cref="Refusal">There is no such place.</exception>
    public Scene At(int position)
    {
        lock (_turn) return Walked(position);
    }

    private Scene Walked(int position)
    {
        if (position < 0 || position > _history.Count) throw new Refusal("position", $"the history has the places 0 to {_history.Count}");
        var scene = Scene;
        for (var at = Position; at > position; at--) scene = _store.ChangeOf(Id, at).Reversed().AppliedTo(scene);
        for (var at = Position; at < position; at++) scene = _store.ChangeOf(Id, at + 1).AppliedTo(scene);
        return scene;
    }

    public Kept Undo(long basedOn) => Position == 0 ? throw new Refusal("undo", "there is nothing left to undo") : GoTo(Position - 1, basedOn);

    public Kept Redo(long basedOn) =>
        Position == _history.Count ? throw new Refusal("redo", "there is nothing to redo") : GoTo(Position + 1, basedOn);

    private Kept Took(Scene next, SceneChange change, int position, string title, HistoryEntry? entry)
    {
        Scene = next;
        Position = position;
        Revision++;
        foreach (var row in change.Rows) _changedAt[row.Row] = Revision;
        if (change.ChangesTime) _timeChangedAt = Revision;
        var kept = new Kept(next, change, Revision, position, title, entry);
        Changed?.Invoke(this, kept);
        return kept;
    }

    private void RefuseClash(SceneChange change, long basedOn)
    {
        if (basedOn == Revision) return;
        if (basedOn > Revision || basedOn < 0) throw new Clash($"There is no revision {basedOn}; the scene is at {Revision}.");
        var known = basedOn >= LoadedRevision;
        if (!known || _timeChangedAt > basedOn || change.Rows.Any(r => _changedAt.GetValueOrDefault(r.Row) > basedOn))
            throw new Clash("Somebody changed the same thing meanwhile. Your edit was not made; look at the new value and make it again if you still want it.");
    }
}
