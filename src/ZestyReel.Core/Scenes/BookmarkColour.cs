namespace ZestyReel.Core.Scenes;

/// <summary>The colours of bookmarks; none of them means anything else on the screen.</summary>
public enum BookmarkColour
{
    Sky,
    Plum,
    Rose,
    Sand,
    Fern,
}
