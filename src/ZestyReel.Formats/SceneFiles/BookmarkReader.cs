using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the list of bookmarks.</summary>
internal static class BookmarkReader
{
    public static List<Bookmark> Read(Node node, KeyReader keys)
    {
        var bookmarks = new List<Bookmark>();
        foreach (var item in node.Items())
        {
            if (item.Fields(["name"], ["frame", "tick", "colour"]) is not { } fields) continue;
            var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text
                ? nameNode.Guarded(() => Names.Checked(text, ""))
                : null;
            var time = keys.Time(item, fields, "frame", "tick");
            var colour = fields.TryGetValue("colour", out var colourNode) ? colourNode.Word<BookmarkColour>() : null;
            if (name is not null && time is { } at)
                bookmarks.Add(new Bookmark(new BookmarkId(bookmarks.Count + 1), name, at, colour ?? BookmarkColour.Sky));
        }
        return bookmarks;
    }
}
