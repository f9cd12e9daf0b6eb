using Dapper;
using ZestyReel.Store.Assets;

namespace ZestyReel.Store.Reels;

/// <summary>Keeps reels. One is written picture by picture, and is listed once it is whole.</summary>
public sealed class ReelShelf
{
    private const string Columns = """
        SELECT r.id, r.scene_id AS sceneId, r.number, r.name, r.note, r.made_by AS madeBy, r.made_at AS madeAt, r.revision, r.position,
               r.rate, r.settings, r.sources, r.timecodes, r.picked, r.arriving, r.deleted_at AS deletedAt,
               (SELECT COUNT(*) FROM reel_picture p WHERE p.reel_id = r.id) AS pictures,
               (SELECT COALESCE(SUM(a.size), 0) FROM asset a WHERE a.hash IN (SELECT asset FROM reel_picture p WHERE p.reel_id = r.id UNION SELECT light FROM reel_picture p WHERE p.reel_id = r.id UNION SELECT r.sound_asset)) AS bytes,
               r.sound_asset IS NOT NULL AS hasSound
        FROM reel r
        """;

    private readonly Database _database;
    private readonly AssetShelf _assets;

    /// <summary>Opens the shelf, and lets go of reels that were being shot when the program was killed.</summary>
    public ReelShelf(Database database, AssetShelf assets)
    {
        (_database, _assets) = (database, assets);
        if (database.Write(connection => connection.Execute("DELETE FROM reel WHERE arriving = 1")) > 0) assets.Collect();
    }

    /// <summary>A reel is about to be shot: it has a number of its own from now on, the least that none has.</summary>
    /// <returns>Null where there is no such scene.</returns>
    public KeptReel? Begin(long scene, NewReel reel)
    {
        var id = _database.Write(connection =>
        {
            if (connection.QuerySingleOrDefault<long?>("SELECT id FROM scene WHERE id = @scene AND deleted_at IS NULL", new { scene }) is null) return (long?)null;
            var taken = connection.Query<long>("SELECT number FROM reel WHERE scene_id = @scene ORDER BY number", new { scene }).AsList();
            long number = 1;
            foreach (var other in taken.TakeWhile(other => other <= number)) number = other + 1;
            return connection.ExecuteScalar<long>("""
                INSERT INTO reel (scene_id, number, name, note, made_by, made_at, revision, position, rate, settings, sources, timecodes, arriving)
                VALUES (@scene, @number, @Name, @Note, @By, @now, @Revision, @Position, @Rate, @Settings, @Sources, @Timecodes, 1) RETURNING id
                """, new { scene, number, reel.Name, reel.Note, reel.By, now = Clock.Now(), reel.Revision, reel.Position, reel.Rate, reel.Settings, reel.Sources, reel.Timecodes });
        });
        return id is { } one ? Find(one) : null;
    }

    /// <summary>Keeps a picture of a reel that is being shot.</summary>
    /// <returns>False where it is not being shot any more.</returns>
    public bool KeepPicture(long reel, int picture, byte[] png) => _assets.KeepOne(AssetKind.Picture, $"reel {reel}, picture {picture}", png, (connection, asset) => connection.Execute("""
        INSERT INTO reel_picture (reel_id, picture, asset) SELECT id, @picture, @asset FROM reel WHERE id = @reel AND arriving = 1
        ON CONFLICT (reel_id, picture) DO UPDATE SET asset = excluded.asset
        """, new { reel, picture, asset }) == 1);

    /// <summary>Keeps a lighter version of a picture that is kept.</summary>
    public bool KeepLight(long reel, int picture, byte[] jpeg) => _assets.KeepOne(AssetKind.Light, $"reel {reel}, picture {picture}, light", jpeg, (connection, asset) =>
        connection.Execute("UPDATE reel_picture SET light = @asset WHERE reel_id = @reel AND picture = @picture", new { reel, picture, asset }) == 1);

    /// <summary>The lighter version of a picture, as JPEG; null where it has none.</summary>
    public byte[]? Light(long reel, int picture) => _database.Read(connection =>
        connection.QuerySingleOrDefault<string>("SELECT light FROM reel_picture WHERE reel_id = @reel AND picture = @picture", new { reel, picture })) is { } asset ? _assets.Read(asset) : null;

    /// <summary>Keeps the scene as it is shot.</summary>
    public bool KeepScene(long reel, byte[] packed) => _assets.KeepOne(AssetKind.Scene, $"reel {reel}, scene", packed, (connection, asset) =>
        connection.Execute("UPDATE reel SET scene_asset = @asset WHERE id = @reel", new { reel, asset }) == 1);

    /// <summary>Keeps what is heard of a reel that is being shot.</summary>
    public bool KeepSound(long reel, byte[] wav) => _assets.KeepOne(AssetKind.ReelSound, $"reel {reel}, sound", wav, (connection, asset) =>
        connection.Execute("UPDATE reel SET sound_asset = @asset WHERE id = @reel AND arriving = 1", new { reel, asset }) == 1);

    /// <summary>The WAV file of what is heard of a reel; null where nothing is.</summary>
    public string? SoundPath(long reel) =>
        _database.Read(connection => connection.QuerySingleOrDefault<string>("SELECT sound_asset FROM reel WHERE id = @reel", new { reel })) is { } asset ? _assets.PathOf(asset) : null;

    /// <summary>A reel is whole: from now on it is listed.</summary>
    /// <returns>False where it is not being shot any more, or has another count of pictures.</returns>
    public bool Finish(long reel, int pictures) => _database.Write(connection => connection.Execute("""
        UPDATE reel SET arriving = 0, made_at = @now
        WHERE id = @reel AND arriving = 1 AND (SELECT COUNT(*) FROM reel_picture p WHERE p.reel_id = reel.id) = @pictures
        """, new { reel, pictures, now = Clock.Now() }) == 1);

    /// <summary>Lets go of a reel that is being shot: nothing of it is kept, and its number is free again.</summary>
    public bool Cancel(long reel)
    {
        var isGone = _database.Write(connection => connection.Execute("DELETE FROM reel WHERE id = @reel AND arriving = 1", new { reel }) == 1);
        if (isGone) _assets.Collect();
        return isGone;
    }

    /// <summary>The reels of a scene that are whole, the newest first, the deleted ones among them as long as their pictures are there.</summary>
    public IReadOnlyList<KeptReel> List(long scene) => _database.Read(connection =>
        connection.Query<KeptReel>($"{Columns} WHERE r.scene_id = @scene AND r.arriving = 0 ORDER BY r.made_at DESC, r.id DESC", new { scene }).Where(reel => reel.DeletedAt is null || reel.Pictures > 0).ToList());

    /// <summary>A reel; null where there is none.</summary>
    public KeptReel? Find(long reel) => _database.Read(connection => connection.QuerySingleOrDefault<KeptReel>($"{Columns} WHERE r.id = @reel", new { reel }));

    /// <summary>A picture of a reel as PNG; null where it is not there.</summary>
    public byte[]? Picture(long reel, int picture) => HashOf(reel, picture) is { } asset ? _assets.Read(asset) : null;

    /// <summary>The name of a picture's bytes: the same for pictures that are the same.</summary>
    public string? HashOf(long reel, int picture) => _database.Read(connection =>
        connection.QuerySingleOrDefault<string>("SELECT asset FROM reel_picture WHERE reel_id = @reel AND picture = @picture", new { reel, picture }));

    /// <summary>The scene as it was shot, packed; null where it is not there.</summary>
    public byte[]? SceneOf(long reel) =>
        _database.Read(connection => connection.QuerySingleOrDefault<string>("SELECT scene_asset FROM reel WHERE id = @reel", new { reel })) is { } asset ? _assets.Read(asset) : null;

    /// <summary>Calls a reel otherwise, and says something else of it.</summary>
    public bool Describe(long reel, string name, string note) => _database.Write(connection =>
        connection.Execute("UPDATE reel SET name = @name, note = @note WHERE id = @reel AND arriving = 0", new { reel, name, note }) == 1);

    /// <summary>Picks a reel, which no other of its scene is then; or picks it no more.</summary>
    public bool Pick(long reel, bool picked) => _database.Write(connection => connection.Execute("""
        UPDATE reel SET picked = (id = @reel AND @picked)
        WHERE scene_id = (SELECT scene_id FROM reel WHERE id = @reel) AND (id = @reel OR picked AND @picked)
        """, new { reel, picked }) > 0);

    /// <summary>Deletes a reel; <see cref="Restore"/> brings it back.</summary>
    public bool Delete(long reel) => _database.Write(connection =>
        connection.Execute("UPDATE reel SET deleted_at = @now WHERE id = @reel AND arriving = 0 AND deleted_at IS NULL", new { reel, now = Clock.Now() }) == 1);

    /// <summary>Brings a deleted reel back.</summary>
    public bool Restore(long reel) => _database.Write(connection => connection.Execute("""
        UPDATE reel SET deleted_at = NULL WHERE id = @reel AND deleted_at IS NOT NULL AND EXISTS (SELECT 1 FROM reel_picture WHERE reel_id = @reel)
        """, new { reel }) == 1);

    /// <summary>Gives back the room that a scene's deleted reels take. Their numbers stay theirs.</summary>
    public void GiveBack(long scene)
    {
        _database.Write(connection =>
        {
            connection.Execute("DELETE FROM reel_picture WHERE reel_id IN (SELECT id FROM reel WHERE scene_id = @scene AND deleted_at IS NOT NULL)", new { scene });
            connection.Execute("UPDATE reel SET scene_asset = NULL, sound_asset = NULL WHERE scene_id = @scene AND deleted_at IS NOT NULL", new { scene });
        });
        _assets.Collect();
    }

    /// <summary>Bytes that are free on the disk.</summary>
    public long Free() => _assets.Free();
}
