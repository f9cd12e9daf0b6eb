using Dapper;
using Microsoft.Data.Sqlite;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Assets;
using ZestyReel.Store.Histories;

namespace ZestyReel.Store;

/// <summary>The list of scenes: which there are, new ones, deleted ones, and their pictures.</summary>
public sealed class SceneShelf
{
    // So many rows are written before other writers have their turn.
    private const int RowsAtOnce = 2_000;

    private readonly Database _database;
    private readonly AssetShelf _assets;

    /// <summary>As the other, with the assets of the same database.</summary>
    public SceneShelf(Database database)
        : this(database, new AssetShelf(database))
    {
    }

    /// <summary>Opens the shelf, and lets go of scenes that were on their way in when the program was killed.</summary>
    public SceneShelf(Database database, AssetShelf assets)
    {
        (_database, _assets) = (database, assets);
        // What was on its way in when the program was killed.
        foreach (var id in database.Read(connection => connection.Query<long>("SELECT id FROM scene WHERE arriving = 1").AsList())) Erase(id);
    }

    /// <summary>The folder in which all is kept.</summary>
    public string Folder => _database.Folder;

    /// <summary>All scenes, the last changed first.</summary>
    public IReadOnlyList<SceneCard> List() => _database.Read(connection => connection.Query<SceneCard>("""
        SELECT s.id, s.name,
               CASE s.rate_den WHEN 1 THEN CAST(s.rate_num AS TEXT) ELSE s.rate_num || '/' || s.rate_den END AS rate,
               s.range_first AS firstFrame, s.range_last AS lastFrame,
               (SELECT COUNT(*) FROM object o WHERE o.scene_id = s.id) AS objects,
               s.revision, s.changed_at AS changedAt,
               EXISTS (SELECT 1 FROM thumbnail t WHERE t.scene_id = s.id AND t.revision = s.revision) AS hasThumbnail
        FROM scene s WHERE s.deleted_at IS NULL ORDER BY s.changed_at DESC, s.id DESC
        """).AsList());

    /// <summary>The deleted scenes, the last deleted first.</summary>
    public IReadOnlyList<DeletedScene> Deleted() => _database.Read(connection => connection.Query<DeletedScene>("""
        SELECT s.id, s.name, s.deleted_at AS deletedAt,
               (SELECT COUNT(*) FROM object o WHERE o.scene_id = s.id) AS objects,
               (SELECT COALESCE(SUM(LENGTH(keys)), 0) FROM key_run k WHERE k.scene_id = s.id)
                 + (SELECT COALESCE(SUM(LENGTH(keys)), 0) FROM channel c WHERE c.scene_id = s.id)
                 + (SELECT COALESCE(SUM(LENGTH(change)), 0) FROM history h WHERE h.scene_id = s.id) AS bytes
        FROM scene s WHERE s.deleted_at IS NOT NULL AND s.arriving = 0 ORDER BY s.deleted_at DESC, s.id DESC
        """).AsList());

    /// <summary>The number of the scene of that name; null where there is none.</summary>
    public long? FindByName(string name) => _database.Read(connection =>
        connection.QuerySingleOrDefault<long?>("SELECT id FROM scene WHERE name = @name AND deleted_at IS NULL", new { name }));

    /// <summary>
    /// Keeps a new scene; if its name is taken, under that name with the next free number. A large one is written in
    /// several transactions, so that nobody waits for it; it is there once the last one is done, or not at all.
    /// </summary>
    /// <param name="scene">The scene.</param>
    /// <param name="stop">Calls it off: nothing is kept.</param>
    /// <param name="told">Told now and then which share of it has been written.</param>
    /// <param name="asset">The bytes of the files that it needs; left out where other scenes have them all.</param>
    /// <param name="history">What was done to it; where that does not hold, it says why, and the scene is kept without.</param>
    /// <exception cref="Refusal">A file that it needs is not here.</exception>
    /// <exception cref="StoreTrouble">Nothing was kept.</exception>
    public (long Id, string Name) Add(Scene scene, CancellationToken stop = default, Action<double>? told = null, Func<AssetHash, byte[]>? asset = null, ArrivingHistory? history = null)
    {
        var s = scene.Settings;
        var id = _database.Write(connection => connection.ExecuteScalar<long>("""
            INSERT INTO scene (name, rate_num, rate_den, range_first, range_last, work_first, work_last, start, made_at, changed_at, deleted_at, arriving)
            VALUES (@Name, @num, @den, @rf, @rl, @wf, @wl, @Start, @now, @now, @now, 1) RETURNING id
            """, new { s.Name, s.Start, num = s.Rate.Num, den = s.Rate.Den, rf = s.Range.First, rl = s.Range.Last, wf = s.Work.First, wl = s.Work.Last, now = Clock.Now() }));
        try
        {
            // A long history takes longer than what has come of it.
            var before = history is null ? 0 : 0.5;
            if (history?.Keep(_database, id, share => told?.Invoke(share * before), stop) is { } numbered) scene = numbered;
            KeepAssets(id, scene, asset, stop);
            if (history is not null) KeepAssets(id, scene, history, stop);
            var all = SceneChange.Between(Scene.Empty("empty"), scene).Rows.RemoveAll(row => row.Row.Kind == RowKind.Settings);
            // An object's parent has to be there when its own turn is over.
            foreach (var (at, rows) in ParentsFirst(scene, all).Chunk(RowsAtOnce).Index())
            {
                stop.ThrowIfCancellationRequested();
                told?.Invoke(before + (1 - before) * Math.Min(1, (double)at * RowsAtOnce / Math.Max(1, all.Length)));
                _database.Write(connection => SceneRows.Write(connection, id, rows));
            }
            return (id, Arrived(id, s.Name, history));
        }
        catch
        {
            TryErase(id);
            if (scene.Assets().Count > 0 || history is not null) _assets.Collect();
            throw;
        }
    }

    // Until its name is its own it is not there.
    private string Arrived(long id, string name, ArrivingHistory? history)
    {
        for (; ; )
        {
            var free = _database.Read(connection => FreeName(connection, name));
            if (free != name) history?.Rename(_database, id, name, free);
            name = free;
            // Somebody may have taken the name meanwhile.
            var isThere = _database.Write(connection =>
            {
                if (FreeName(connection, name) != name) return false;
                connection.Execute("""
                    UPDATE scene SET arriving = 0, deleted_at = NULL, name = @name, changed_at = @now, position = @position, revision = @revision WHERE id = @id
                    """, new { id, name, now = Clock.Now(), position = history?.Position ?? 0, revision = history?.Steps ?? 0 });
                return true;
            });
            if (isThere) return name;
        }
    }

    /// <summary>Marks a scene as deleted; <see cref="Restore"/> brings it back.</summary>
    public bool Delete(long id) => _database.Write(connection =>
        connection.Execute("UPDATE scene SET deleted_at = @now WHERE id = @id AND deleted_at IS NULL", new { id, now = Clock.Now() }) == 1);

    /// <summary>Brings a deleted scene back; if its name has been given away meanwhile, under the next free one.</summary>
    public bool Restore(long id) => _database.Write(connection =>
    {
        var name = connection.QuerySingleOrDefault<string>("SELECT name FROM scene WHERE id = @id AND deleted_at IS NOT NULL AND arriving = 0", new { id });
        if (name is null) return false;
        connection.Execute("UPDATE scene SET deleted_at = NULL, name = @name WHERE id = @id", new { id, name = FreeName(connection, name) });
        return true;
    });

    /// <summary>Deletes a deleted scene for good, with its history, and gives its room back to the disk.</summary>
    /// <returns>Whether there was such a deleted scene.</returns>
    public bool DeleteForGood(long id)
    {
        var isThere = _database.Write(connection =>
            connection.Execute("UPDATE scene SET arriving = 1 WHERE id = @id AND deleted_at IS NOT NULL AND arriving = 0", new { id }) == 1);
        if (!isThere) return false;
        Erase(id);
        _assets.Collect();
        while (_database.GiveBackSpace()) { }
        return true;
    }

    /// <summary>The picture of a scene as PNG; null where there is none.</summary>
    public byte[]? Thumbnail(long id) =>
        _database.Read(connection => connection.QuerySingleOrDefault<string>("SELECT asset FROM thumbnail WHERE scene_id = @id", new { id })) is { } asset ? _assets.Read(asset) : null;

    /// <summary>Keeps a scene's picture; false where there is no such scene.</summary>
    public bool KeepThumbnail(long id, long revision, byte[] png) => _assets.Keep(AssetKind.Thumbnail, $"scene {id}", png, (connection, asset) => connection.Execute("""
        INSERT INTO thumbnail (scene_id, revision, asset) SELECT id, @revision, @asset FROM scene WHERE id = @id AND deleted_at IS NULL
        ON CONFLICT (scene_id) DO UPDATE SET revision = excluded.revision, asset = excluded.asset
        """, new { id, revision, asset }) == 1);

    /// <summary>Keeps a file for a scene, whose next edit may name it.</summary>
    /// <param name="id">The scene.</param>
    /// <param name="kind">What it is for.</param>
    /// <param name="name">As people call it.</param>
    /// <param name="bytes">The file.</param>
    /// <param name="known">Which it is, where that has been worked out.</param>
    /// <returns>False where there is no such scene.</returns>
    /// <exception cref="StoreTrouble">Nothing was kept.</exception>
    public bool KeepAsset(long id, AssetKind kind, string name, byte[] bytes, AssetHash? known = null) =>
        _assets.KeepOne(kind, name, bytes, (connection, asset) => SceneAssets.Note(connection, id, asset), known?.ToString());

    /// <summary>Whether a scene needs a file, or one has been sent for it.</summary>
    public bool HasAsset(long id, AssetHash asset) => _database.Read(connection => SceneAssets.IsOf(connection, id, asset.ToString()));

    /// <summary>All files that scenes need.</summary>
    public IReadOnlySet<string> Assets() => _database.Read(connection => connection.Query<string>("SELECT DISTINCT asset FROM scene_asset")).ToHashSet();

    /// <summary>The bytes of a file that a scene needs; null where it needs no such file, or the file has been lost.</summary>
    public byte[]? Asset(long id, AssetHash asset) =>
        HasAsset(id, asset) ? _assets.Read(asset.ToString()) : null;

    /// <summary>A scene without the background pictures, sounds and meshes of which no scene has all files any more; of a mesh a group is left.</summary>
    public Scene WithoutLost(Scene scene)
    {
        if (scene.Assets().Count == 0) return scene;
        var there = Assets();
        bool IsLost(INamesAssets part) => !part.Assets().All(file => there.Contains(file.Asset.ToString()));
        return scene with
        {
            Backdrops = scene.Backdrops.RemoveRange(scene.Backdrops.Values.Where(IsLost).Select(each => each.Id)),
            Sounds = scene.Sounds.RemoveRange(scene.Sounds.Values.Where(IsLost).Select(each => each.Id)),
            Objects = scene.Objects.SetItems(scene.Objects.Values.Where(IsLost).Select(each => KeyValuePair.Create(each.Id, each.AsGroup()))),
        };
    }

    /// <summary>What the file of a use is kept as.</summary>
    public static AssetKind KindOf(AssetUse use) => use switch { AssetUse.Sound => AssetKind.Sound, AssetUse.Mesh => AssetKind.Mesh, _ => AssetKind.Backdrop };

    private void KeepAssets(long id, Scene scene, Func<AssetHash, byte[]>? bytes, CancellationToken stop)
    {
        foreach (var (asset, name, use) in scene.Assets().Values)
        {
            stop.ThrowIfCancellationRequested();
            if (bytes is not null) KeepAsset(id, KindOf(use), name, bytes(asset));
            else if (!_database.Write(connection => SceneAssets.NoteKnown(connection, id, asset.ToString())))
                throw new Refusal("assets", $"the file of {Names.Shown(name)} is not here: a scene with pictures, sounds or meshes is sent as a package, with its files");
        }
    }

    private void KeepAssets(long id, Scene scene, ArrivingHistory history, CancellationToken stop)
    {
        foreach (var (file, bytes) in history.Files(scene))
        {
            stop.ThrowIfCancellationRequested();
            KeepAsset(id, KindOf(file.Use), file.Name, bytes);
            _database.Write(connection => SceneAssets.MarkUsed(connection, id, file.Asset.ToString()));
        }
    }

    // In small bites, so that nobody waits: what is large goes first.
    private void Erase(long id)
    {
        foreach (var table in (string[])["history", "key_run", "channel"])
            while (_database.Write(connection => connection.Execute(
                $"DELETE FROM {table} WHERE rowid IN (SELECT rowid FROM {table} WHERE scene_id = @id LIMIT 500)", new { id })) > 0) { }
        _database.Write(connection => connection.Execute("DELETE FROM scene WHERE id = @id", new { id }));
    }

    // Where even this fails, the next start does it.
    private void TryErase(long id)
    {
        try
        {
            Erase(id);
        }
        catch (StoreTrouble)
        {
        }
    }

    private static string FreeName(SqliteConnection connection, string wanted) =>
        Names.Free(wanted, connection.Query<string>("SELECT name FROM scene WHERE deleted_at IS NULL").ToHashSet());

    private static IEnumerable<RowChange> ParentsFirst(Scene scene, IReadOnlyCollection<RowChange> rows)
    {
        var objects = rows.Where(row => row.Row.Kind == RowKind.Object).ToDictionary(row => row.Row.Id);
        return scene.InOrder().Select(thing => objects[thing.Id.Value]).Concat(rows.Where(row => row.Row.Kind != RowKind.Object));
    }
}
