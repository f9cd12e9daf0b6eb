namespace ZestyReel.Core.Scenes;

/// <summary>What a channel's curve is drawn in; which colour that is depends on the scheme.</summary>
public enum CurveHue
{
    /// <summary>The colour of the x axis, and of red light.</summary>
    X,
    /// <summary>The colour of the y axis, and of green light.</summary>
    Y,
    /// <summary>The colour of the z axis, and of blue light.</summary>
    Z,
    /// <summary>The colour of time.</summary>
    Mint,
    /// <summary>One of the others.</summary>
    Sky,
    /// <summary>One of the others.</summary>
    Sand,
    /// <summary>One of the others.</summary>
    Plum,
    /// <summary>One of the others.</summary>
    Fern,
}
