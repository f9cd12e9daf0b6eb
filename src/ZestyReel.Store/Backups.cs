using Microsoft.Data.Sqlite;
using ZestyReel.Store.Assets;

namespace ZestyReel.Store;

/// <summary>Copies of a database: made while it is in use, checked, and brought back.</summary>
/// <remarks>By SQLite's online backup, https://www.sqlite.org/backup.html: the copy is of one moment, whoever writes meanwhile.</remarks>
public static class Backups
{
    private const int Tries = 5;

    /// <summary>Copies the database of a folder to a new file, whether or not a server runs there.</summary>
    /// <exception cref="StoreTrouble">There is no database, the file is there already, or the copy is not whole.</exception>
    /// <returns>How many files that scenes need are missing beside the database, and so in the copy.</returns>
    public static int Make(string folder, string file) => StoreTrouble.Guard(folder, () =>
    {
        var source = Path.Combine(folder, Database.FileName);
        if (!File.Exists(source)) throw new StoreTrouble(TroubleKind.Failing, $"There is no database in {folder}; nothing was copied.");
        if (File.Exists(file)) throw new StoreTrouble(TroubleKind.Failing, $"There is a file {file} already; give another name. Nothing was copied.");
        // An asset that was let go of while the database was copied is missed: then the next moment is copied.
        var missing = 0;
        for (var n = 1; n <= Tries; n++)
            if (Copy(source, file, copy => (missing = AssetPacking.Pack(copy, folder)) == 0 || n == Tries)) break;
        return missing;
    }, into: Path.GetDirectoryName(Path.GetFullPath(file)));

    /// <summary>Puts a copy in the place of a folder's database, which is laid beside it first.</summary>
    /// <returns>The file that the database from before lies in now; null where there was none.</returns>
    /// <remarks>The caller holds the folder's lock.</remarks>
    /// <exception cref="StoreTrouble">The copy is not a whole database of this program; nothing was changed.</exception>
    public static string? Restore(string file, string folder) => StoreTrouble.Guard(folder, () =>
    {
        if (!File.Exists(file)) throw new StoreTrouble(TroubleKind.Failing, $"There is no file {file}; nothing was changed.");
        Directory.CreateDirectory(folder);
        var (present, fresh) = (Path.Combine(folder, Database.FileName), Path.Combine(folder, "zesty-restoring.db"));
        Remove(fresh);
        Copy(file, fresh, copy =>
        {
            AssetPacking.Unpack(copy, folder);
            return true;
        });
        string? aside = null;
        if (File.Exists(present))
        {
            aside = Path.Combine(folder, $"zesty-before-restore-{DateTime.UtcNow:yyyyMMdd-HHmmss-fff}.db");
            // What still lies in the write-ahead log goes along.
            foreach (var part in (string[])["-wal", "-shm", ""])
                if (File.Exists(present + part)) File.Move(present + part, aside + part);
        }
        File.Move(fresh, present);
        if (aside is not null) TryPack(aside, folder);
        return aside;
    });

    // Its files are not needed here any more. A database that cannot be read is laid aside as it is.
    private static void TryPack(string file, string folder)
    {
        try
        {
            using var connection = Open(file, SqliteOpenMode.ReadWrite);
            AssetPacking.Pack(connection, folder);
        }
        catch (SqliteException)
        {
        }
    }

    // Into a file of its own and then to its name, so that a copy that is there is a whole one.
    private static bool Copy(string from, string to, Func<SqliteConnection, bool> finish)
    {
        var unfinished = to + ".unfinished";
        Remove(unfinished);
        try
        {
            using (var source = Open(from, SqliteOpenMode.ReadOnly))
            using (var target = Open(unfinished, SqliteOpenMode.ReadWriteCreate))
            {
                Check(source, from, quick: true);
                source.BackupDatabase(target);
                // A copy is one file: no log beside it.
                Database.Run(target, "PRAGMA journal_mode = DELETE");
                Check(target, from, quick: false);
                if (!finish(target)) return false;
            }
            File.Move(unfinished, to);
            return true;
        }
        finally
        {
            Remove(unfinished);
        }
    }

    private static void Check(SqliteConnection connection, string file, bool quick)
    {
        try
        {
            var isOurs = Database.Number(connection, "SELECT COUNT(*) FROM sqlite_master WHERE name IN ('scene', 'history')") == 2;
            if (!isOurs) throw NotOurs(file, null);
            Schema.VersionOf(connection, file);
            if (quick) return;
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA integrity_check(1)";
            if (command.ExecuteScalar() as string != "ok") throw NotOurs(file, null);
        }
        catch (SqliteException wrong) when (wrong.SqliteErrorCode is 11 or 26)
        {
            throw NotOurs(file, wrong);
        }
    }

    private static StoreTrouble NotOurs(string file, Exception? cause) =>
        new(TroubleKind.Damaged, $"{file} is not a whole Zesty Reel database; nothing was changed.", cause);

    private static SqliteConnection Open(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(Database.ConnectionTo(file, mode) + ";Pooling=False");
        connection.Open();
        return connection;
    }

    private static void Remove(string file)
    {
        foreach (var part in (string[])["", "-wal", "-shm", "-journal"]) File.Delete(file + part);
    }
}
