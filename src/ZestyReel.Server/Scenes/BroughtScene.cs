using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Meshes;
using ZestyReel.Formats.SceneFiles;

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

    // One scene's package is asked for all meshes.
    private byte[]? Own(AssetHash asset) => Scene.Assets().TryGetValue(asset, out var known) && known.Use == AssetUse.Mesh ? _package!.Asset(asset, known.Use) : null;
}
