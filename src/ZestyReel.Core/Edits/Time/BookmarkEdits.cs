using ZestyReel.Core.Scenes;

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
}
