namespace ZestyReel.Core.Scenes;

/// <summary>How curves of one hue that stand over each other are told apart.</summary>
public enum CurveShade
{
    /// <summary>The hue itself.</summary>
    Plain,
    /// <summary>Nearer to the text.</summary>
    Pale,
    /// <summary>Nearer to the ground.</summary>
    Dull,
}
