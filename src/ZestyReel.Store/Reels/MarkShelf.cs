using Dapper;

namespace ZestyReel.Store.Reels;

/// <summary>Keeps what people leave on pictures of reels.</summary>
public sealed class MarkShelf
{
    /// <summary>Most marks on a reel.</summary>
    public const int Most = 10_000;

    private const string Columns = "SELECT m.id, m.reel_id AS reelId, m.picture, m.mark, m.made_by AS madeBy, m.made_at AS madeAt FROM reel_mark m";

    private readonly Database _database;

    /// <summary>Opens the shelf, and lets go of marks that were taken back more than a day ago.</summary>
    public MarkShelf(Database database)
    {
        _database = database;
        database.Write(connection => connection.Execute("DELETE FROM reel_mark WHERE deleted_at < @before", new { before = Clock.Before(TimeSpan.FromDays(1)) }));
    }

    /// <summary>Keeps a mark; one that comes again with the same tag is kept once.</summary>
    /// <returns>Null where the reel is not there any more, or has so many that no more are kept.</returns>
    public KeptMark? Add(long reel, int picture, string mark, Origin by) => _database.Write(connection =>
    {
        if (by.Mark is { } tag && connection.QuerySingleOrDefault<KeptMark>($"{Columns} WHERE m.tag = @tag AND m.reel_id = @reel", new { tag, reel }) is { } before) return before;
        var id = connection.ExecuteScalar<long?>("""
            INSERT INTO reel_mark (reel_id, picture, mark, made_by, made_at, tag)
            SELECT id, @picture, @mark, @Name, @now, @Mark FROM reel WHERE id = @reel AND (SELECT COUNT(*) FROM reel_mark WHERE reel_id = @reel) < @Most
            RETURNING id
            """, new { reel, picture, mark, by.Name, now = Clock.Now(), by.Mark, Most });
        return id is { } one ? connection.QuerySingle<KeptMark>($"{Columns} WHERE m.id = @one", new { one }) : null;
    });

    /// <summary>The marks on a reel, in the order in which they were made.</summary>
    public IReadOnlyList<KeptMark> On(long reel) => _database.Read(connection =>
        connection.Query<KeptMark>($"{Columns} WHERE m.reel_id = @reel AND m.deleted_at IS NULL ORDER BY m.id", new { reel }).AsList());

    /// <summary>The marks on all reels of a scene that are there.</summary>
    public IReadOnlyList<KeptMark> OfScene(long scene) => _database.Read(connection => connection.Query<KeptMark>($"""
        {Columns} JOIN reel r ON r.id = m.reel_id
        WHERE r.scene_id = @scene AND r.deleted_at IS NULL AND r.arriving = 0 AND m.deleted_at IS NULL ORDER BY m.id
        """, new { scene }).AsList());

    /// <summary>The scene of a mark's reel; null where there is no such mark, taken back or not.</summary>
    public long? SceneOf(long mark) => _database.Read(connection =>
        connection.QuerySingleOrDefault<long?>("SELECT r.scene_id FROM reel_mark m JOIN reel r ON r.id = m.reel_id WHERE m.id = @mark", new { mark }));

    /// <summary>Takes a mark back; <see cref="Restore"/> brings it back.</summary>
    public bool Delete(long mark) => _database.Write(connection =>
        connection.Execute("UPDATE reel_mark SET deleted_at = @now WHERE id = @mark AND deleted_at IS NULL", new { mark, now = Clock.Now() }) == 1);

    /// <summary>Brings a mark back that was taken back.</summary>
    public bool Restore(long mark) => _database.Write(connection =>
        connection.Execute("UPDATE reel_mark SET deleted_at = NULL WHERE id = @mark AND deleted_at IS NOT NULL", new { mark }) == 1);
}
