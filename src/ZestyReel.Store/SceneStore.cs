using Dapper;
using Microsoft.Data.Sqlite;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Store.Histories;
using ZestyReel.Store.Packing;

namespace ZestyReel.Store;

/// <summary>Keeps what is in scenes, and what was done to them. Every method is one transaction.</summary>
public sealed class SceneStore(Database database)
{
    /// <summary>The scene with its history, or null if there is none of that number.</summary>
    /// <exception cref="StoreTrouble">It cannot be read.</exception>
    public KeptScene? Load(long id) => database.Read(connection => Load(connection, id));

    /// <summary>Packs the scene's history, so that it goes with it.</summary>
    /// <param name="id">The scene.</param>
    /// <param name="into">Where it is packed.</param>
    /// <param name="stop">Calls it off.</param>
    /// <returns>What goes; null if there is no such scene.</returns>
    /// <exception cref="StoreTrouble">It cannot be read.</exception>
    public OutgoingHistory? PackHistory(long id, Stream into, CancellationToken stop = default) => database.Read(connection =>
        Load(connection, id) is { } kept ? DepartingHistory.Pack(connection, kept, into, stop) : null);

    private static KeptScene? Load(SqliteConnection connection, long id)
    {
        var row = connection.QuerySingleOrDefault<SceneRow>("""
            SELECT name, rate_num AS rateNum, rate_den AS rateDen, range_first AS rangeFirst, range_last AS rangeLast,
                   work_first AS workFirst, work_last AS workLast, start, revision, position, history_floor AS floor, made_at AS madeAt
            FROM scene WHERE id = @id AND deleted_at IS NULL
            """, new { id });
        if (row is null) return null;
        var history = connection.Query<HistoryEntry>("""
            SELECT seq, title, made_at AS madeAt, author, name, undoes FROM history WHERE scene_id = @id ORDER BY seq
            """, new { id });
        var settings = new SceneSettings(
            row.Name, FrameRate.Of(row.RateNum, row.RateDen),
            new(row.RangeFirst, row.RangeLast), new(row.WorkFirst, row.WorkLast), row.Start);
        var keys = KeyRuns.Read(connection, id);
        var scene = Scene.Empty("-") with { Settings = settings, Objects = SceneRows.ReadObjects(connection, id, keys) };
        scene = SceneRows.ReadTables(connection, id, scene, keys);
        return new KeptScene(id, row.MadeAt, scene, row.Revision, [.. history], (int)row.Position, (int)row.Floor);
    }

    /// <summary>Keeps an edit: its rows, its place in the history, and the scene's new revision. What had been undone goes.</summary>
    /// <param name="id">The scene.</param>
    /// <param name="change">What changed.</param>
    /// <param name="title">What was done.</param>
    /// <param name="position">How many edits are in force before this one.</param>
    /// <param name="revision">The scene's revision after this edit.</param>
    /// <param name="from">Where the edit comes from.</param>
    /// <param name="undoes">The number of the edit that this one takes back.</param>
    /// <returns>The new history entry.</returns>
    /// <exception cref="Refusal">Another scene has the name that the edit gives this one.</exception>
    /// <exception cref="Outdated">The scene is not at the revision before this one.</exception>
    /// <exception cref="StoreTrouble">Nothing was kept.</exception>
    public HistoryEntry Keep(long id, SceneChange change, string title, int position, long revision, Origin? from = null, long? undoes = null)
    {
        var entry = new HistoryEntry(position + 1, title, Clock.Now(), from?.Author, from?.Name, undoes);
        // Packed before the turn to write comes.
        var packed = ChangePacking.Pack(change);
        database.Write(connection =>
        {
            Step(connection, id, position + 1, revision);
            connection.Execute("DELETE FROM history WHERE scene_id = @id AND seq > @position", new { id, position });
            connection.Execute("""
                INSERT INTO history (scene_id, seq, title, made_at, packing, change, author, name, mark, undoes)
                VALUES (@id, @Seq, @Title, @MadeAt, @packing, @packed, @Author, @Name, @mark, @Undoes)
                """, new { id, entry.Seq, entry.Title, entry.MadeAt, packing = ChangePacking.Packing, packed, entry.Author, entry.Name, mark = from?.Mark, entry.Undoes });
            WriteRows(connection, id, change);
        });
        return entry;
    }

    /// <summary>Keeps a step back or forth through the history.</summary>
    /// <exception cref="Outdated">The scene is not at the revision before this one.</exception>
    /// <exception cref="StoreTrouble">Nothing was kept.</exception>
    public void KeepStep(long id, SceneChange change, int position, long revision) => database.Write(connection =>
    {
        Step(connection, id, position, revision);
        WriteRows(connection, id, change);
    });

    /// <summary>The name itself where no other scene has it, or the name with the next free number.</summary>
    public string FreeName(long id, string wanted) => database.Read(connection =>
        Names.Free(wanted, connection.Query<string>("SELECT name FROM scene WHERE deleted_at IS NULL AND id <> @id", new { id }).ToHashSet()));

    /// <summary>The number of the edit that was sent with a mark; null where none was.</summary>
    public long? FindMark(long id, string mark) => database.Read(connection => connection.QuerySingleOrDefault<long?>(
        "SELECT seq FROM history WHERE scene_id = @id AND mark = @mark", new { id, mark }));

    /// <summary>The scene as it is at another place in the history, edit by edit.</summary>
    /// <param name="id">The scene.</param>
    /// <param name="scene">What it is at the place walked from.</param>
    /// <param name="from">The place walked from: how many edits are in force.</param>
    /// <param name="to">The place walked to.</param>
    /// <param name="stop">Ends a long walk.</param>
    /// <exception cref="InvalidDataException">The history does not fit the scene.</exception>
    public Scene Walk(long id, Scene scene, int from, int to, CancellationToken stop = default) => database.Read(connection =>
    {
        var back = to < from;
        var count = 0;
        foreach (var (packing, change) in Steps(connection, id, Math.Min(from, to), Math.Max(from, to), back))
        {
            stop.ThrowIfCancellationRequested();
            scene = ChangePacking.Step((int)packing, change, scene, back).AppliedTo(scene);
            count++;
        }
        return count == Math.Abs(to - from) ? scene : throw new InvalidDataException("The history has gaps.");
    });

    /// <summary>The packed changes after a place in the history up to another, one by one.</summary>
    internal static IEnumerable<(long Packing, byte[] Change)> Steps(SqliteConnection connection, long id, int low, int high, bool back = false) =>
        connection.Query<(long Packing, byte[] Change)>(
            $"SELECT packing, change FROM history WHERE scene_id = @id AND seq > @low AND seq <= @high ORDER BY seq {(back ? "DESC" : "ASC")}",
            new { id, low, high }, buffered: false);

    /// <summary>What taking back one edit does to the scene; only right where no later edit in force touched the same rows.</summary>
    public SceneChange TakenBack(long id, long seq, Scene now) => database.Read(connection =>
    {
        var (packing, change) = connection.QuerySingle<(long, byte[])>("SELECT packing, change FROM history WHERE scene_id = @id AND seq = @seq", new { id, seq });
        var step = ChangePacking.Step((int)packing, change, now, back: true);
        return SceneChange.Between(now, step.AppliedTo(now));
    });

    /// <summary>The rows that each of some edits touched.</summary>
    public IReadOnlyList<(long Seq, TouchedRows Rows)> Touched(long id, long first, long last) => database.Read(connection =>
        connection.Query<(long Seq, long Packing, byte[] Change)>(
                "SELECT seq, packing, change FROM history WHERE scene_id = @id AND seq BETWEEN @first AND @last ORDER BY seq", new { id, first, last }, buffered: false)
            .Select(row => (row.Seq, ChangePacking.Touched((int)row.Packing, row.Change))).ToList());

    /// <summary>How many bytes each edit of the history takes, in order.</summary>
    public IReadOnlyList<(long Seq, long Bytes)> Sizes(long id) => database.Read(connection =>
        connection.Query<(long, long)>("SELECT seq, LENGTH(change) FROM history WHERE scene_id = @id ORDER BY seq", new { id }).AsList());

    /// <summary>Lets go of all history before an edit, so that nobody can step back before it.</summary>
    /// <param name="id">The scene.</param>
    /// <param name="floor">How many edits, counted from the first, are let go; all must be in force.</param>
    public void LetGo(long id, int floor) => database.Write(connection =>
    {
        if (connection.Execute("UPDATE scene SET history_floor = @floor WHERE id = @id AND position >= @floor", new { id, floor }) == 0) throw new Outdated();
        connection.Execute("DELETE FROM history WHERE scene_id = @id AND seq <= @floor", new { id, floor });
    });

    private static void Step(SqliteConnection connection, long id, int position, long revision)
    {
        // Whoever else may have written: a step from another revision than the present one changes nothing.
        var rows = connection.Execute("""
            UPDATE scene SET position = @position, revision = @revision, changed_at = @now
            WHERE id = @id AND revision = @revision - 1 AND deleted_at IS NULL
            """, new { id, position, revision, now = Clock.Now() });
        if (rows == 0) throw new Outdated();
    }

    private static void WriteRows(SqliteConnection connection, long id, SceneChange change)
    {
        try
        {
            SceneRows.Write(connection, id, change.Rows);
        }
        catch (SqliteException clash) when (clash.SqliteExtendedErrorCode == 2067)
        {
            throw new Refusal("name", "another scene has this name already; choose one of its own");
        }
    }

    private sealed record SceneRow(
        string Name, long RateNum, long RateDen, long RangeFirst, long RangeLast, long WorkFirst, long WorkLast, long Start, long Revision, long Position, long Floor, string MadeAt);
}
