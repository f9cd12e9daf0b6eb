using Dapper;
using Microsoft.Data.Sqlite;

namespace ZestyReel.Store.Assets;

/// <summary>
/// Keeps files beside the database: written before the row that names them, and taken away when nothing needs them any
/// more. Whoever needs one is a table with a column that refers to it; see <see cref="Users"/>.
/// </summary>
public sealed class AssetShelf
{
    /// <summary>Every table that needs assets, with its column.</summary>
    private static readonly (string Table, string Column)[] Users = [("thumbnail", "asset"), ("reel_picture", "asset"), ("reel_picture", "light"), ("reel", "scene_asset"), ("reel", "sound_asset"), ("take", "asset"), ("scene_asset", "asset")];

    private static readonly string Unused = string.Concat(Users.Select(user => $" AND NOT EXISTS (SELECT 1 FROM {user.Table} u WHERE u.{user.Column} = asset.hash)"));

    private readonly Database _database;
    private readonly AssetFiles _files;
    // A file that is about to be named must not be taken away as one that nobody names.
    private readonly Lock _turn = new();

    /// <summary>Opens the shelf, and takes away what the program was killed over.</summary>
    public AssetShelf(Database database)
    {
        (_database, _files) = (database, new AssetFiles(database.Folder));
        StoreTrouble.Guard(database.Folder, () =>
        {
            database.Write(SceneAssets.LetGoUnused);
            Collect();
        });
    }

    /// <summary>Keeps a file, and what needs it.</summary>
    /// <param name="kind">What it is for.</param>
    /// <param name="name">As people call it.</param>
    /// <param name="bytes">The file.</param>
    /// <param name="need">Writes the row that needs the file of this name; false where there is nothing to need it.</param>
    /// <exception cref="StoreTrouble">Nothing was kept.</exception>
    public bool Keep(AssetKind kind, string name, byte[] bytes, Func<SqliteConnection, string, bool> need)
    {
        lock (_turn)
        {
            var isNeeded = Put(kind, name, bytes, need);
            Release();
            return isNeeded;
        }
    }

    /// <summary>The same for one of many files that take no other's place: nothing is looked for that is needed no more.</summary>
    /// <param name="kind">What it is for.</param>
    /// <param name="name">As people call it.</param>
    /// <param name="bytes">The file.</param>
    /// <param name="need">Writes the row that needs the file of this name; false where there is nothing to need it.</param>
    /// <param name="hash">The name that its bytes give it, where that is known already.</param>
    /// <exception cref="StoreTrouble">Nothing was kept.</exception>
    public bool KeepOne(AssetKind kind, string name, byte[] bytes, Func<SqliteConnection, string, bool> need, string? hash = null)
    {
        lock (_turn)
        {
            if (Put(kind, name, bytes, need, hash)) return true;
            Release();
            return false;
        }
    }

    private bool Put(AssetKind kind, string name, byte[] bytes, Func<SqliteConnection, string, bool> need, string? known = null)
    {
        var hash = StoreTrouble.Guard(_database.Folder, () => _files.Write(bytes, known));
        return _database.Write(connection =>
        {
            connection.Execute("""
                INSERT INTO asset (hash, kind, name, size, made_at) VALUES (@hash, @kind, @name, @size, @now) ON CONFLICT (hash) DO NOTHING
                """, new { hash, kind = kind.ToString(), name, size = bytes.LongLength, now = Clock.Now() });
            return need(connection, hash);
        });
    }

    /// <summary>The name that a file has or would have: the SHA-256 of its bytes.</summary>
    public static string NameOf(ReadOnlySpan<byte> bytes) => AssetFiles.HashOf(bytes);

    /// <summary>Bytes that are free on the disk.</summary>
    public long Free() => StoreTrouble.Guard(_database.Folder, () => new DriveInfo(Path.GetFullPath(_database.Folder)).AvailableFreeSpace);

    /// <summary>The bytes of an asset; null where it has gone.</summary>
    public byte[]? Read(string hash) => StoreTrouble.Guard(_database.Folder, () => _files.Read(hash));

    /// <summary>Where the file of an asset is, for one that is not read at once; null where it has gone.</summary>
    public string? PathOf(string hash) => _files.IsThere(hash) ? _files.PathOf(hash) : null;

    /// <summary>Takes away what nothing needs any more.</summary>
    public void Collect()
    {
        lock (_turn)
        {
            Release();
            var named = _database.Read(connection => connection.Query<string>("SELECT hash FROM asset").ToHashSet());
            _files.DeleteAllBut(named);
            // A picture that has been lost is drawn again once its scene has none.
            var lost = named.Where(hash => !_files.IsThere(hash)).ToList();
            if (lost.Count == 0) return;
            _database.Write(connection => connection.Execute("DELETE FROM thumbnail WHERE asset = @hash", lost.Select(hash => new { hash })));
            Release();
        }
    }

    // First the row, then the file: a file without a row is found later, a row without a file would be missed.
    private void Release()
    {
        var gone = _database.Write(connection => connection.Query<string>($"DELETE FROM asset WHERE 1{Unused} RETURNING hash").AsList());
        foreach (var hash in gone) _files.Delete(hash);
    }
}
