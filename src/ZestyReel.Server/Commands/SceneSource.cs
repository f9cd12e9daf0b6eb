using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Store;

namespace ZestyReel.Server.Commands;

/// <summary>Finds the scene that a command names: a scene file's path, or a kept scene's name.</summary>
internal static class SceneSource
{
    /// <exception cref="Refusal">There is neither a file nor a kept scene of that name.</exception>
    /// <exception cref="SceneFileException">The file has faults.</exception>
    public static Scene Read(string fileOrScene, string dataFolder) =>
        File.Exists(fileOrScene) ? ReadFile(fileOrScene) : Kept(fileOrScene, dataFolder);

    public static Scene ReadFile(string path)
    {
        if (!File.Exists(path)) throw new Refusal(path, "there is no such file");
        if (new FileInfo(path).Length > SceneFileReader.LargestFile) throw SceneFileReader.TooLarge();
        return SceneFileReader.Read(File.ReadAllBytes(path));
    }

    public static Scene Kept(string name, string dataFolder)
    {
        // A look must not make a database where there is none.
        var store = File.Exists(Path.Combine(dataFolder, "zesty.db")) ? new SceneStore(new Database(dataFolder)) : null;
        return store?.FindByName(name) is { } id && store.Load(id) is { } kept
            ? kept.Scene
            : throw new Refusal(Names.Shown(name), "there is no such file, and no kept scene of that name");
    }
}
