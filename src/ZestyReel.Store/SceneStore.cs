using System.Collections.Immutable;
using Dapper;
using MessagePack;
using Microsoft.Data.Sqlite;
using ZestyReel.Core;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Store.Packing;

namespace ZestyReel.Store;

/// <summary>Keeps scenes: the list of them, and each one's rows. Every method is one transaction.</summary>
public sealed class SceneStore(Database database)
{
    public IReadOnlyList<SceneCard> List()
    {
        using var connection = database.Open();
        return connection.Query<SceneCard>("""
            SELECT s.id, s.name,
                   CASE s.rate_den WHEN 1 THEN CAST(s.rate_num AS TEXT) ELSE s.rate_num || '/' || s.rate_den END AS rate,
                   s.range_first AS firstFrame, s.range_last AS lastFrame,
                   (SELECT COUNT(*) FROM object o WHERE o.scene_id = s.id) AS objects,
                   s.revision, s.changed_at AS changedAt,
                   EXISTS (SELECT 1 FROM thumbnail t WHERE t.scene_id = s.id AND t.revision = s.revision) AS hasThumbnail
            FROM scene s WHERE s.deleted_at IS NULL ORDER BY s.changed_at DESC, s.id DESC
            """).AsList();
    }

    public long? FindByName(string name)
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<long?>("SELECT id FROM scene WHERE name = @name AND deleted_at IS NULL", new { name });
    }

    /// <summary>Keeps a new scene; if its name is taken, under that name with the next free number.</summary>
    public long Add(Scene scene)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        var taken = connection.Query<string>("SELECT name FROM scene WHERE deleted_at IS NULL").ToHashSet();
        scene = scene with { Settings = scene.Settings with { Name = Names.Free(scene.Settings.Name, taken) } };
        var s = scene.Settings;
        var id = connection.ExecuteScalar<long>("""
            INSERT INTO scene (name, rate_num, rate_den, range_first, range_last, work_first, work_last, made_at, changed_at)
            VALUES (@Name, @num, @den, @rf, @rl, @wf, @wl, @now, @now) RETURNING id
            """, new { s.Name, num = s.Rate.Num, den = s.Rate.Den, rf = s.Range.First, rl = s.Range.Last, wf = s.Work.First, wl = s.Work.Last, now = Now() });
        var all = SceneChange.Between(Scene.Empty("empty"), scene);
        SceneRows.Write(connection, id, all with { Rows = all.Rows.RemoveAll(r => r.Row.Kind == RowKind.Settings) });
        transaction.Commit();
        return id;
    }

    /// <summary>Marks a scene as deleted; <see cref="Restore"/> brings it back.</summary>
    public bool Delete(long id)
    {
        using var connection = database.Open();
        return connection.Execute("UPDATE scene SET deleted_at = @now WHERE id = @id AND deleted_at IS NULL", new { id, now = Now() }) == 1;
    }

    /// <summary>Brings a deleted scene back; if its name has been given away meanwhile, under the next free one.</summary>
    public bool Restore(long id)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        var name = connection.QuerySingleOrDefault<string>("SELECT name FROM scene WHERE id = @id AND deleted_at IS NOT NULL", new { id });
        if (name is null) return false;
        var taken = connection.Query<string>("SELECT name FROM scene WHERE deleted_at IS NULL").ToHashSet();
        connection.Execute("UPDATE scene SET deleted_at = NULL, name = @name WHERE id = @id", new { id, name = Names.Free(name, taken) });
        transaction.Commit();
        return true;
    }

    /// <summary>The scene with its history, or null if there is none of that number.</summary>
    public KeptScene? Load(long id)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction(deferred: true);
        var row = connection.QuerySingleOrDefault<SceneRow>("""
            SELECT name, rate_num AS rateNum, rate_den AS rateDen, range_first AS rangeFirst, range_last AS rangeLast,
                   work_first AS workFirst, work_last AS workLast, revision, position
            FROM scene WHERE id = @id AND deleted_at IS NULL
            """, new { id });
        if (row is null) return null;
        var history = connection.Query<HistoryEntry>(
            "SELECT seq, title, made_at AS madeAt FROM history WHERE scene_id = @id ORDER BY seq", new { id }).AsList();
        var settings = new SceneSettings(
            row.Name, FrameRate.Of(row.RateNum, row.RateDen),
            new(row.RangeFirst, row.RangeLast), new(row.WorkFirst, row.WorkLast));
        var scene = new Scene(
            settings, SceneRows.ReadObjects(connection, id), SceneRows.ReadWarps(connection, id),
            SceneRows.ReadBookmarks(connection, id), SceneRows.ReadNamedChoices(connection, id),
            SceneRows.ReadClips(connection, id), SceneRows.ReadPlacedClips(connection, id));
        return new KeptScene(id, scene, row.Revision, history, (int)row.Position);
    }

    /// <summary>Keeps an edit: its rows, its place in the history, and the scene's new revision. What had been undone goes.</summary>
    /// <returns>The new history entry.</returns>
    /// <exception cref="Refusal">Another scene has the name that the edit gives this one.</exception>
    public HistoryEntry Keep(long id, SceneChange change, string title, int position, long revision)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        var entry = new HistoryEntry(position + 1, title, Now());
        connection.Execute("DELETE FROM history WHERE scene_id = @id AND seq > @position", new { id, position });
        connection.Execute("INSERT INTO history (scene_id, seq, title, made_at, change) VALUES (@id, @Seq, @Title, @MadeAt, @change)",
            new { id, entry.Seq, entry.Title, entry.MadeAt, change = ChangePacking.Pack(change) });
        WriteRows(connection, id, change, position + 1, revision);
        transaction.Commit();
        return entry;
    }

    /// <summary>Keeps a step back or forth through the history.</summary>
    public void KeepStep(long id, SceneChange change, int position, long revision)
    {
        using var connection = database.Open();
        using var transaction = connection.BeginTransaction();
        WriteRows(connection, id, change, position, revision);
        transaction.Commit();
    }

    /// <summary>What a kept edit did.</summary>
    public SceneChange ChangeOf(long id, long seq)
    {
        using var connection = database.Open();
        return ChangePacking.Unpack(connection.QuerySingle<byte[]>(
            "SELECT change FROM history WHERE scene_id = @id AND seq = @seq", new { id, seq }));
    }

    public byte[]? Thumbnail(long id)
    {
        using var connection = database.Open();
        return connection.QuerySingleOrDefault<byte[]>("SELECT png FROM thumbnail WHERE scene_id = @id", new { id });
    }

    public void KeepThumbnail(long id, long revision, byte[] png)
    {
        using var connection = database.Open();
        connection.Execute("""
            INSERT INTO thumbnail (scene_id, revision, png) SELECT id, @revision, @png FROM scene WHERE id = @id
            ON CONFLICT (scene_id) DO UPDATE SET revision = excluded.revision, png = excluded.png
            """, new { id, revision, png });
    }

    private static void WriteRows(SqliteConnection connection, long id, SceneChange change, int position, long revision)
    {
        try
        {
            SceneRows.Write(connection, id, change);
        }
        catch (SqliteException clash) when (clash.SqliteExtendedErrorCode == 2067)
        {
            throw new Refusal("name", "another scene has this name already; choose one of its own");
        }
        connection.Execute("UPDATE scene SET position = @position, revision = @revision, changed_at = @now WHERE id = @id",
            new { id, position, revision, now = Now() });
    }

    private static string Now() => DateTime.UtcNow.ToString("yyyy-MM-ddTHH:mm:ss.fffZ", System.Globalization.CultureInfo.InvariantCulture);

    private sealed record SceneRow(
        string Name, long RateNum, long RateDen, long RangeFirst, long RangeLast, long WorkFirst, long WorkLast, long Revision, long Position);
}
