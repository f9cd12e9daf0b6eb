namespace ZestyReel.Core.Scenes;

/// <summary>How a path goes through one of its points.</summary>
public enum PathPointKind : byte
{
    /// <summary>Straight on, in the direction from the point before to the one after.</summary>
    Smooth,

    /// <summary>Towards each neighbour.</summary>
    Corner,

    /// <summary>As its two handles say.</summary>
    Free,
}
