namespace ZestyReel.Core.Time;

/// <summary>How times are shown.</summary>
public enum TimeDisplay
{
    /// <summary>Frame numbers.</summary>
    Frames,

    /// <summary>Seconds on the scene's clock.</summary>
    Seconds,

    /// <summary>Hours, minutes, seconds and frames.</summary>
    Timecode,

    /// <summary>Timecode with skipped numbers, where the rate has it.</summary>
    DropFrame,
}
