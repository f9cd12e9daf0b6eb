using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>One open scene: takes edits one at a time, keeps each, and tells what changed. Looking at it waits for nobody.</summary>
public sealed class SceneSession
{
    private readonly SceneStore _store;
    private readonly Lock _turn = new();
    private readonly RecentChanges _recent;
    private volatile SceneState _state;
    private static readonly IReadOnlySet<ObjectId> NoObjects = ImmutableHashSet<ObjectId>.Empty;

    /// <summary>A session that begins with what is kept.</summary>
    public SceneSession(SceneStore store, KeptScene kept)
    {
        _store = store;
        Id = kept.Id;
        MadeAt = kept.MadeAt;
        _state = new SceneState(kept.Scene, kept.Revision, kept.Position, kept.Floor, kept.History);
        _recent = new RecentChanges(kept.Revision);
    }

    /// <summary>The scene's number.</summary>
    public long Id { get; }

    /// <summary>When the scene came to be, in UTC to the millisecond.</summary>
    public string MadeAt { get; }

    /// <summary>The scene at this moment.</summary>
    public SceneState State => _state;

    /// <summary>Told of every change, in order, before the next one is taken. Whoever listens only takes note: the change is kept already.</summary>
    public event Action<SceneSession, Kept>? Changed;

    /// <summary>Applies and keeps an edit.</summary>
    /// <param name="edit">What to do.</param>
    /// <param name="basedOn">The revision that the person saw.</param>
    /// <param name="by">Who does it.</param>
    /// <param name="locked">What they have locked while they work: none of it may change.</param>
    /// <param name="effort">Told how far it is, where that takes long, and calls it off.</param>
    /// <exception cref="OperationCanceledException">It has been called off.</exception>
    /// <exception cref="Refusal">The edit cannot be done.</exception>
    /// <exception cref="Clash">What it touches has been changed from elsewhere since that revision.</exception>
    /// <exception cref="StoreTrouble">It could not be kept, and was not made.</exception>
    public Kept Apply(Edit edit, long basedOn, Origin? by = null, IReadOnlySet<ObjectId>? locked = null, Effort? effort = null)
    {
        by ??= Origin.Nobody;
        lock (_turn)
        {
            var now = _state;
            if (by.Mark is { } mark && _store.FindMark(Id, mark) is { } seq) return Unchanged(now, seq > now.Floor ? now.Entry(seq).Title : "Kept before", by);
            var title = edit.Title(now.Scene);
            var (next, change) = edit.Changed(now.Scene, effort);
            change.RefuseLocked(now.Scene, locked ?? NoObjects);
            _recent.Refuse(change, basedOn, now.Revision, by.Window);
            return change.IsEmpty ? Unchanged(now, title, by) : Keep(now, next, change, title, by, null);
        }
    }

    /// <summary>Goes to a place in the history: 0 is before the first edit.</summary>
    /// <exception cref="Refusal">There is no such place.</exception>
    /// <exception cref="Clash">The scene has changed since that revision.</exception>
    /// <exception cref="StoreTrouble">It could not be kept, and was not made.</exception>
    public Kept GoTo(int position, long basedOn, Origin? by = null, IReadOnlySet<ObjectId>? locked = null)
    {
        lock (_turn)
        {
            var now = _state;
            if (basedOn != now.Revision)
                throw new Clash("Somebody has changed the scene meanwhile. Look at what changed, then step through the history again.");
            return Step(now, position, by ?? Origin.Nobody, locked);
        }
    }

    /// <summary>Takes an author's own last change back: by a step, or, where others have made changes since, by a new edit that leaves theirs.</summary>
    /// <exception cref="Refusal">There is nothing of theirs to take back.</exception>
    /// <exception cref="TouchesOthers">Later changes touched the same.</exception>
    /// <exception cref="Clash">Nobody says who asks, and the scene has changed since that revision.</exception>
    /// <exception cref="StoreTrouble">It could not be kept, and was not made.</exception>
    public Kept Undo(long basedOn, Origin? by = null, Reach? reach = null, IReadOnlySet<ObjectId>? locked = null)
    {
        by ??= Origin.Nobody;
        lock (_turn)
        {
            var now = _state;
            RefuseOld(now, basedOn, by);
            var own = OwnSteps.ToUndo(now, reach ?? Reach.All) ?? throw new Refusal("undo", now.Position > now.Floor
                ? "nothing of yours is left to undo; the history takes back what others did"
                : now.Floor > 0 ? "what came before has been let go" : "there is nothing left to undo");
            return own.Seq == now.Position ? Step(now, now.Position - 1, by, locked) : TakeBack(now, own, $"Take back: {own.Title}", by, locked);
        }
    }

    /// <summary>Makes again what undo took back last.</summary>
    /// <exception cref="Refusal">There is nothing to redo.</exception>
    /// <exception cref="TouchesOthers">Later changes touched the same.</exception>
    /// <exception cref="Clash">Nobody says who asks, and the scene has changed since that revision.</exception>
    /// <exception cref="StoreTrouble">It could not be kept, and was not made.</exception>
    public Kept Redo(long basedOn, Origin? by = null, Reach? reach = null, IReadOnlySet<ObjectId>? locked = null)
    {
        by ??= Origin.Nobody;
        lock (_turn)
        {
            var now = _state;
            RefuseOld(now, basedOn, by);
            var next = OwnSteps.ToRedo(now, reach ?? Reach.All) ?? throw new Refusal("redo", "there is nothing to redo");
            if (next.Seq > now.Position) return Step(now, now.Position + 1, by, locked);
            return TakeBack(now, next, $"Put back: {OwnSteps.RedoTitle(now, reach ?? Reach.All)}", by, locked);
        }
    }

    /// <summary>Takes one change back, whoever made it, by a new edit that leaves what came since.</summary>
    /// <exception cref="Refusal">There is no such change in force, or it touches what is locked.</exception>
    /// <exception cref="TouchesOthers">Later changes touched the same.</exception>
    /// <exception cref="StoreTrouble">It could not be kept, and was not made.</exception>
    public Kept TakeBack(int change, long basedOn, Origin? by = null, IReadOnlySet<ObjectId>? locked = null)
    {
        by ??= Origin.Nobody;
        lock (_turn)
        {
            var now = _state;
            RefuseOld(now, basedOn, by);
            if (change <= now.Floor || change > now.Position) throw new Refusal("change", $"the changes in force are {now.Floor + 1} to {now.Position}");
            var entry = now.Entry(change);
            // An edit like any other: undo gives back what it took.
            return TakeBack(now, entry, $"Take back: {entry.Title}", by, locked, isStep: false);
        }
    }

    /// <summary>The scene as it was at a place in the history, without going there. Takes no turn: edits go on meanwhile.</summary>
    /// <exception cref="Refusal">There is no such place.</exception>
    public Scene At(int position, CancellationToken stop = default) => Walked(_state, position, stop);

    /// <summary>Lets go of the history before a place, so that nobody can step back before it.</summary>
    /// <exception cref="Refusal">There is no such place, or it is not in force.</exception>
    public void LetGo(int floor)
    {
        lock (_turn)
        {
            var now = _state;
            if (floor <= now.Floor || floor > now.Position) throw new Refusal("before", $"give a change from {now.Floor + 1} to {now.Position}");
            _store.LetGo(Id, floor);
            _state = now with { Floor = floor, History = now.History.RemoveRange(0, floor - now.Floor) };
            Changed?.Invoke(this, new Kept(now, _state, new SceneChange([]), "Let history go", Origin.Nobody));
        }
    }

    private Kept Step(SceneState now, int position, Origin by, IReadOnlySet<ObjectId>? locked)
    {
        if (position == now.Position) return Unchanged(now, "Stay", by);
        var next = Walked(now, position, default);
        // What it was called then may be another scene's name by now; no step fails for that.
        if (next.Settings.Name != now.Scene.Settings.Name) next = next with { Settings = next.Settings with { Name = _store.FreeName(Id, next.Settings.Name) } };
        var change = SceneChange.Between(now.Scene, next);
        change.RefuseLocked(now.Scene, locked ?? NoObjects);
        var count = Math.Abs(now.Position - position);
        var title = position < now.Position
            ? $"Undo {(count == 1 ? now.Entry(now.Position).Title : $"{count} changes")}"
            : $"Redo {(count == 1 ? now.Entry(position).Title : $"{count} changes")}";
        Guarded(() => _store.KeepStep(Id, change, position, now.Revision + 1));
        return Took(now, now with { Scene = next, Revision = now.Revision + 1, Position = position }, change, title, by);
    }

    private Kept TakeBack(SceneState now, HistoryEntry own, string title, Origin by, IReadOnlySet<ObjectId>? locked, bool isStep = true)
    {
        var later = OwnSteps.LaterThan(now, own.Seq).Reverse().ToList();
        var touched = _store.Touched(Id, own.Seq, now.Position).ToDictionary(each => each.Seq, each => each.Rows);
        var same = later.Where(entry => touched[entry.Seq].Overlaps(touched[own.Seq])).ToList();
        if (same.Count > 0) throw new TouchesOthers(own, same);
        var change = _store.TakenBack(Id, own.Seq, now.Scene);
        change.RefuseLocked(now.Scene, locked ?? NoObjects);
        var next = change.AppliedTo(now.Scene);
        // What was added since may lean on what would go.
        if (!SceneTies.Hold(next)) throw new TouchesOthers(own, later);
        return change.IsEmpty ? Unchanged(now, title, by) : Keep(now, next, change, title, by, isStep ? own.Seq : null);
    }

    private Kept Keep(SceneState now, Scene next, SceneChange change, string title, Origin by, long? undoes)
    {
        HistoryEntry entry = null!;
        Guarded(() => entry = _store.Keep(Id, change, title, now.Position, now.Revision + 1, by, undoes));
        var history = now.History.RemoveRange(now.Position - now.Floor, now.Last - now.Position).Add(entry);
        return Took(now, now with { Scene = next, Revision = now.Revision + 1, Position = now.Position + 1, History = history }, change, title, by);
    }

    // From here on the change is kept: nothing may fail any more.
    private Kept Took(SceneState before, SceneState after, SceneChange change, string title, Origin by)
    {
        _state = after;
        _recent.Add(change, after.Revision, title, by);
        var kept = new Kept(before, after, change, title, by);
        Changed?.Invoke(this, kept);
        return kept;
    }

    private static Kept Unchanged(SceneState now, string title, Origin by) => new(now, now, new SceneChange([]), title, by);

    private static void RefuseOld(SceneState now, long basedOn, Origin by)
    {
        if (by.Author is null && basedOn != now.Revision)
            throw new Clash("Somebody has changed the scene meanwhile. Look at what changed, then step through the history again.");
    }

    private Scene Walked(SceneState now, int position, CancellationToken stop)
    {
        if (position < now.Floor || position > now.Last)
            throw new Refusal("position", now.Floor == 0 ? $"the history has the places 0 to {now.Last}" : $"the history before change {now.Floor} has been let go; the places are {now.Floor} to {now.Last}");
        return position == now.Position ? now.Scene : _store.Walk(Id, now.Scene, now.Position, position, stop);
    }

    private void Guarded(Action keep)
    {
        try
        {
            keep();
        }
        catch (Outdated)
        {
            throw _store.Load(Id) is null ? new SceneGone(Id) : new Clash("The scene was changed by another program. Your edit was not made; load the page again.");
        }
    }
}
