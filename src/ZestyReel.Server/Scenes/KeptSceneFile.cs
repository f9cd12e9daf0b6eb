using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Scenes;

/// <summary>A kept scene as a file: a scene file, or a package where it needs others.</summary>
internal static class KeptSceneFile
{
    /// <summary>Writes it.</summary>
    /// <param name="into">Where to.</param>
    /// <param name="id">The scene's number.</param>
    /// <param name="scene">The scene.</param>
    /// <param name="shelf">Where its files are.</param>
    /// <param name="histories">Where its history is, if that is wanted too.</param>
    /// <param name="stop">Calls it off.</param>
    public static void Write(Stream into, long id, Scene scene, SceneShelf shelf, SceneStore? histories = null, CancellationToken stop = default)
    {
        using var history = histories is null ? null : History(id, histories, shelf.Folder, stop) ?? throw new SceneGone(id);
        if (history is not null || IsPackage(scene)) ScenePackage.Write(into, scene, asset => shelf.Asset(id, asset), history, stop);
        else into.Write(SceneFileWriter.Write(scene));
    }

    /// <summary>What was done to a kept scene, packed; null where there is no such scene.</summary>
    public static OutgoingHistory? History(long id, SceneStore store, string folder, CancellationToken stop)
    {
        var packed = ScratchFile.In(folder);
        try
        {
            if (store.PackHistory(id, packed, stop) is { } history) return history;
        }
        catch
        {
            packed.Dispose();
            throw;
        }
        packed.Dispose();
        return null;
    }

    /// <summary>Whether a scene needs files beside it.</summary>
    public static bool IsPackage(Scene scene) => scene.Assets().Count > 0;
}
