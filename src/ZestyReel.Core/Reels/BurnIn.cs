namespace ZestyReel.Core.Reels;

/// <summary>What can be written into the pictures of a reel.</summary>
public enum BurnIn
{
    /// <summary>The scene's name.</summary>
    Scene,

    /// <summary>The reel's number.</summary>
    Reel,

    /// <summary>The frame.</summary>
    Frame,

    /// <summary>The source frame that the scene as a whole shows.</summary>
    Source,

    /// <summary>The timecode.</summary>
    Timecode,

    /// <summary>What it is seen through.</summary>
    Camera,

    /// <summary>The day on which it is shot.</summary>
    Date,

    /// <summary>A note.</summary>
    Note,
}
