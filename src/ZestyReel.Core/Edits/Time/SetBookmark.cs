using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Adds a bookmark, or changes one.</summary>
/// <param name="Frame">Its frame.</param>
/// <param name="Name">Its name.</param>
/// <param name="Colour">How it is marked on the ruler.</param>
/// <param name="Bookmark">The one to change; a new one when left out.</param>
public sealed record SetBookmark(decimal Frame, string Name, BookmarkColour Colour, BookmarkId? Bookmark = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) =>
        FormattableString.Invariant($"{(Bookmark is null ? "Bookmark" : "Change the bookmark")} {Names.Shown(Name)} at {Frame}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Bookmark is { } known && !scene.Bookmarks.ContainsKey(known))
            throw new Refusal("bookmark", "there is no such bookmark any more");
        if (!Enum.IsDefined(Colour)) throw new Refusal("colour", "there is no such colour");
        var id = Bookmark ?? BookmarkEdits.NextId(scene);
        var marked = new Bookmark(id, Names.Checked(Name, "name"), scene.Rate.At(Frame), Colour);
        return BookmarkEdits.WithRoom(scene with { Bookmarks = scene.Bookmarks.SetItem(id, marked) });
    }
}
