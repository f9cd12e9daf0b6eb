using Microsoft.Data.Sqlite;

namespace ZestyReel.Store;

/// <summary>One SQLite file in a folder: opens connections to it, one writer at a time, and brings its tables up to date.</summary>
public sealed class Database
{
    /// <summary>The file's name within the folder.</summary>
    public const string FileName = "zesty.db";

    // A foreign program that holds the file is waited for so long; our own writers stand in line before they get there.
    private const int SecondsToWait = 5;

    private readonly Lock _writing = new();
    private readonly string _connection;
    private readonly long _mostPages;

    /// <param name="folder">Where the file lies; made if it is not there.</param>
    /// <param name="mostPages">Most pages that the file may grow to; 0 sets no limit.</param>
    /// <exception cref="StoreTrouble">The file cannot be used; the message says why and what to do.</exception>
    public Database(string folder, long mostPages = 0)
    {
        (Folder, _mostPages) = (folder, mostPages);
        _connection = ConnectionTo(Path.Combine(folder, FileName));
        StoreTrouble.Guard(folder, () =>
        {
            Directory.CreateDirectory(folder);
            Schema.BringUpToDate(this, folder);
        });
    }

    /// <summary>Where the file lies.</summary>
    public string Folder { get; }

    /// <summary>The connection string of a file of ours.</summary>
    internal static string ConnectionTo(string file, SqliteOpenMode mode = SqliteOpenMode.ReadWriteCreate) => new SqliteConnectionStringBuilder
    {
        DataSource = file,
        ForeignKeys = true,
        DefaultTimeout = SecondsToWait,
        Mode = mode,
    }.ToString();

    /// <summary>Reads in one transaction: everything is as it was at one moment, whoever writes meanwhile.</summary>
    /// <exception cref="StoreTrouble">The file cannot be read.</exception>
    public T Read<T>(Func<SqliteConnection, T> read) => StoreTrouble.Guard(Folder, () =>
    {
        using var connection = Open();
        using var transaction = connection.BeginTransaction(deferred: true);
        return read(connection);
    });

    /// <summary>
    /// Writes in one transaction, which reaches the disk before this returns, or not at all where anything is thrown.
    /// Writers take turns.
    /// </summary>
    /// <exception cref="StoreTrouble">Nothing was written.</exception>
    public T Write<T>(Func<SqliteConnection, T> write) => StoreTrouble.Guard(Folder, () =>
    {
        lock (_writing)
        {
            using var connection = Open();
            using var transaction = connection.BeginTransaction();
            var result = write(connection);
            transaction.Commit();
            return result;
        }
    });

    /// <summary>As the other, for what gives nothing back.</summary>
    /// <exception cref="StoreTrouble">Nothing was written.</exception>
    public void Write(Action<SqliteConnection> write) => Write(connection =>
    {
        write(connection);
        return true;
    });

    /// <summary>Gives a few free pages back to the disk; true where there may be more.</summary>
    public bool GiveBackSpace(int pages = 256) => StoreTrouble.Guard(Folder, () =>
    {
        lock (_writing)
        {
            using var connection = Open();
            Run(connection, $"PRAGMA incremental_vacuum({pages})");
            return Number(connection, "PRAGMA freelist_count") > 0;
        }
    });

    internal SqliteConnection Open()
    {
        var connection = new SqliteConnection(_connection);
        connection.Open();
        if (_mostPages > 0) Run(connection, $"PRAGMA max_page_count = {_mostPages}");
        return connection;
    }

    internal static void Run(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var rows = command.ExecuteReader();
        while (rows.Read()) { }
    }

    internal static long Number(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return Convert.ToInt64(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
    }
}
