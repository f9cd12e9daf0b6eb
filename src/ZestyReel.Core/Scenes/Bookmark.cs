using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>A moment with a name.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">For people; several bookmarks can have the same.</param>
/// <param name="Time">The moment.</param>
/// <param name="Colour">How it is marked on the ruler.</param>
public sealed record Bookmark(BookmarkId Id, string Name, Tick Time, BookmarkColour Colour)
{
    /// <summary>Most in a scene.</summary>
    public const int MostInScene = 5000;
}
