namespace ZestyReel.Core.Scenes;

/// <summary>How an object gets from one key of its turns to the next.</summary>
public enum Turning
{
    /// <summary>Each of the three turns follows its own curve.</summary>
    EachAxis,

    /// <summary>Along the shortest turn between the two poses, eased by the curve of the turn that changes most.</summary>
    Shortest,
}
