using System.IO.Compression;
using System.Security.Cryptography;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Meshes;
using ZestyReel.Formats.Pictures;
using ZestyReel.Formats.Sounds;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>
/// A scene file with the files that it needs, packed as ZIP: <c>scene.zesty.json</c>, and each other file under
/// <c>assets/</c> and its SHA-256. The same scene always gives the same bytes. Names inside are only ever compared.
/// </summary>
public sealed class ScenePackage : IDisposable
{
    /// <summary>What the name of such a file ends with.</summary>
    public const string Ending = ".zesty";

    /// <summary>The largest package taken, in bytes.</summary>
    public const long LargestFile = 4_000_000_000;

    private const string SceneName = "scene.zesty.json", Folder = "assets/";

    // A ZIP has a date for everything, and this is the earliest.
    private static readonly DateTimeOffset NoDate = new(1980, 1, 1, 0, 0, 0, TimeSpan.Zero);

    private readonly ZipArchive _zip;
    private readonly Dictionary<string, ZipArchiveEntry> _entries;

    /// <summary>Opens a package.</summary>
    /// <param name="file">Its bytes, which can be read from anywhere.</param>
    /// <exception cref="SceneFileException">It is no package, or has what none has.</exception>
    public ScenePackage(Stream file)
    {
        if (file.Length > LargestFile) throw Wrong("the file", $"it is larger than {LargestFile / 1_000_000_000} GB, the most that is taken");
        try
        {
            _zip = new ZipArchive(file, ZipArchiveMode.Read, leaveOpen: true);
            if (_zip.Entries.Count > 1 + Backdrop.MostInScene * BackdropRules.MostPictures + Sound.MostInScene + Core.Scenes.Scene.MostObjects) throw Wrong("the file", "there are too many files in it");
            _entries = _zip.Entries.Where(entry => !entry.FullName.EndsWith('/')).GroupBy(entry => entry.FullName).ToDictionary(same => same.Key, same => same.First());
        }
        catch (InvalidDataException)
        {
            throw Wrong("the file", "it is damaged: no package can be read from it");
        }
    }

    /// <summary>Whether a file begins as a package does.</summary>
    /// <param name="file">The file; it stands at its beginning afterwards.</param>
    public static bool IsOne(Stream file)
    {
        Span<byte> begin = stackalloc byte[4];
        file.Position = 0;
        var isOne = file.ReadAtLeast(begin, begin.Length, throwOnEndOfStream: false) == begin.Length && begin.SequenceEqual("PK\u0003\u0004"u8);
        file.Position = 0;
        return isOne;
    }

    /// <summary>The scene, whose files are all there.</summary>
    /// <exception cref="SceneFileException">Something is wrong with it.</exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public Scene Scene(Action<double>? told = null, CancellationToken stop = default)
    {
        if (!_entries.TryGetValue(SceneName, out var entry)) throw Wrong("the file", $"there is no {SceneName} in it");
        var scene = SceneFileReader.Read(Bytes(entry, SceneFileReader.LargestFile), told, stop);
        var missing = scene.Assets().Where(asset => !_entries.ContainsKey(Folder + asset.Key)).Select(asset => new SceneFileFault("assets", $"the file of {asset.Value.Name} is not in the package")).ToList();
        return missing.Count == 0 ? scene : throw new SceneFileException(missing);
    }

    /// <summary>A file that the scene needs, checked to be what its name says and fit for its use.</summary>
    /// <exception cref="SceneFileException">It is not there, or not that.</exception>
    public byte[] Asset(AssetHash asset, AssetUse use)
    {
        var name = Folder + asset;
        if (!_entries.TryGetValue(name, out var entry)) throw Wrong(name, "it is not in the package");
        var bytes = Bytes(entry, use switch { AssetUse.Sound => SoundFiles.LargestFile, AssetUse.Mesh => MeshFile.Largest, _ => PictureFiles.LargestFile });
        if (Convert.ToHexStringLower(SHA256.HashData(bytes)) != asset.ToString()) throw Wrong(name, "it is not what its name says");
        try
        {
            if (use == AssetUse.Sound) SoundFiles.Check(bytes, name);
            else if (use == AssetUse.Mesh) MeshFile.Read(bytes, name);
            else PictureFiles.Check(bytes, name);
        }
        catch (Core.Refusal wrong)
        {
            throw Wrong(wrong.Place, wrong.Reason);
        }
        return bytes;
    }

    /// <summary>Writes a scene with what it needs.</summary>
    /// <param name="file">Where to.</param>
    /// <param name="scene">The scene.</param>
    /// <param name="asset">The bytes of a file; null where it is lost, and is left out.</param>
    /// <param name="stop">Calls it off.</param>
    public static void Write(Stream file, Scene scene, Func<AssetHash, byte[]?> asset, CancellationToken stop = default)
    {
        using var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true);
        Add(SceneName, SceneFileWriter.Write(scene), CompressionLevel.Optimal);
        foreach (var name in scene.Assets().Keys.Select(each => each.ToString()).Order(StringComparer.Ordinal))
        {
            stop.ThrowIfCancellationRequested();
            // Pictures are packed already, and most sounds.
            if (asset(AssetHash.Parse(name)) is { } bytes) Add(Folder + name, bytes, CompressionLevel.NoCompression);
        }

        void Add(string name, byte[] bytes, CompressionLevel level)
        {
            var entry = zip.CreateEntry(name, level);
            entry.LastWriteTime = NoDate;
            using var into = entry.Open();
            into.Write(bytes);
        }
    }

    /// <inheritdoc/>
    public void Dispose() => _zip.Dispose();

    // What is said of its length is not believed: no more is unpacked than may be.
    private static byte[] Bytes(ZipArchiveEntry entry, long most)
    {
        try
        {
            using var from = entry.Open();
            using var bytes = new MemoryStream();
            var room = new byte[1 << 16];
            for (int read; (read = from.Read(room)) > 0;)
            {
                if (bytes.Length + read > most) throw Wrong(entry.FullName, $"it is larger than {most / 1_000_000} MB, the most that is taken");
                bytes.Write(room, 0, read);
            }
            return bytes.ToArray();
        }
        catch (InvalidDataException)
        {
            throw Wrong(entry.FullName, "it is damaged");
        }
    }

    private static SceneFileException Wrong(string place, string reason) => new([new(Core.Names.Shown(place), reason)]);
}
