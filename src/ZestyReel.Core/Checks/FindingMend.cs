namespace ZestyReel.Core.Checks;

/// <summary>What can be done about a finding without harm.</summary>
public enum FindingMend : byte
{
    /// <summary>The keys go to the nearest whole frames.</summary>
    OnWholeFrames,

    /// <summary>The keys are deleted.</summary>
    DeleteKeys,

    /// <summary>The later key gets the value of the earlier one.</summary>
    SameValue,

    /// <summary>The keys are clamped: the curve stays between them.</summary>
    Clamp,

    /// <summary>The last key gets the value of the first.</summary>
    CloseLoop,

    /// <summary>The rotation goes the short way.</summary>
    Unwind,

    /// <summary>The sound goes to the nearest frame.</summary>
    SoundOnFrame,
}
