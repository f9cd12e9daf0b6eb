using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Takes all bookmarks of a colour out.</summary>
public sealed record DeleteBookmarks(BookmarkColour Colour) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => "Delete the bookmarks of a colour";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene) => scene.Bookmarks.Values.Any(each => each.Colour == Colour)
        ? scene with { Bookmarks = scene.Bookmarks.RemoveRange(scene.Bookmarks.Values.Where(each => each.Colour == Colour).Select(each => each.Id)) }
        : throw new Refusal("colour", "there is no bookmark of that colour");
}
