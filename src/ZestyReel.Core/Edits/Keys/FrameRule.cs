namespace ZestyReel.Core.Edits;

/// <summary>What becomes of keys that would meet on a whole frame.</summary>
public enum FrameRule
{
    /// <summary>All stay, each at least a frame from the next, as near to where they were as that allows: a snap of two keys stays one.</summary>
    Apart,

    /// <summary>The one that was nearest to the frame stays.</summary>
    Nearest,

    /// <summary>The earliest of them stays.</summary>
    Earliest,

    /// <summary>The latest of them stays.</summary>
    Latest,
}
