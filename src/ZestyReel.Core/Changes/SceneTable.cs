using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Changes;

/// <summary>One kind of row that a scene has any number of, each under a number of its own. All of them stand in <see cref="SceneTables"/>.</summary>
public abstract class SceneTable(RowKind kind)
{
    /// <summary>The kind of row.</summary>
    public RowKind Kind { get; } = kind;

    /// <summary>How many a scene has.</summary>
    public abstract int Count(Scene scene);

    /// <summary>The row of a number; null where there is none.</summary>
    public abstract object? Row(Scene scene, int id);

    /// <summary>The scene with some rows as they are now: those that are null go, the others are added or replaced.</summary>
    public abstract Scene With(Scene scene, IEnumerable<(int Id, object? Row)> rows);

    /// <summary>Checks a row against the rules of scenes.</summary>
    /// <exception cref="Refusal">It breaks a rule.</exception>
    public abstract void Check(Scene scene, object row);

    /// <summary>Adds the rows that differ between two scenes.</summary>
    internal abstract void AddDiffering(Scene before, Scene after, ImmutableArray<RowChange>.Builder rows);
}

/// <summary>A kind of row: where a scene has them, how they are numbered, and their rules.</summary>
internal sealed class SceneTable<TId, TRow>(
    RowKind kind, Func<Scene, ImmutableSortedDictionary<TId, TRow>> rows, Func<Scene, ImmutableSortedDictionary<TId, TRow>, Scene> with,
    Func<int, TId> id, Func<TId, int> number, Action<Scene, TRow> check) : SceneTable(kind)
    where TId : notnull
    where TRow : class
{
    public override int Count(Scene scene) => rows(scene).Count;

    public override object? Row(Scene scene, int number) => rows(scene).GetValueOrDefault(id(number));

    public override Scene With(Scene scene, IEnumerable<(int Id, object? Row)> changed)
    {
        var all = rows(scene).ToBuilder();
        foreach (var (number, row) in changed)
        {
            if (row is null) all.Remove(id(number));
            else all[id(number)] = (TRow)row;
        }
        return with(scene, all.ToImmutable());
    }

    public override void Check(Scene scene, object row) => check(scene, (TRow)row);

    internal override void AddDiffering(Scene before, Scene after, ImmutableArray<RowChange>.Builder changes)
    {
        var (old, now) = (rows(before), rows(after));
        if (ReferenceEquals(old, now)) return;
        foreach (var each in old.Keys.Union(now.Keys))
        {
            var (was, isNow) = (old.GetValueOrDefault(each), now.GetValueOrDefault(each));
            if (!Equals(was, isNow)) changes.Add(new(new(Kind, number(each)), was, isNow));
        }
    }
}
