namespace ZestyReel.Core.Edits;

/// <summary>What stays the same when the rate changes.</summary>
public enum RateKeep
{
    /// <summary>Key times stay; their frame numbers change.</summary>
    Clock,

    /// <summary>Frame numbers stay; the motion runs faster or slower.</summary>
    Frames,
}
