namespace ZestyReel.Store;

/// <summary>One kept edit.</summary>
/// <param name="Seq">Its number, from 1.</param>
/// <param name="Title">What it did.</param>
/// <param name="MadeAt">When, in UTC.</param>
public sealed record HistoryEntry(long Seq, string Title, string MadeAt);
