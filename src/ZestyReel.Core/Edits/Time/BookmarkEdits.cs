using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>What edits of bookmarks share.</summary>
internal static class BookmarkEdits
{
    /// <summary>A number that no bookmark has.</summary>
    public static BookmarkId NextId(Scene scene) => new(scene.Bookmarks.IsEmpty ? 1 : scene.Bookmarks.Keys.Max().Value + 1);

    /// <summary>The scene, where it has room for its bookmarks.</summary>
    /// <exception cref="Refusal">There are too many.</exception>
    public static Scene WithRoom(Scene scene) => scene.Bookmarks.Count <= Bookmark.MostInScene
        ? scene
        : throw new Refusal("bookmarks", $"there would be {scene.Bookmarks.Count} bookmarks, and a scene has room for {Bookmark.MostInScene}; delete some, or lay fewer");

    /// <summary>When there are bookmarks, each moment once, in order.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="colour">Only those of that colour; all, when left out.</param>
    /// <exception cref="Refusal">There is no such colour.</exception>
    public static Tick[] Times(Scene scene, BookmarkColour? colour)
    {
        if (colour is { } wanted && !Enum.IsDefined(wanted)) throw new Refusal("colour", "there is no such colour");
        return [.. scene.Bookmarks.Values.Where(each => colour is null || each.Colour == colour).Select(each => each.Time).Distinct().Order()];
    }
}
