using ZestyReel.Core;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Scenes;

namespace ZestyReel.Server.Commands;

/// <summary>Finds the scene that a command names: a scene file's path, or a kept scene's name.</summary>
internal static class SceneSource
{
    /// <summary>The scene, with the files that it needs.</summary>
    /// <exception cref="Refusal">There is neither a file nor a kept scene of that name.</exception>
    /// <exception cref="SceneFileException">The file has faults.</exception>
    public static SourceScene Brought(string fileOrScene, string dataFolder, bool history = false)
    {
        var file = File.Exists(fileOrScene) ? Open(fileOrScene) : Kept(fileOrScene, dataFolder, history);
        try
        {
            return new(file, BroughtScene.Read(file));
        }
        catch
        {
            file.Dispose();
            throw;
        }
    }

    /// <summary>A scene file or a package.</summary>
    public static Stream Open(string path) => File.Exists(path) ? File.OpenRead(path) : throw new Refusal(path, "there is no such file");

    /// <summary>A kept scene as a scene file, or as a package.</summary>
    public static Stream Kept(string name, string dataFolder, bool history = false)
    {
        if (Library.IsThere(dataFolder))
        {
            using var library = Library.Of(dataFolder);
            var file = ScratchFile.In(dataFolder);
            if (library.Export(name, file, history))
            {
                file.Position = 0;
                return file;
            }
            file.Dispose();
        }
        throw new Refusal(Names.Shown(name), "there is no such file, and no kept scene of that name");
    }
}
