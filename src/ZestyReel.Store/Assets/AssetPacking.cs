using Dapper;
using Microsoft.Data.Sqlite;

namespace ZestyReel.Store.Assets;

/// <summary>A copy of a database is one file: the assets that it names travel in a table of their own.</summary>
internal static class AssetPacking
{
    /// <summary>Puts the assets that a copy names into it.</summary>
    /// <param name="copy">The copy.</param>
    /// <param name="folder">Where the files lie.</param>
    /// <returns>How many were not there: they are missing, or the copy is of a moment that has gone.</returns>
    public static int Pack(SqliteConnection copy, string folder)
    {
        if (Database.Number(copy, "SELECT COUNT(*) FROM sqlite_master WHERE name = 'asset'") == 0) return 0;
        copy.Execute("CREATE TABLE IF NOT EXISTS packed_asset (hash TEXT PRIMARY KEY, bytes BLOB NOT NULL) STRICT");
        var (files, missing) = (new AssetFiles(folder), 0);
        foreach (var hash in copy.Query<string>("SELECT hash FROM asset WHERE hash NOT IN (SELECT hash FROM packed_asset)").AsList())
        {
            if (files.Read(hash) is not { } bytes) missing++;
            else copy.Execute("INSERT INTO packed_asset (hash, bytes) VALUES (@hash, @bytes)", new { hash, bytes });
        }
        return missing;
    }

    /// <summary>Lays the assets of a copy beside it, and out of it.</summary>
    public static void Unpack(SqliteConnection copy, string folder)
    {
        if (Database.Number(copy, "SELECT COUNT(*) FROM sqlite_master WHERE name = 'packed_asset'") == 0) return;
        var files = new AssetFiles(folder);
        foreach (var hash in copy.Query<string>("SELECT hash FROM packed_asset").AsList())
            if (files.Write(copy.QuerySingle<byte[]>("SELECT bytes FROM packed_asset WHERE hash = @hash", new { hash })) != hash)
                throw new InvalidDataException("A packed file is not what its name says.");
        Database.Run(copy, "DROP TABLE packed_asset");
        Database.Run(copy, "VACUUM");
    }
}
