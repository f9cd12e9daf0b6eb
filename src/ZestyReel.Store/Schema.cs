using DbUp;
using DbUp.Engine.Output;
using Microsoft.Data.Sqlite;
using ZestyReel.Store.Assets;

namespace ZestyReel.Store;

/// <summary>
/// Which tables a database has. <c>user_version</c> is the number of its newest migration; a file of a newer program is
/// refused, and one of an older program is copied beside before anything in it is changed.
/// </summary>
internal static class Schema
{
    /// <summary>The migration that makes the tables in which keys stand in runs; the keys are moved there right after it.</summary>
    private const int RunsOfKeys = 6;

    private const string Prefix = "ZestyReel.Store.Migrations.";

    /// <summary>The number of the newest migration.</summary>
    public static readonly int Newest = typeof(Schema).Assembly.GetManifestResourceNames()
        .Where(name => name.StartsWith(Prefix, StringComparison.Ordinal)).Max(NumberOf);

    /// <exception cref="StoreTrouble">A newer program has written the file.</exception>
    public static void BringUpToDate(Database database, string folder)
    {
        using var connection = database.Open();
        var version = VersionOf(connection, folder);
        if (version == Newest) return;
        if (version > 0) CopyBeside(connection, folder, version);
        // Of a new file: the only moment at which this costs nothing.
        if (version == 0) Database.Run(connection, "PRAGMA auto_vacuum = INCREMENTAL");
        Database.Run(connection, "PRAGMA journal_mode = WAL");
        if (version < RunsOfKeys)
        {
            Migrate(folder, RunsOfKeys);
            using var transaction = connection.BeginTransaction();
            KeyRuns.TakeOver(connection);
            transaction.Commit();
        }
        if (Newest > RunsOfKeys) Migrate(folder, Newest);
        if (version > 0 && Database.Number(connection, "PRAGMA auto_vacuum") == 0)
        {
            Database.Run(connection, "PRAGMA auto_vacuum = INCREMENTAL");
            Database.Run(connection, "VACUUM");
        }
        Database.Run(connection, $"PRAGMA user_version = {Newest}");
    }

    /// <summary>The number of the newest migration that a file has had; 0 for a new file.</summary>
    /// <exception cref="StoreTrouble">A newer program has written the file.</exception>
    public static int VersionOf(SqliteConnection connection, string folder)
    {
        var version = (int)Database.Number(connection, "PRAGMA user_version");
        if (version > Newest)
            throw new StoreTrouble(TroubleKind.Newer, $"The database in {folder} was written by a newer Zesty Reel (version {version}; this one knows {Newest}). Start that one, or another folder (--data). Nothing was changed.");
        if (version > 0 || Database.Number(connection, "SELECT COUNT(*) FROM sqlite_master WHERE name = 'SchemaVersions'") == 0) return version;
        // The first programs counted in a table only.
        return (int)Database.Number(connection, "SELECT COUNT(*) FROM SchemaVersions");
    }

    private static void Migrate(string folder, int upTo)
    {
        var result = DeployChanges.To.SqliteDatabase(Database.ConnectionTo(Path.Combine(folder, Database.FileName)))
            .WithScriptsEmbeddedInAssembly(typeof(Schema).Assembly, name => name.StartsWith(Prefix, StringComparison.Ordinal) && NumberOf(name) <= upTo)
            .WithTransactionPerScript()
            .LogTo(new NoOpUpgradeLog())
            .Build()
            .PerformUpgrade();
        if (!result.Successful) throw result.Error;
    }

    private static void CopyBeside(SqliteConnection connection, string folder, int version)
    {
        var copy = Path.Combine(folder, $"zesty-version-{version}-{DateTime.UtcNow:yyyyMMdd-HHmmss}.db");
        using var target = new SqliteConnection(Database.ConnectionTo(copy) + ";Pooling=False");
        target.Open();
        connection.BackupDatabase(target);
        AssetPacking.Pack(target, folder);
    }

    private static int NumberOf(string resource) => int.Parse(resource.AsSpan(Prefix.Length, 4), System.Globalization.CultureInfo.InvariantCulture);
}
