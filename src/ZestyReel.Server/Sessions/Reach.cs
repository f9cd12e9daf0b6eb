using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>
/// Whose changes somebody's undo reaches: their own, those of nobody in particular, and those of whoever gave no name and
/// is not there, who may well be they themselves in another browser.
/// </summary>
/// <param name="Author">Who asks; null for a script, which reaches everything.</param>
/// <param name="Present">The authors who have the scene open now.</param>
public sealed record Reach(string? Author, IReadOnlySet<string> Present)
{
    /// <summary>Everything.</summary>
    public static readonly Reach All = new(null, new HashSet<string>());

    /// <summary>Whether the author's undo reaches a change.</summary>
    public bool Includes(HistoryEntry entry) =>
        Author is null || entry.Author is null || entry.Author == Author || entry.Name is null && !Present.Contains(entry.Author);
}
