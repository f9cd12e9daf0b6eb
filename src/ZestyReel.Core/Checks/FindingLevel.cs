namespace ZestyReel.Core.Checks;

/// <summary>How much a finding matters.</summary>
public enum FindingLevel : byte
{
    /// <summary>Untidy, and not to be seen.</summary>
    Note,

    /// <summary>To be seen, and often not meant.</summary>
    Warning,

    /// <summary>Hardly ever meant.</summary>
    Fault,
}
