using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Server.Commands;

/// <summary>Finds the scene that a command names: a scene file's path, or a kept scene's name.</summary>
internal static class SceneSource
{
    /// <exception cref="Refusal">There is neither a file nor a kept scene of that name.</exception>
    /// <exception cref="SceneFileException">The file has faults.</exception>
    public static Scene Read(string fileOrScene, string dataFolder) =>
        SceneFileReader.Read(File.Exists(fileOrScene) ? ReadBytes(fileOrScene) : Kept(fileOrScene, dataFolder));

    public static byte[] ReadBytes(string path)
    {
        if (!File.Exists(path)) throw new Refusal(path, "there is no such file");
        if (new FileInfo(path).Length > SceneFileReader.LargestFile) throw SceneFileReader.TooLarge();
        return File.ReadAllBytes(path);
    }

    /// <summary>A kept scene as a scene file.</summary>
    public static byte[] Kept(string name, string dataFolder)
    {
        if (Library.IsThere(dataFolder))
        {
            using var library = Library.Of(dataFolder);
            if (library.Export(name) is { } file) return file;
        }
        throw new Refusal(Names.Shown(name), "there is no such file, and no kept scene of that name");
    }
}
