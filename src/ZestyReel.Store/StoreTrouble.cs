using Microsoft.Data.Sqlite;

namespace ZestyReel.Store;

/// <summary>The database cannot do what was asked: the message says what is wrong and what to do. Nothing was kept.</summary>
/// <param name="kind">What is wrong.</param>
/// <param name="message">The same in a sentence for people.</param>
/// <param name="cause">What SQLite or the system said.</param>
public sealed class StoreTrouble(TroubleKind kind, string message, Exception? cause = null) : Exception(message, cause)
{
    /// <summary>What is wrong.</summary>
    public TroubleKind Kind { get; } = kind;

    /// <summary>Whether a file could not be written because the disk has no room (ENOSPC).</summary>
    public static bool IsFull(IOException wrong) => wrong.HResult == 28;

    /// <summary>Runs something on the database and turns what SQLite throws into a sentence.</summary>
    /// <param name="folder">Where the database is.</param>
    /// <param name="run">What to do.</param>
    /// <param name="into">Where it writes to, if elsewhere.</param>
    internal static T Guard<T>(string folder, Func<T> run, string? into = null)
    {
        try
        {
            return run();
        }
        catch (SqliteException wrong) when (KindOf(wrong) is { } kind)
        {
            throw new StoreTrouble(kind, Sentence(kind, kind is TroubleKind.Full or TroubleKind.ReadOnly ? into ?? folder : folder), wrong);
        }
        catch (Exception wrong) when (wrong is UnauthorizedAccessException or IOException or InvalidDataException)
        {
            var kind = wrong switch
            {
                UnauthorizedAccessException => TroubleKind.ReadOnly,
                InvalidDataException => TroubleKind.Damaged,
                IOException failed when IsFull(failed) => TroubleKind.Full,
                _ => TroubleKind.Failing,
            };
            throw new StoreTrouble(kind, Sentence(kind, kind is TroubleKind.Full or TroubleKind.ReadOnly ? into ?? folder : folder), wrong);
        }
    }

    internal static void Guard(string folder, Action run) => Guard(folder, () =>
    {
        run();
        return true;
    });

    // Result codes: https://www.sqlite.org/rescode.html
    private static TroubleKind? KindOf(SqliteException wrong) => wrong.SqliteErrorCode switch
    {
        5 or 6 => TroubleKind.Locked,
        8 or 14 => TroubleKind.ReadOnly,
        10 => TroubleKind.Failing,
        11 or 26 => TroubleKind.Damaged,
        13 => TroubleKind.Full,
        _ => null,
    };

    private static string Sentence(TroubleKind kind, string folder) => kind switch
    {
        TroubleKind.Full => $"The disk is full, so nothing was kept. Make room on the disk of {folder} and do it again; what was kept before is safe.",
        TroubleKind.Locked => $"Another program holds the database in {folder}, so nothing was kept. Close that program and do it again.",
        TroubleKind.ReadOnly => $"The folder {folder} cannot be written to, so nothing was kept. Allow writing there, or start with another folder (--data).",
        TroubleKind.Damaged => $"The database in {folder} is damaged. Bring back a copy with ./zesty restore FILE, or start with another folder (--data).",
        _ => $"The disk of {folder} reports an error, so nothing was kept. Look at the disk, then do it again.",
    };
}
