using System.IO.Compression;
using System.Security.Cryptography;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Meshes;
using ZestyReel.Formats.Pictures;
using ZestyReel.Formats.Sounds;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>
/// A scene file with the files that it needs, packed as ZIP: <c>scene.zesty.json</c>, where it was wanted
/// <c>history.msgpack</c>, and each other file under <c>assets/</c> and its SHA-256. The same scene always gives the same bytes. Names inside are only ever compared.
/// </summary>
public sealed class ScenePackage : IDisposable
{
    /// <summary>What the name of such a file ends with.</summary>
    public const string Ending = ".zesty";

    /// <summary>The largest package taken, in bytes.</summary>
    public const long LargestFile = 4_000_000_000;

    private const string SceneName = "scene.zesty.json", HistoryName = "history.msgpack", Folder = "assets/";

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
            if (_zip.Entries.Count > 2 + Backdrop.MostInScene * BackdropRules.MostPictures + Sound.MostInScene + Core.Scenes.Scene.MostObjects) throw Wrong("the file", "there are too many files in it");
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

    /// <summary>Whether what was done to the scene is packed with it.</summary>
    public bool HasHistory => _entries.ContainsKey(HistoryName);

    /// <summary>About how many bytes the history has, as the package says.</summary>
    public long HistoryLength => _entries[HistoryName].Length;

    /// <summary>What was done to the scene, packed as nobody has checked yet; of no more bytes than whoever reads it takes.</summary>
    public Stream History() => _entries[HistoryName].Open();

    /// <summary>Whether a file is in it.</summary>
    public bool Has(AssetHash asset) => _entries.ContainsKey(Folder + asset);

    /// <summary>All files that are in it, for the scene or for its history.</summary>
    public IReadOnlyCollection<AssetHash> Assets() =>
        [.. _entries.Keys.Where(name => name.StartsWith(Folder, StringComparison.Ordinal)).Select(name => name[Folder.Length..]).Where(AssetHash.IsOne).Select(name => AssetHash.Parse(name))];

    /// <summary>A file that the scene needs, checked to be what its name says and fit for its use.</summary>
    /// <exception cref="SceneFileException">It is not there, or not that.</exception>
    public byte[] Asset(AssetHash asset, AssetUse use)
    {
        var name = Folder + asset;
        var bytes = Asset(asset, use switch { AssetUse.Sound => SoundFiles.LargestFile, AssetUse.Mesh => MeshFile.Largest, _ => PictureFiles.LargestFile });
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

    /// <summary>A file whose use nobody knows, checked only to be what its name says.</summary>
    /// <exception cref="SceneFileException">It is not there, or not that.</exception>
    public byte[] Asset(AssetHash asset) => Asset(asset, SoundFiles.LargestFile);

    private byte[] Asset(AssetHash asset, long most)
    {
        var name = Folder + asset;
        if (!_entries.TryGetValue(name, out var entry)) throw Wrong(name, "it is not in the package");
        var bytes = Bytes(entry, most);
        return Convert.ToHexStringLower(SHA256.HashData(bytes)) == asset.ToString() ? bytes : throw Wrong(name, "it is not what its name says");
    }

    /// <summary>Writes a scene with what it needs.</summary>
    /// <param name="file">Where to.</param>
    /// <param name="scene">The scene.</param>
    /// <param name="asset">The bytes of a file; null where it is lost, and is left out.</param>
    /// <param name="history">What was done to it, and to which files; its scene goes out instead, which is of the same moment.</param>
    /// <param name="stop">Calls it off.</param>
    public static void Write(Stream file, Scene scene, Func<AssetHash, byte[]?> asset, OutgoingHistory? history = null, CancellationToken stop = default)
    {
        using var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true);
        Add(SceneName, SceneFileWriter.Write(history?.Scene ?? scene), CompressionLevel.Optimal);
        if (history is not null)
        {
            using var into = Entry(HistoryName, CompressionLevel.Optimal);
            var room = new byte[1 << 16];
            for (int count; (count = history.Read(room)) > 0;)
            {
                stop.ThrowIfCancellationRequested();
                into.Write(room, 0, count);
            }
        }
        foreach (var name in (history?.Assets ?? scene.Assets().Keys).Select(each => each.ToString()).Order(StringComparer.Ordinal))
        {
            stop.ThrowIfCancellationRequested();
            // Pictures are packed already, and most sounds.
            if (asset(AssetHash.Parse(name)) is { } bytes) Add(Folder + name, bytes, CompressionLevel.NoCompression);
        }

        void Add(string name, byte[] bytes, CompressionLevel level)
        {
            using var into = Entry(name, level);
            into.Write(bytes);
        }

        Stream Entry(string name, CompressionLevel level)
        {
            var entry = zip.CreateEntry(name, level);
            entry.LastWriteTime = NoDate;
            return entry.Open();
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
