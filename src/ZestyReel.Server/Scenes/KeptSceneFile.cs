using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Store;

namespace ZestyReel.Server.Scenes;

/// <summary>A kept scene as a file: a scene file, or a package where it needs others.</summary>
internal static class KeptSceneFile
{
    /// <summary>Writes it.</summary>
    public static void Write(Stream into, long id, Scene scene, SceneShelf shelf, CancellationToken stop = default)
    {
        if (IsPackage(scene)) ScenePackage.Write(into, scene, asset => shelf.Asset(id, asset), stop);
        else into.Write(SceneFileWriter.Write(scene));
    }

    /// <summary>Whether a scene needs files beside it.</summary>
    public static bool IsPackage(Scene scene) => scene.Assets().Count > 0;
}
