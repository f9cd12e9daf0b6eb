namespace ZestyReel.Core.Baking;

/// <summary>What lies between an object's own keys and what is seen of it, and can be written down.</summary>
public enum BakePart
{
    /// <summary>Warps and cues.</summary>
    Time,
    /// <summary>Clips on the object.</summary>
    Clips,
    /// <summary>The layers that are on.</summary>
    Layers,
    /// <summary>The path that it follows.</summary>
    Path,
    /// <summary>What it aims at.</summary>
    Aim,
    /// <summary>What sways, lags or bounces.</summary>
    Loose,
    /// <summary>Rolling.</summary>
    Roll,
}
