namespace ZestyReel.Core.Reels;

/// <summary>What is behind everything in a reel.</summary>
public enum ReelBackground
{
    /// <summary>What the stage has.</summary>
    Stage,

    /// <summary>One plain colour.</summary>
    Colour,

    /// <summary>Nothing: the pictures are see-through there.</summary>
    SeeThrough,
}
