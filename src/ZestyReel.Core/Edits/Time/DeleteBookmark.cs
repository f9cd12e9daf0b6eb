using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes a bookmark out.</summary>
public sealed record DeleteBookmark(BookmarkId Bookmark) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Delete the bookmark {scene.Bookmarks.GetValueOrDefault(Bookmark)?.Name}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.Bookmarks.ContainsKey(Bookmark)
        ? scene with { Bookmarks = scene.Bookmarks.Remove(Bookmark) }
        : throw new Refusal("bookmark", "there is no such bookmark any more");
}
