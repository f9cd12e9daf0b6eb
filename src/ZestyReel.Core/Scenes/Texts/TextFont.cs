namespace ZestyReel.Core.Scenes;

/// <summary>The fonts that texts can be set in. They ship with the application.</summary>
public enum TextFont
{
    /// <summary>Plain and bold.</summary>
    Figtree,

    /// <summary>With serifs.</summary>
    Lora,

    /// <summary>With rounded corners; has Hebrew and Cyrillic, too.</summary>
    Rubik,

    /// <summary>As by a brush.</summary>
    Pacifico,
}
