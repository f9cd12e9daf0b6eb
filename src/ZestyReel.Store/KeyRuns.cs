using System.Collections.Immutable;
using Dapper;
using Microsoft.Data.Sqlite;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Packing;
using RowKeys = System.Collections.Immutable.ImmutableSortedDictionary<string, System.Collections.Immutable.ImmutableArray<ZestyReel.Core.Curves.Key>>;

namespace ZestyReel.Store;

/// <summary>
/// The SQL of curves. The keys of a curve stand in runs, each from its first key to before the next run's first, like
/// the leaves of a B-tree: an edit rewrites the runs that it reaches into, and the curve's other runs stay as they are.
/// </summary>
internal static class KeyRuns
{
    private const int KeysInRun = 96, FewKeys = 24;

    private const string Insert = """
        INSERT INTO key_run (scene_id, owner_kind, owner_id, channel, first, keys) VALUES (@scene, @kind, @id, @channel, @first, @keys)
        """;

    /// <summary>The keys of a short curve, which stand in its channel's own row; null for a long one, which has runs.</summary>
    public static byte[]? InRow(object? row) => row is Channel { Curve: { } curve } && IsShort(curve.Keys) ? KeyPacking.Pack(curve.Keys.AsSpan()) : null;

    /// <summary>Writes the keys of a row as they are after a change.</summary>
    public static void Write(SqliteConnection connection, long scene, RowChange row)
    {
        if (!RowPackings.Of(row.Row.Kind).HasKeys) return;
        var (before, after) = (InRuns(row.Row.Kind, row.Before), InRuns(row.Row.Kind, row.After));
        foreach (var curve in before.Keys)
            if (!after.ContainsKey(curve)) Delete(connection, scene, row.Row, curve);
        foreach (var (curve, keys) in after)
        {
            if (!before.TryGetValue(curve, out var old)) Add(connection, scene, row.Row, curve, keys.AsSpan());
            else if (old != keys) Change(connection, scene, row.Row, curve, old, keys);
        }
    }

    /// <summary>The keys of all rows of a scene.</summary>
    public static Dictionary<(RowKind Kind, int Id, string Channel), ImmutableArray<Key>> Read(SqliteConnection connection, long scene)
    {
        var all = new Dictionary<(RowKind, int, string), ImmutableArray<Key>>();
        var keys = ImmutableArray.CreateBuilder<Key>();
        (RowKind, int, string)? owner = null;
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT owner_kind, owner_id, channel, keys FROM key_run WHERE scene_id = $scene ORDER BY owner_kind, owner_id, channel, first";
        command.Parameters.AddWithValue("$scene", scene);
        using var rows = command.ExecuteReader();
        while (rows.Read())
        {
            var next = ((RowKind)rows.GetByte(0), rows.GetInt32(1), rows.GetString(2));
            if (owner != next) Finish();
            owner = next;
            KeyPacking.Unpack(rows.GetFieldValue<byte[]>(3), keys);
        }
        Finish();
        return all;

        void Finish()
        {
            if (owner is { } known) all[known] = keys.ToImmutable();
            keys.Clear();
        }
    }

    /// <summary>The keys of one row among all of a scene, by the names of its curves.</summary>
    public static RowKeys Of(this Dictionary<(RowKind Kind, int Id, string Channel), ImmutableArray<Key>> all, RowKind kind, int id, IEnumerable<string> curves) =>
        curves.Where(curve => all.ContainsKey((kind, id, curve))).ToImmutableSortedDictionary(curve => curve, curve => all[(kind, id, curve)]);

    /// <summary>Moves keys that older programs kept within their rows, however many they were.</summary>
    public static void TakeOver(SqliteConnection connection)
    {
        var channels = connection.Query<(long Scene, long Id, string Name, byte[] Keys)>(
            "SELECT scene_id, object_id, name, keys FROM channel WHERE LENGTH(keys) > @most", new { most = KeysInRun * 17 }).AsList();
        foreach (var (scene, id, name, packed) in channels)
        {
            if (KeyPacking.Unpack(packed) is var keys && IsShort(keys)) continue;
            Add(connection, scene, new RowKey(RowKind.Channel, (int)id, name), "", keys.AsSpan());
            connection.Execute("UPDATE channel SET keys = NULL WHERE scene_id = @scene AND object_id = @id AND name = @name", new { scene, id, name });
        }
        // The kinds that had keys then.
        foreach (var packing in new[] { RowKind.Warp, RowKind.Clip, RowKind.PlacedClip }.Select(RowPackings.Of))
        {
            foreach (var (scene, id, image) in connection.Query<(long Scene, long Id, byte[] Image)>($"SELECT scene_id, id, image FROM {packing.Table}"))
            {
                var keys = packing.KeysWithin(image);
                foreach (var (curve, some) in keys) Add(connection, scene, new RowKey(packing.Kind, (int)id), curve, some.AsSpan());
                var bare = packing.Image(packing.Row((int)id, image, keys));
                connection.Execute($"UPDATE {packing.Table} SET image = @bare WHERE scene_id = @scene AND id = @id", new { bare, scene, id });
            }
        }
    }

    private static bool IsShort(ImmutableArray<Key> keys) => keys.Length <= KeysInRun;

    private static RowKeys InRuns(RowKind kind, object? row) =>
        kind == RowKind.Channel && (row is not Channel { Curve: { } curve } || IsShort(curve.Keys)) ? RowKeys.Empty : RowPackings.Of(kind).KeysOf(row);

    private static string NameOf(RowKey row, string curve) => row.Kind == RowKind.Channel ? row.Channel : curve;

    private static void Delete(SqliteConnection connection, long scene, RowKey row, string curve) => connection.Execute(
        "DELETE FROM key_run WHERE scene_id = @scene AND owner_kind = @kind AND owner_id = @Id AND channel = @channel",
        new { scene, kind = (byte)row.Kind, row.Id, channel = NameOf(row, curve) });

    private static void Add(SqliteConnection connection, long scene, RowKey row, string curve, ReadOnlySpan<Key> keys)
    {
        var runs = new List<object>();
        var count = (keys.Length + KeysInRun - 1) / KeysInRun;
        for (var i = 0; i < count; i++)
        {
            // Evenly, so that the last run is no stump.
            int from = (int)((long)keys.Length * i / count), to = (int)((long)keys.Length * (i + 1) / count);
            runs.Add(new { scene, kind = (byte)row.Kind, id = row.Id, channel = NameOf(row, curve), first = keys[from].Time.Value, keys = KeyPacking.Pack(keys[from..to]) });
        }
        connection.Execute(Insert, runs);
    }

    private static void Change(SqliteConnection connection, long scene, RowKey row, string curve, ImmutableArray<Key> before, ImmutableArray<Key> after)
    {
        var differing = KeysDiffering.Between(before, after);
        if (differing.IsNone) return;
        var (last, lastAfter) = (differing.At + differing.Before - 1, differing.At + differing.After - 1);
        var from = Math.Min(TimeAt(before, differing.At, long.MaxValue), TimeAt(after, differing.At, long.MaxValue));
        var to = Math.Max(differing.Before > 0 ? before[last].Time.Value : long.MinValue, differing.After > 0 ? after[lastAfter].Time.Value : long.MinValue);
        var at = new { scene, kind = (byte)row.Kind, id = row.Id, channel = NameOf(row, curve), from, to };
        const string own = "scene_id = @scene AND owner_kind = @kind AND owner_id = @id AND channel = @channel";
        // The first run holds what comes before it as well, the last what comes after.
        var first = connection.ExecuteScalar<long?>($"SELECT MAX(first) FROM key_run WHERE {own} AND first <= @from", at) ?? long.MinValue;
        var next = connection.ExecuteScalar<long?>($"SELECT MIN(first) FROM key_run WHERE {own} AND first > @to", at);
        var keys = Within(after, first, next);
        if (keys.Length < FewKeys && next is { } neighbour)
        {
            next = connection.ExecuteScalar<long?>($"SELECT MIN(first) FROM key_run WHERE {own} AND first > @neighbour", new { at.scene, at.kind, at.id, at.channel, neighbour });
            keys = Within(after, first, next);
        }
        connection.Execute($"DELETE FROM key_run WHERE {own} AND first >= @first AND (@next IS NULL OR first < @next)", new { at.scene, at.kind, at.id, at.channel, first, next });
        Add(connection, scene, row, curve, keys);
    }

    private static long TimeAt(ImmutableArray<Key> keys, int at, long otherwise) => at < keys.Length ? keys[at].Time.Value : otherwise;

    private static ReadOnlySpan<Key> Within(ImmutableArray<Key> keys, long first, long? next)
    {
        int from = PlaceOf(keys, first), to = next is { } end ? PlaceOf(keys, end) : keys.Length;
        return keys.AsSpan()[from..to];
    }

    /// <summary>The place of the first key at or after a time.</summary>
    private static int PlaceOf(ImmutableArray<Key> keys, long time)
    {
        int low = 0, high = keys.Length;
        while (low < high)
        {
            var middle = (low + high) >>> 1;
            if (keys[middle].Time.Value < time) low = middle + 1;
            else high = middle;
        }
        return low;
    }
}
