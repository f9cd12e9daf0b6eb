using ZestyReel.Core.Geometry;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Meshes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Store;
using ZestyReel.Store.Histories;

namespace ZestyReel.Server.Scenes;

/// <summary>A scene that comes in: a scene file, or a package with the files that the scene needs.</summary>
internal sealed class BroughtScene : IDisposable
{
    private readonly ScenePackage? _package;

    private readonly IDisposable? _meshes;

    private BroughtScene(Scene scene, ScenePackage? package)
    {
        (Scene, _package) = (scene, package);
        if (package is not null && scene.Objects.Values.Any(thing => thing.Mesh is not null)) _meshes = MeshFiles.From(MeshFile.In(Own));
    }

    /// <summary>The scene.</summary>
    public Scene Scene { get; }

    /// <summary>The bytes of the files that it needs; null where it brings none.</summary>
    public Func<AssetHash, byte[]>? Asset => _package is null ? null : asset => _package.Asset(asset, Scene.Assets()[asset].Use);

    /// <summary>A file that the scene needs, or that only its history does; null where it brings none.</summary>
    public byte[]? Bytes(AssetHash asset) => _package is null ? null : Scene.Assets().TryGetValue(asset, out var known) ? _package.Asset(asset, known.Use) : _package.Asset(asset);

    /// <summary>What was done to it, packed as nobody has checked yet, with all files that came; null where it does not say.</summary>
    public OutgoingHistory? PackedHistory()
    {
        if (_package is not { HasHistory: true }) return null;
        var packed = _package.History();
        return new(Scene, _package.Assets(), room => packed.Read(room), packed.Dispose);
    }

    /// <summary>Keeps it.</summary>
    /// <exception cref="SceneFileException">A file that it needs is not what it should be.</exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public KeptArrival Keep(SceneShelf shelf, Action<double>? told = null, CancellationToken stop = default)
    {
        var history = _package is { HasHistory: true } ? new ArrivingHistory(_package.History, _package.HistoryLength, IsThis, Readable, file => _package.Has(file.Asset) ? _package.Asset(file.Asset, file.Use) : null) : null;
        var (id, name) = shelf.Add(Scene, stop, told, Asset, history);
        return new(id, name, history?.Behind);
    }

    /// <summary>Reads a scene. The stream has to stay open as long as what is read.</summary>
    /// <exception cref="SceneFileException">Something is wrong; nothing was taken.</exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static BroughtScene Read(Stream file, Action<double>? told = null, CancellationToken stop = default)
    {
        if (!ScenePackage.IsOne(file))
        {
            if (file.Length > SceneFileReader.LargestFile) throw SceneFileReader.TooLarge();
            var bytes = new byte[file.Length];
            file.ReadExactly(bytes);
            return new(SceneFileReader.Read(bytes, told, stop), null);
        }
        var package = new ScenePackage(file);
        try
        {
            return new(package.Scene(told, stop), package);
        }
        catch
        {
            package.Dispose();
            throw;
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _meshes?.Dispose();
        _package?.Dispose();
    }

    private bool IsThis(Scene scene) => SceneFileWriter.Write(scene).AsSpan().SequenceEqual(SceneFileWriter.Write(Scene));

    private static void Readable(Scene scene) => SceneFileReader.Read(SceneFileWriter.Write(scene));

    // One scene's package is asked for all meshes.
    private byte[]? Own(AssetHash asset) => Scene.Assets().TryGetValue(asset, out var known) && known.Use == AssetUse.Mesh ? _package!.Asset(asset, known.Use) : null;
}

/// <summary>A scene that has come in.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">What it is called here.</param>
/// <param name="HistoryBehind">Why its history did not come along; null where it did, or there was none.</param>
internal sealed record KeptArrival(long Id, string Name, string? HistoryBehind);
