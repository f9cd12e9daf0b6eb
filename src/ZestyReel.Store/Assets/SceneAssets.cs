using Dapper;
using Microsoft.Data.Sqlite;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Store.Assets;

/// <summary>
/// The SQL of the files that scenes need. One is sent first, and used by the edit that names it; from then on it stays as
/// long as the scene does, for its history.
/// </summary>
internal static class SceneAssets
{
    /// <summary>Notes that a file has been sent for a scene; false where there is no such scene.</summary>
    public static bool Note(SqliteConnection connection, long scene, string asset) => connection.Execute("""
        INSERT INTO scene_asset (scene_id, asset, used) SELECT id, @asset, 0 FROM scene WHERE id = @scene
        ON CONFLICT (scene_id, asset) DO UPDATE SET used = used
        """, new { scene, asset }) == 1;

    /// <summary>The same for a file that some other scene has; false where none does.</summary>
    public static bool NoteKnown(SqliteConnection connection, long scene, string asset) => connection.Execute("""
        INSERT INTO scene_asset (scene_id, asset, used) SELECT @scene, asset, 0 FROM scene_asset WHERE asset = @asset LIMIT 1
        ON CONFLICT (scene_id, asset) DO UPDATE SET used = used
        """, new { scene, asset }) == 1;

    /// <summary>Notes that rows need their files.</summary>
    /// <exception cref="Refusal">One has not been sent.</exception>
    public static void Use(SqliteConnection connection, long scene, IEnumerable<RowChange> rows)
    {
        foreach (var row in rows)
        {
            if (row.After is not INamesAssets now) continue;
            var known = (row.Before as INamesAssets)?.Assets().Select(each => each.Asset).ToHashSet();
            foreach (var (asset, name, _) in now.Assets().Where(each => known?.Contains(each.Asset) != true).DistinctBy(each => each.Asset))
                if (!MarkUsed(connection, scene, asset.ToString()))
                    throw new Refusal("asset", $"the file of {Names.Shown(name)} is not here; send it first");
        }
    }

    /// <summary>Notes that a row, or one of the history, needs a file; false where it has not been sent.</summary>
    public static bool MarkUsed(SqliteConnection connection, long scene, string asset) =>
        connection.Execute("UPDATE scene_asset SET used = 1 WHERE scene_id = @scene AND asset = @asset", new { scene, asset }) == 1;

    /// <summary>Whether a scene has a file.</summary>
    public static bool IsOf(SqliteConnection connection, long scene, string asset) =>
        connection.QuerySingle<bool>("SELECT EXISTS (SELECT 1 FROM scene_asset s WHERE s.scene_id = @scene AND s.asset = @asset)", new { scene, asset });

    /// <summary>What was sent and never used is let go.</summary>
    public static void LetGoUnused(SqliteConnection connection) => connection.Execute("DELETE FROM scene_asset WHERE used = 0");
}
