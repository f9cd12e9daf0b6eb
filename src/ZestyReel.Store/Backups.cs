using Microsoft.Data.Sqlite;

namespace ZestyReel.Store;

/// <summary>Copies of a database: made while it is in use, checked, and brought back.</summary>
/// <remarks>By SQLite's online backup, https://www.sqlite.org/backup.html: the copy is of one moment, whoever writes meanwhile.</remarks>
public static class Backups
{
    /// <summary>Copies the database of a folder to a new file, whether or not a server runs there.</summary>
    /// <exception cref="StoreTrouble">There is no database, the file is there already, or the copy is not whole.</exception>
    public static void Make(string folder, string file) => StoreTrouble.Guard(folder, () =>
    {
        var source = Path.Combine(folder, Database.FileName);
        if (!File.Exists(source)) throw new StoreTrouble(TroubleKind.Failing, $"There is no database in {folder}; nothing was copied.");
        if (File.Exists(file)) throw new StoreTrouble(TroubleKind.Failing, $"There is a file {file} already; give another name. Nothing was copied.");
        Copy(source, file);
    });

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
        Copy(file, fresh);
        string? aside = null;
        if (File.Exists(present))
        {
            aside = Path.Combine(folder, $"zesty-before-restore-{DateTime.UtcNow:yyyyMMdd-HHmmss-fff}.db");
            // What still lies in the write-ahead log goes along.
            foreach (var part in (string[])["-wal", "-shm", ""])
                if (File.Exists(present + part)) File.Move(present + part, aside + part);
        }
        File.Move(fresh, present);
        return aside;
    });

    // Into a file of its own and then to its name, so that a copy that is there is a whole one.
    private static void Copy(string from, string to)
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
            }
            File.Move(unfinished, to);
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
