namespace ZestyReel.Core.Curves;

/// <summary>How motion comes in to a key, or goes out of it.</summary>
public enum Interpolation : byte
{
    /// <summary>The earlier value stands until the later key, then jumps.</summary>
    Hold,

    /// <summary>Along the straight line to the neighbour.</summary>
    Linear,

    /// <summary>With the slope between the two neighbours.</summary>
    Smooth,

    /// <summary>As smooth, but never overshooting: flat at extremes and ends.</summary>
    Clamped,

    /// <summary>With no slope.</summary>
    Flat,

    /// <summary>Along the key's own stored handle.</summary>
    Free,
}
