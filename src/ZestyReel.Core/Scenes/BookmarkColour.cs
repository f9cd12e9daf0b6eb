namespace ZestyReel.Core.Scenes;

/// <summary>The colours of bookmarks; none of them means anything else on the screen.</summary>
public enum BookmarkColour
{
    /// <summary>Light blue; as when none is given.</summary>
    Sky,

    /// <summary>Purple.</summary>
    Plum,

    /// <summary>Pink.</summary>
    Rose,

    /// <summary>Yellow.</summary>
    Sand,

    /// <summary>Green.</summary>
    Fern,
}
