namespace ZestyReel.Core.Reels;

/// <summary>What somebody leaves on a picture of a reel.</summary>
public enum PenKind
{
    /// <summary>A line drawn by hand.</summary>
    Stroke,

    /// <summary>A straight line with a head at its end.</summary>
    Arrow,

    /// <summary>Words at a place of the picture.</summary>
    Text,

    /// <summary>Words about the picture as a whole.</summary>
    Remark,
}
