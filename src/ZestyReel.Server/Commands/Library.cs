using System.Net.Sockets;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Formats.Tables;
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
    /// <returns>The name that it has been given, and why its history stayed behind where it did.</returns>
    /// <exception cref="SceneFileException">The file has faults.</exception>
    public abstract KeptArrival Import(Stream file);

    /// <summary>Brings the objects of a scene file or package into a kept scene.</summary>
    /// <returns>What was done, in words.</returns>
    /// <exception cref="Refusal">There is no scene of that name, or it cannot be done.</exception>
    public abstract string Bring(string name, Stream file, decimal? start, RateKeep keep, bool grow);

    /// <summary>Makes keys of a table in a kept scene, its columns by their names.</summary>
    /// <returns>What was done, in words, and the columns that have no place.</returns>
    /// <exception cref="Refusal">There is no scene of that name, or it cannot be done.</exception>
    public abstract (string Title, IReadOnlyList<string> Left) Bring(string name, Table table, decimal? start, bool grow);

    /// <summary>Writes a kept scene as a scene file, or as a package, with its history where that is wanted; false where there is none of that name.</summary>
    public abstract bool Export(string name, Stream into, bool history = false);

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

    /// <summary>Why nothing is brought into a scene.</summary>
    protected static Refusal NoSuch(string name) => new("into", $"There is no kept scene called \"{Names.Shown(name)}\".");

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

        public override KeptArrival Import(Stream file)
        {
            using var brought = BroughtScene.Read(file);
            return brought.Keep(new SceneShelf(_database));
        }

        public override string Bring(string name, Stream file, decimal? start, RateKeep keep, bool grow)
        {
            var (shelf, store) = (new SceneShelf(_database), new SceneStore(_database));
            if (shelf.FindByName(name) is not { } id || store.Load(id) is not { } kept) throw NoSuch(name);
            using var brought = BroughtScene.Read(file);
            foreach (var (asset, called, use) in brought.Scene.Objects.Values.SelectMany(thing => thing.Assets()).DistinctBy(each => each.Asset))
                shelf.KeepAsset(id, SceneShelf.KindOf(use), called, brought.Asset!(asset));
            return Done(store, kept, new BringObjects(brought.Scene, [], start ?? kept.Scene.Settings.Range.First, keep, grow));
        }

        public override (string Title, IReadOnlyList<string> Left) Bring(string name, Table table, decimal? start, bool grow)
        {
            var store = new SceneStore(_database);
            if (new SceneShelf(_database).FindByName(name) is not { } id || store.Load(id) is not { } kept) throw NoSuch(name);
            var (bringing, left) = TableNames.Of(table, kept.Scene.Objects.Values.ToDictionary(thing => thing.Name, thing => thing.Id), kept.Scene.Settings.Range.First, start, grow);
            return (Done(store, kept, bringing.Of(table, kept.Scene.Rate)), left);
        }

        private static string Done(SceneStore store, KeptScene kept, Edit edit)
        {
            var (title, change) = (edit.Title(kept.Scene), edit.Changed(kept.Scene).Change);
            if (!change.IsEmpty) store.Keep(kept.Id, change, title, kept.Position, kept.Revision + 1);
            return title;
        }

        public override bool Export(string name, Stream into, bool history)
        {
            var (shelf, store) = (new SceneShelf(_database), new SceneStore(_database));
            if (shelf.FindByName(name) is not { } id || store.Load(id) is not { } kept) return false;
            KeptSceneFile.Write(into, id, kept.Scene, shelf, history ? store : null);
            return true;
        }

        public override void Dispose()
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            held.Dispose();
        }
    }
}
