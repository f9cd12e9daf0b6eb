namespace ZestyReel.Store;

/// <summary>One kept edit.</summary>
/// <param name="Seq">Its number, from 1.</param>
/// <param name="Title">What it did.</param>
/// <param name="MadeAt">When, in UTC.</param>
/// <param name="Author">Who made it, as their browser calls itself; null where nobody said.</param>
/// <param name="Name">The same as people call them.</param>
/// <param name="Undoes">The number of the edit that it takes back; null where it is an edit of its own.</param>
public sealed record HistoryEntry(long Seq, string Title, string MadeAt, string? Author = null, string? Name = null, long? Undoes = null);
