using DbUp;
using DbUp.Engine.Output;
using Microsoft.Data.Sqlite;

namespace ZestyReel.Store;

/// <summary>One SQLite file: opens connections to it and brings its tables up to date.</summary>
public sealed class Database
{
    private readonly string _connection;

    /// <param name="folder">Where the file lies; made if it is not there.</param>
    public Database(string folder)
    {
        Directory.CreateDirectory(folder);
        _connection = new SqliteConnectionStringBuilder
        {
            DataSource = Path.Combine(folder, "zesty.db"),
            ForeignKeys = true,
            DefaultTimeout = 10,
        }.ToString();
        using (var connection = Open())
        using (var command = connection.CreateCommand())
        {
            command.CommandText = "PRAGMA journal_mode = WAL";
            command.ExecuteNonQuery();
        }
        var result = DeployChanges.To.SqliteDatabase(_connection)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly)
            .WithTransactionPerScript()
            .LogTo(new NoOpUpgradeLog())
            .Build()
            .PerformUpgrade();
        if (!result.Successful) throw new InvalidOperationException("The database could not be brought up to date.", result.Error);
    }

    /// <summary>An open connection; every commit on it reaches the disk before it returns.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(_connection);
        connection.Open();
        return connection;
    }
}
