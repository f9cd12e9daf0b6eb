using ZestyReel.Store;

namespace ZestyReel.Server.Sessions;

/// <summary>One's own last change cannot be taken back without later ones, some of them other people's. Nothing has been changed.</summary>
/// <param name="own">The change that was to be taken back.</param>
/// <param name="later">The changes after it that would go as well.</param>
public sealed class TouchesOthers(HistoryEntry own, IReadOnlyList<HistoryEntry> later) : Exception(
    $"“{own.Title}” cannot be taken back alone: “{later[0].Title}”{(later[0].Name is { } name ? $" by {name}" : "")} touched the same since. Step back to before it in the history, if both are to go.")
{
    /// <summary>The change that was to be taken back.</summary>
    public HistoryEntry Own { get; } = own;

    /// <summary>The changes after it that would go as well.</summary>
    public IReadOnlyList<HistoryEntry> Later { get; } = later;
}
