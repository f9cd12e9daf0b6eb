using Dapper;
using Microsoft.Data.Sqlite;
using ZestyReel.Store.Assets;

namespace ZestyReel.Store.Takes;

/// <summary>Keeps takes, each with its samples as an asset, until they are thrown away.</summary>
public sealed class TakeShelf
{
    private const string Columns = """
        SELECT id, scene_id AS sceneId, number, name, object, object_name AS objectName, device, channels, start, speed, by_stamps AS byStamps,
               first_stamp AS firstStamp, seconds, samples, lost, gaps, made_by AS madeBy, made_at AS madeAt, deleted_at AS deletedAt
        FROM take
        """;

    private readonly Database _database;
    private readonly AssetShelf _assets;

    /// <summary>Opens the shelf, and lets go of what was thrown away before.</summary>
    public TakeShelf(Database database, AssetShelf assets)
    {
        (_database, _assets) = (database, assets);
        if (database.Write(connection => connection.Execute("UPDATE take SET asset = NULL WHERE deleted_at IS NOT NULL AND asset IS NOT NULL")) > 0) assets.Collect();
    }

    /// <summary>Keeps a take under the next number of its scene. One that was sent before is not kept again.</summary>
    /// <returns>Null where there is no such scene.</returns>
    /// <exception cref="StoreTrouble">Nothing was kept.</exception>
    public KeptTake? Keep(long scene, NewTake take)
    {
        if (take.Mark.Length > 0 && Sent(scene, take.Mark) is { } before) return before;
        var id = 0L;
        return _assets.KeepOne(AssetKind.Take, $"scene {scene}, take of {take.ObjectName}", take.File, (connection, asset) => (id = Put(connection, scene, take, asset)) > 0) ? Find(id) : null;
    }

    private static long Put(SqliteConnection connection, long scene, NewTake take, string asset) => connection.ExecuteScalar<long?>("""
        INSERT INTO take (scene_id, number, name, object, object_name, device, channels, start, speed, by_stamps, first_stamp, seconds, samples, lost, gaps, mark, made_by, made_at, asset)
        SELECT id, (SELECT COALESCE(MAX(number), 0) + 1 FROM take WHERE scene_id = scene.id), '', @Object, @ObjectName, @Device, @Channels, @Start, @Speed, @ByStamps, @FirstStamp,
               @Seconds, @Samples, @Lost, @Gaps, @Mark, @By, @now, @asset
        FROM scene WHERE id = @scene AND deleted_at IS NULL
        RETURNING id
        """, new
    {
        scene, take.Object, take.ObjectName, take.Device, take.Channels, take.Start, take.Speed, take.ByStamps, take.FirstStamp,
        take.Seconds, take.Samples, take.Lost, take.Gaps, take.Mark, take.By, now = Clock.Now(), asset,
    }) ?? 0;

    private KeptTake? Sent(long scene, string mark) => _database.Read(connection => connection.QuerySingleOrDefault<KeptTake>($"{Columns} WHERE scene_id = @scene AND mark = @mark", new { scene, mark }));

    /// <summary>The takes of a scene that are there, the newest first.</summary>
    public IReadOnlyList<KeptTake> List(long scene) => _database.Read(connection =>
        connection.Query<KeptTake>($"{Columns} WHERE scene_id = @scene AND deleted_at IS NULL ORDER BY number DESC", new { scene }).ToList());

    /// <summary>A take, thrown away or not; null where there is none.</summary>
    public KeptTake? Find(long take) => _database.Read(connection => connection.QuerySingleOrDefault<KeptTake>($"{Columns} WHERE id = @take", new { take }));

    /// <summary>Its samples, as CSV; null where they are not there any more.</summary>
    public byte[]? FileOf(long take) => _database.Read(connection =>
        connection.QuerySingleOrDefault<string>("SELECT asset FROM take WHERE id = @take", new { take })) is { } asset ? _assets.Read(asset) : null;

    /// <summary>Calls a take otherwise.</summary>
    public bool Rename(long take, string name) => Change("UPDATE take SET name = @name WHERE id = @take AND deleted_at IS NULL", new { take, name });

    /// <summary>Says whether a take goes where its device's own clock says.</summary>
    public bool Clocked(long take, bool byStamps) =>
        Change("UPDATE take SET by_stamps = @byStamps WHERE id = @take AND deleted_at IS NULL AND (first_stamp IS NOT NULL OR NOT @byStamps)", new { take, byStamps });

    /// <summary>Throws a take away; <see cref="Restore"/> brings it back, until the program starts anew.</summary>
    public bool Delete(long take) => Change("UPDATE take SET deleted_at = @now WHERE id = @take AND deleted_at IS NULL", new { take, now = Clock.Now() });

    /// <summary>Brings back a take that was thrown away.</summary>
    public bool Restore(long take) => Change("UPDATE take SET deleted_at = NULL WHERE id = @take AND deleted_at IS NOT NULL AND asset IS NOT NULL", new { take });

    private bool Change(string sql, object values) => _database.Write(connection => connection.Execute(sql, values) == 1);
}
