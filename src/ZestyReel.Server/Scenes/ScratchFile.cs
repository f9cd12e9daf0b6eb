namespace ZestyReel.Server.Scenes;

/// <summary>A file for a while, without a name: it goes when it is closed, and with the program however that ends.</summary>
internal static class ScratchFile
{
    /// <summary>An empty file on the disk of a folder.</summary>
    public static FileStream In(string folder)
    {
        var path = Path.Combine(folder, $"scratch-{Guid.NewGuid():N}");
        var file = new FileStream(path, new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.ReadWrite, Share = FileShare.Delete, Options = FileOptions.Asynchronous });
        File.Delete(path);
        return file;
    }
}
