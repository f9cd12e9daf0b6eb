using System.Security.Cryptography;

namespace ZestyReel.Store.Assets;

/// <summary>The files of assets in a folder, each under the SHA-256 of its bytes.</summary>
internal sealed class AssetFiles(string folder)
{
    /// <summary>The folder of all files, beside the database.</summary>
    public const string FolderName = "assets";

    private const string Unfinished = ".unfinished";

    private readonly string _root = Path.Combine(folder, FolderName);

    /// <summary>The name that bytes have.</summary>
    public static string HashOf(ReadOnlySpan<byte> bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    /// <summary>Writes a file, if it is not there; it is on the disk when this is done.</summary>
    /// <param name="bytes">The file.</param>
    /// <param name="hash">Its name, where that is known already.</param>
    /// <returns>Its name.</returns>
    public string Write(ReadOnlySpan<byte> bytes, string? hash = null)
    {
        hash ??= HashOf(bytes);
        var path = PathOf(hash);
        if (File.Exists(path) && new FileInfo(path).Length == bytes.Length) return hash;
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        var unfinished = path + Unfinished;
        using (var file = File.Create(unfinished))
        {
            file.Write(bytes);
            file.Flush(flushToDisk: true);
        }
        File.Move(unfinished, path, overwrite: true);
        return hash;
    }

    /// <summary>The bytes of a file; null where it is not there, or is not what its name says.</summary>
    public byte[]? Read(string hash)
    {
        var path = PathOf(hash);
        if (!File.Exists(path)) return null;
        var bytes = File.ReadAllBytes(path);
        return HashOf(bytes) == hash ? bytes : null;
    }

    /// <summary>Whether there is a file of that name.</summary>
    public bool IsThere(string hash) => File.Exists(PathOf(hash));

    /// <summary>Takes a file away, if it is there.</summary>
    public void Delete(string hash)
    {
        if (IsThere(hash)) File.Delete(PathOf(hash));
    }

    /// <summary>Takes away all files but some, and what was being written when the program was killed.</summary>
    public void DeleteAllBut(IReadOnlySet<string> wanted)
    {
        if (!Directory.Exists(_root)) return;
        foreach (var path in Directory.EnumerateFiles(_root, "*", SearchOption.AllDirectories).ToList())
            if (!wanted.Contains(Path.GetFileName(path))) File.Delete(path);
    }

    /// <summary>Where the file of that name is or would be: in a folder for each of 256 beginnings, so that none has too many.</summary>
    public string PathOf(string hash) => Path.Combine(_root, hash[..2], hash);
}
