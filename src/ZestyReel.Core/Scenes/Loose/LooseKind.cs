namespace ZestyReel.Core.Scenes;

/// <summary>The kinds of motion that nobody keyed.</summary>
public enum LooseKind
{
    /// <summary>See <see cref="Scenes.Sway"/>.</summary>
    Sway,
    /// <summary>See <see cref="Scenes.Lag"/>.</summary>
    Lag,
    /// <summary>See <see cref="Scenes.Bounce"/>.</summary>
    Bounce,
}
