using System.Collections.Immutable;
using Dapper;
using Microsoft.Data.Sqlite;
using ZestyReel.Core.Clips;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Packing;

namespace ZestyReel.Store;

/// <summary>The SQL of one scene's rows.</summary>
internal static class SceneRows
{
    /// <summary>Writes every row as it is after the change.</summary>
    public static void Write(SqliteConnection connection, long scene, SceneChange change)
    {
        foreach (var (row, _, after) in change.Rows)
        {
            switch (row.Kind)
            {
                case RowKind.Settings:
                    var s = SettingsImage.Of((SceneSettings)after!);
                    connection.Execute("""
                        UPDATE scene SET name = @Name, rate_num = @RateNum, rate_den = @RateDen, range_first = @RangeFirst,
                          range_last = @RangeLast, work_first = @WorkFirst, work_last = @WorkLast WHERE id = @scene
                        """, new { s.Name, s.RateNum, s.RateDen, s.RangeFirst, s.RangeLast, s.WorkFirst, s.WorkLast, scene });
                    break;
                case RowKind.Object when after is null:
                    connection.Execute("DELETE FROM object WHERE scene_id = @scene AND id = @Id", new { scene, row.Id });
                    break;
                case RowKind.Object:
                    var o = ObjectImage.Of((SceneObject)after);
                    connection.Execute("""
                        INSERT INTO object (scene_id, id, name, kind, parent_id, place, turn_order, turning, roll_axle, roll_radius)
                        VALUES (@scene, @Id, @Name, @Kind, @Parent, @Place, @TurnOrder, @Turning, @RollAxle, @RollRadius)
                        ON CONFLICT (scene_id, id) DO UPDATE SET name = excluded.name, kind = excluded.kind,
                          parent_id = excluded.parent_id, place = excluded.place, turn_order = excluded.turn_order,
                          turning = excluded.turning, roll_axle = excluded.roll_axle, roll_radius = excluded.roll_radius
                        """, new { scene, row.Id, o.Name, o.Kind, o.Parent, o.Place, o.TurnOrder, o.Turning, o.RollAxle, o.RollRadius });
                    break;
                case RowKind.Channel when after is null:
                    connection.Execute("DELETE FROM channel WHERE scene_id = @scene AND object_id = @Id AND name = @Channel",
                        new { scene, row.Id, row.Channel });
                    break;
                case RowKind.Channel:
                    var c = ChannelImage.Of((Channel)after);
                    connection.Execute("""
                        INSERT INTO channel (scene_id, object_id, name, still, before, after, keys, locked)
                        VALUES (@scene, @Id, @Channel, @Still, @Before, @After, @Keys, @Locked)
                        ON CONFLICT (scene_id, object_id, name) DO UPDATE SET still = excluded.still, before = excluded.before,
                          after = excluded.after, keys = excluded.keys, locked = excluded.locked
                        """, new { scene, row.Id, row.Channel, c.Still, c.Before, c.After, c.Keys, c.Locked });
                    break;
                default:
                    WriteImage(connection, scene, row, RowPacking.Image(after));
                    break;
            }
        }
    }

    public static ImmutableSortedDictionary<ObjectId, SceneObject> ReadObjects(SqliteConnection connection, long scene)
    {
        var channels = connection.Query<ChannelRow>("""
            SELECT object_id AS objectId, name, still, before, after, keys, locked FROM channel WHERE scene_id = @scene
            """, new { scene }, buffered: false)
            .Select(c => (c.ObjectId, c.Name, Image: new ChannelImage(c.Still, (byte)c.Before, (byte)c.After, c.Keys, c.Locked != 0)))
            .ToLookup(c => c.ObjectId);
        return connection.Query<ObjectRow>("""
            SELECT id, name, kind, parent_id AS parent, place, turn_order AS turnOrder, turning, roll_axle AS rollAxle, roll_radius AS rollRadius
            FROM object WHERE scene_id = @scene
            """, new { scene })
            .Select(o => new ObjectImage(o.Name, o.Kind, (int?)o.Parent, (int)o.Place, o.TurnOrder, o.Turning, o.RollAxle, o.RollRadius).Object((int)o.Id) with
            {
                Channels = channels[o.Id].ToImmutableSortedDictionary(c => c.Name, c => c.Image.Channel()),
            })
            .ToImmutableSortedDictionary(o => o.Id, o => o);
    }

    public static ImmutableSortedDictionary<WarpId, Warp> ReadWarps(SqliteConnection connection, long scene) =>
        ReadImages<Warp>(connection, scene, RowKind.Warp).ToImmutableSortedDictionary(w => w.Id, w => w);

    public static ImmutableSortedDictionary<ClipId, Clip> ReadClips(SqliteConnection connection, long scene) =>
        ReadImages<Clip>(connection, scene, RowKind.Clip).ToImmutableSortedDictionary(c => c.Id, c => c);

    public static ImmutableSortedDictionary<PlacedClipId, PlacedClip> ReadPlacedClips(SqliteConnection connection, long scene) =>
        ReadImages<PlacedClip>(connection, scene, RowKind.PlacedClip).ToImmutableSortedDictionary(p => p.Id, p => p);

    public static ImmutableSortedDictionary<BookmarkId, Bookmark> ReadBookmarks(SqliteConnection connection, long scene) =>
        ReadImages<Bookmark>(connection, scene, RowKind.Bookmark).ToImmutableSortedDictionary(b => b.Id, b => b);

    public static ImmutableSortedDictionary<NamedChoiceId, NamedChoice> ReadNamedChoices(SqliteConnection connection, long scene) =>
        ReadImages<NamedChoice>(connection, scene, RowKind.NamedChoice).ToImmutableSortedDictionary(c => c.Id, c => c);

    // Rows of these kinds are kept whole, as in the history.
    private static string TableOf(RowKind kind) => kind switch
    {
        RowKind.Warp => "warp",
        RowKind.Bookmark => "bookmark",
        RowKind.NamedChoice => "named_choice",
        RowKind.Clip => "clip",
        RowKind.PlacedClip => "placed_clip",
        _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, "Rows of this kind have columns of their own."),
    };

    private static void WriteImage(SqliteConnection connection, long scene, RowKey row, byte[]? image)
    {
        if (image is null) connection.Execute($"DELETE FROM {TableOf(row.Kind)} WHERE scene_id = @scene AND id = @Id", new { scene, row.Id });
        else connection.Execute($"""
            INSERT INTO {TableOf(row.Kind)} (scene_id, id, image) VALUES (@scene, @Id, @image)
            ON CONFLICT (scene_id, id) DO UPDATE SET image = excluded.image
            """, new { scene, row.Id, image });
    }

    private static IEnumerable<T> ReadImages<T>(SqliteConnection connection, long scene, RowKind kind) =>
        connection.Query<(long Id, byte[] Image)>($"SELECT id, image FROM {TableOf(kind)} WHERE scene_id = @scene", new { scene })
            .Select(row => (T)RowPacking.Row(kind, (int)row.Id, row.Image)!);

    private sealed record ObjectRow(long Id, string Name, string Kind, long? Parent, long Place, string TurnOrder, string Turning, string? RollAxle, double? RollRadius);

    private sealed record ChannelRow(long ObjectId, string Name, double Still, long Before, long After, byte[]? Keys, long Locked);
}
