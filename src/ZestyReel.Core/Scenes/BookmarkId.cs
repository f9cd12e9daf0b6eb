namespace ZestyReel.Core.Scenes;

/// <summary>Names a bookmark within its scene.</summary>
public readonly record struct BookmarkId(int Value) : IComparable<BookmarkId>
{
    /// <inheritdoc/>
    public int CompareTo(BookmarkId other) => Value.CompareTo(other.Value);
}
