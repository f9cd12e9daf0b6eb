using System.Net.Sockets;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Commands;

/// <summary>
/// The kept scenes, for commands. Where a server runs on the folder they go through it; where none does, the command
/// holds the folder itself while it works. Never both.
/// </summary>
internal abstract class Library : IDisposable
{
    private const string SocketName = "zesty.socket";

    // The longest path of a socket file on Linux is 107 bytes.
    private const int LongestSocket = 100;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(15);

    /// <summary>The scenes, a line each.</summary>
    public abstract IReadOnlyList<SceneCard> List();

    /// <summary>Keeps the scene of a file.</summary>
    /// <returns>The name that it has been given.</returns>
    /// <exception cref="SceneFileException">The file has faults.</exception>
    public abstract string Import(Stream file);

    /// <summary>Writes a kept scene as a scene file, or as a package; false where there is none of that name.</summary>
    public abstract bool Export(string name, Stream into);

    public virtual void Dispose()
    {
    }

    /// <summary>The socket through which commands reach the server of a folder; null where the folder's path is too long for one.</summary>
    public static string? SocketOf(string folder)
    {
        var path = Path.Combine(Path.GetFullPath(folder), SocketName);
        return System.Text.Encoding.UTF8.GetByteCount(path) <= LongestSocket ? path : null;
    }

    /// <exception cref="StoreTrouble">The folder is held by somebody who takes no commands.</exception>
    public static Library Of(string folder)
    {
        for (var end = DateTime.UtcNow + Patience; ; Thread.Sleep(100))
        {
            if (Answers(SocketOf(folder)) is { } socket) return new ServerLibrary(socket);
            try
            {
                return new OwnLibrary(folder, FolderLock.Take(folder, "a command"));
            }
            catch (StoreTrouble taken) when (taken.Kind == TroubleKind.Taken && DateTime.UtcNow < end)
            {
            }
        }
    }

    /// <summary>Whether there is anything to look at; a look must not make a database where there is none.</summary>
    public static bool IsThere(string folder) => File.Exists(Path.Combine(folder, Database.FileName));

    private static string? Answers(string? socket)
    {
        if (socket is null || !File.Exists(socket)) return null;
        using var line = new Socket(AddressFamily.Unix, SocketType.Stream, ProtocolType.Unspecified);
        try
        {
            line.Connect(new UnixDomainSocketEndPoint(socket));
            return socket;
        }
        catch (SocketException)
        {
            return null;
        }
    }

    private sealed class OwnLibrary(string folder, FolderLock held) : Library
    {
        private readonly Database _database = new(folder);

        public override IReadOnlyList<SceneCard> List() => new SceneShelf(_database).List();

        public override string Import(Stream file)
        {
            using var brought = BroughtScene.Read(file);
            return new SceneShelf(_database).Add(brought.Scene, asset: brought.Asset).Name;
        }

        public override bool Export(string name, Stream into)
        {
            var shelf = new SceneShelf(_database);
            if (shelf.FindByName(name) is not { } id || new SceneStore(_database).Load(id) is not { } kept) return false;
            KeptSceneFile.Write(into, id, kept.Scene, shelf);
            return true;
        }

        public override void Dispose()
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            held.Dispose();
        }
    }
}
