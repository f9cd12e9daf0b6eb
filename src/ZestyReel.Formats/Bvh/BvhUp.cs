namespace ZestyReel.Formats.Bvh;

/// <summary>Which axis points up in a file.</summary>
public enum BvhUp
{
    /// <summary>Y, as here.</summary>
    Y,
    /// <summary>Z; x stays, and what was along y comes to lie along −z.</summary>
    Z,
}
