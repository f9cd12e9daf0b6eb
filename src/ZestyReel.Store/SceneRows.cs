using System.Collections.Immutable;
using Dapper;
using MessagePack;
using Microsoft.Data.Sqlite;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Assets;
using ZestyReel.Store.Packing;
using AllKeys = System.Collections.Generic.Dictionary<(ZestyReel.Core.Changes.RowKind Kind, int Id, string Channel), System.Collections.Immutable.ImmutableArray<ZestyReel.Core.Curves.Key>>;

namespace ZestyReel.Store;

/// <summary>The SQL of one scene's rows.</summary>
internal static class SceneRows
{
    /// <summary>Writes every row as it is after the change, those of one kind with one prepared command.</summary>
    public static void Write(SqliteConnection connection, long scene, IReadOnlyCollection<RowChange> rows)
    {
        if (rows.FirstOrDefault(row => row.Row.Kind == RowKind.Settings)?.After is SceneSettings settings) WriteSettings(connection, scene, settings);
        WriteObjects(connection, scene, rows);
        WriteChannels(connection, scene, rows);
        SceneAssets.Use(connection, scene, rows);
        foreach (var row in rows)
        {
            if (RowPackings.Of(row.Row.Kind) is { Table: { } table } packing) WriteImage(connection, scene, table, row.Row, packing.Image(row.After));
            KeyRuns.Write(connection, scene, row);
        }
    }

    public static ImmutableSortedDictionary<ObjectId, SceneObject> ReadObjects(SqliteConnection connection, long scene, AllKeys keys)
    {
        var channels = connection.Query<ChannelRow>("""
            SELECT object_id AS objectId, name, still, before, after, keys, locked FROM channel WHERE scene_id = @scene
            """, new { scene }, buffered: false)
            .Select(c => (c.ObjectId, c.Name, Channel: new ChannelImage(c.Still, (byte)c.Before, (byte)c.After, null, c.Locked != 0)
                .Channel(c.Keys is { } packed ? KeyPacking.Unpack(packed) : keys.TryGetValue((RowKind.Channel, (int)c.ObjectId, c.Name), out var there) ? there : null)))
            .ToLookup(c => c.ObjectId);
        return connection.Query<ObjectRow>("""
            SELECT id, name, kind, parent_id AS parent, place, rotation_order AS rotationOrder, rotation AS rotationInterpolation, roll_axle AS rollAxle, roll_radius AS rollRadius, path, follow, aim, loose, geometry
            FROM object WHERE scene_id = @scene
            """, new { scene })
            .Select(o => new ObjectImage(o.Name, o.Kind, (int?)o.Parent, (int)o.Place, o.RotationOrder, o.RotationInterpolation, o.RollAxle, o.RollRadius, Unpacked<PathImage>(o.Path), Unpacked<FollowImage>(o.Follow), Unpacked<AimImage>(o.Aim), Unpacked<LooseImage>(o.Loose), Unpacked<GeometryImage>(o.Geometry)).Object((int)o.Id) with
            {
                Channels = channels[o.Id].ToImmutableSortedDictionary(c => c.Name, c => c.Channel),
            })
            .ToImmutableSortedDictionary(o => o.Id, o => o);
    }

    /// <summary>The scene with the rows of every other kind.</summary>
    public static Scene ReadTables(SqliteConnection connection, long id, Scene scene, AllKeys keys)
    {
        foreach (var table in SceneTables.All)
        {
            var packing = RowPackings.Of(table.Kind);
            var curves = keys.Keys.Where(key => key.Kind == table.Kind).ToLookup(key => key.Id, key => key.Channel);
            scene = table.With(scene, connection.Query<(long Id, byte[] Image)>($"SELECT id, image FROM {packing.Table} WHERE scene_id = @id", new { id })
                .Select(row => ((int)row.Id, packing.Row((int)row.Id, row.Image, keys.Of(table.Kind, (int)row.Id, curves[(int)row.Id])))));
        }
        return scene;
    }

    private static void WriteSettings(SqliteConnection connection, long scene, SceneSettings settings)
    {
        var s = SettingsImage.Of(settings);
        connection.Execute("""
            UPDATE scene SET name = @Name, rate_num = @RateNum, rate_den = @RateDen, range_first = @RangeFirst,
              range_last = @RangeLast, work_first = @WorkFirst, work_last = @WorkLast, start = @Start WHERE id = @scene
            """, new { s.Name, s.RateNum, s.RateDen, s.RangeFirst, s.RangeLast, s.WorkFirst, s.WorkLast, s.Start, scene });
    }

    private static void WriteObjects(SqliteConnection connection, long scene, IEnumerable<RowChange> rows)
    {
        using var delete = new Batch(connection, "DELETE FROM object WHERE scene_id = $1 AND id = $2", 2);
        using var write = new Batch(connection, """
            INSERT INTO object (scene_id, id, name, kind, parent_id, place, rotation_order, rotation, roll_axle, roll_radius, path, follow, aim, loose, geometry)
            VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15)
            ON CONFLICT (scene_id, id) DO UPDATE SET name = excluded.name, kind = excluded.kind,
              parent_id = excluded.parent_id, place = excluded.place, rotation_order = excluded.rotation_order,
              rotation = excluded.rotation, roll_axle = excluded.roll_axle, roll_radius = excluded.roll_radius,
              path = excluded.path, follow = excluded.follow, aim = excluded.aim, loose = excluded.loose, geometry = excluded.geometry
            """, 15);
        foreach (var row in rows)
        {
            if (row.Row.Kind != RowKind.Object) continue;
            if (row.After is not SceneObject thing)
            {
                delete.Run(scene, row.Row.Id);
                continue;
            }
            var o = ObjectImage.Of(thing);
            write.Run(scene, row.Row.Id, o.Name, o.Kind, o.Parent, o.Place, o.RotationOrder, o.RotationInterpolation, o.RollAxle, o.RollRadius, Packed(o.Path), Packed(o.Follow), Packed(o.Aim), Packed(o.Loose), Packed(o.Geometry));
        }
    }

    private static void WriteChannels(SqliteConnection connection, long scene, IEnumerable<RowChange> rows)
    {
        using var delete = new Batch(connection, "DELETE FROM channel WHERE scene_id = $1 AND object_id = $2 AND name = $3", 3);
        using var write = new Batch(connection, """
            INSERT INTO channel (scene_id, object_id, name, still, before, after, keys, locked) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
            ON CONFLICT (scene_id, object_id, name) DO UPDATE SET still = excluded.still, before = excluded.before,
              after = excluded.after, keys = excluded.keys, locked = excluded.locked
            """, 8);
        foreach (var row in rows)
        {
            if (row.Row.Kind != RowKind.Channel) continue;
            if (row.After is not Channel channel)
            {
                delete.Run(scene, row.Row.Id, row.Row.Channel);
                continue;
            }
            var c = ChannelImage.Of(channel);
            write.Run(scene, row.Row.Id, row.Row.Channel, c.Still, c.Before, c.After, KeyRuns.InRow(channel), c.Locked);
        }
    }

    private static byte[]? Packed<T>(T? part) where T : class => part is null ? null : MessagePackSerializer.Serialize(part);

    private static T? Unpacked<T>(byte[]? packed) where T : class => packed is null ? null : MessagePackSerializer.Deserialize<T>(packed);

    private static void WriteImage(SqliteConnection connection, long scene, string table, RowKey row, byte[]? image)
    {
        if (image is null) connection.Execute($"DELETE FROM {table} WHERE scene_id = @scene AND id = @Id", new { scene, row.Id });
        else connection.Execute($"""
            INSERT INTO {table} (scene_id, id, image) VALUES (@scene, @Id, @image)
            ON CONFLICT (scene_id, id) DO UPDATE SET image = excluded.image
            """, new { scene, row.Id, image });
    }

    private sealed record ObjectRow(long Id, string Name, string Kind, long? Parent, long Place, string RotationOrder, string RotationInterpolation, string? RollAxle, double? RollRadius, byte[]? Path, byte[]? Follow, byte[]? Aim, byte[]? Loose, byte[]? Geometry);

    private sealed record ChannelRow(long ObjectId, string Name, double Still, long Before, long After, byte[]? Keys, long Locked);
}
