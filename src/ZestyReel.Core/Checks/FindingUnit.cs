namespace ZestyReel.Core.Checks;

/// <summary>What a finding is measured in.</summary>
public enum FindingUnit : byte
{
    /// <summary>Frames.</summary>
    Frames,

    /// <summary>Keys.</summary>
    Keys,

    /// <summary>The unit of the channel.</summary>
    OfChannel,

    /// <summary>The unit of the channel, per second.</summary>
    OfChannelPerSecond,

    /// <summary>Lengths in the world.</summary>
    Length,

    /// <summary>Degrees.</summary>
    Degrees,

    /// <summary>Milliseconds.</summary>
    Milliseconds,
}
