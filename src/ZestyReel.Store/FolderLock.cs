using System.Globalization;

namespace ZestyReel.Store;

/// <summary>
/// One folder, one keeper: a lock on a file, which the system lets go of when its process ends, however it ends. Beside
/// it lies a note of who holds it, for the next one who asks.
/// </summary>
public sealed class FolderLock : IDisposable
{
    private const string LockName = "zesty.lock", NoteName = "zesty.keeper";

    private readonly FileStream _held;
    private readonly string _note;

    private FolderLock(FileStream held, string note) => (_held, _note) = (held, note);

    /// <summary>Takes the folder, making it if it is not there.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="who">What takes it, for the others to read, such as "the server at http://127.0.0.1:5170".</param>
    /// <exception cref="StoreTrouble">Somebody else has it, or the folder cannot be used.</exception>
    public static FolderLock Take(string folder, string who) => StoreTrouble.Guard(folder, () =>
    {
        Directory.CreateDirectory(folder);
        var note = Path.Combine(folder, NoteName);
        FileStream held;
        try
        {
            // On Linux this is flock: it belongs to the process and dies with it.
            held = new FileStream(Path.Combine(folder, LockName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException) when (File.Exists(Path.Combine(folder, LockName)))
        {
            throw new StoreTrouble(TroubleKind.Taken, $"The folder {folder} is in use by {Holder(note)}. Use that one, stop it, or start with another folder (--data).");
        }
        var taken = new FolderLock(held, note);
        taken.Tell(who);
        return taken;
    });

    /// <summary>Takes the folder as soon as it is free.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="who">What takes it.</param>
    /// <param name="patience">How long to wait for it.</param>
    /// <exception cref="StoreTrouble">It was not free in time.</exception>
    public static FolderLock Wait(string folder, string who, TimeSpan patience)
    {
        for (var end = DateTime.UtcNow + patience; ; Thread.Sleep(50))
        {
            try
            {
                return Take(folder, who);
            }
            catch (StoreTrouble taken) when (taken.Kind == TroubleKind.Taken && DateTime.UtcNow < end)
            {
            }
        }
    }

    /// <summary>Tells the others who holds the folder.</summary>
    public void Tell(string who) => File.WriteAllText(_note, string.Create(CultureInfo.InvariantCulture,
        $"{who} (process {Environment.ProcessId}, since {DateTime.UtcNow:yyyy-MM-dd HH:mm} UTC)"));

    /// <inheritdoc/>
    public void Dispose()
    {
        File.Delete(_note);
        _held.Dispose();
    }

    private static string Holder(string note)
    {
        try
        {
            var text = File.ReadAllText(note).Trim();
            return text.Length is > 0 and < 500 ? text : "another Zesty Reel";
        }
        catch (IOException)
        {
            return "another Zesty Reel";
        }
    }
}
