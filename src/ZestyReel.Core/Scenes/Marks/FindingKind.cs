namespace ZestyReel.Core.Scenes;

/// <summary>What the timing check looks for.</summary>
public enum FindingKind : byte
{
    /// <summary>Keys that are not on whole frames.</summary>
    OffFrame,

    /// <summary>Keys without which nothing would change.</summary>
    UselessKeys,

    /// <summary>Keys less than a frame apart: what is between them is seen on no frame, and sooner at a lower rate.</summary>
    BetweenFrames,

    /// <summary>Keys outside the scene range.</summary>
    OutsideRange,

    /// <summary>A hold that is none: it moves a little all along.</summary>
    CreepingHold,

    /// <summary>A jump within a frame where nothing holds.</summary>
    Pop,

    /// <summary>One frame that is out of line with those about it.</summary>
    Hitch,

    /// <summary>A speed that changes from one frame to the next.</summary>
    SuddenSpacing,

    /// <summary>Between two keys it goes beyond both.</summary>
    Overshoot,

    /// <summary>A curve that goes beyond what its channel can have, and is cut off there.</summary>
    AtLimit,

    /// <summary>A cycle that ends elsewhere, or at another speed, than it begins.</summary>
    OpenLoop,

    /// <summary>A rotation that goes the long way round within a frame.</summary>
    RotationFlip,

    /// <summary>Something that slides while it should stand.</summary>
    SlidingContact,

    /// <summary>A cue that waits for what never happens.</summary>
    CueNeverCalls,

    /// <summary>A warp that plays what is outside the scene range.</summary>
    WarpPastEnd,

    /// <summary>A sound that starts between two frames.</summary>
    SoundOffFrame,

    /// <summary>A shape that is below the ground.</summary>
    ThroughGround,

    /// <summary>Two shapes that are within each other.</summary>
    ThroughEachOther,
}
