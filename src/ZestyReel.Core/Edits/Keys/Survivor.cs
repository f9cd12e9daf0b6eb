namespace ZestyReel.Core.Edits;

/// <summary>Which of several keys stays where they are put on one frame.</summary>
public enum Survivor
{
    /// <summary>The one that stood nearest to the frame; of two as near, the earlier.</summary>
    Nearest,

    /// <summary>The one that came first.</summary>
    Earliest,

    /// <summary>The one that came last.</summary>
    Latest,
}
