namespace ZestyReel.Core.Curves.Eases;

/// <summary>The eases that a stretch between two keys can be given.</summary>
public enum ReadyEase
{
    /// <summary>Even all the way.</summary>
    Even,

    /// <summary>Starts slowly.</summary>
    EaseIn,

    /// <summary>Ends slowly.</summary>
    EaseOut,

    /// <summary>Falls: from rest, faster and faster, at full speed at the end.</summary>
    Fall,

    /// <summary>Is thrown: at full speed at first, slower and slower, at rest at the end.</summary>
    Throw,

    /// <summary>Slow, fast, slow.</summary>
    EaseBoth,

    /// <summary>Fast, slow, fast.</summary>
    Linger,

    /// <summary>Draws back before it goes.</summary>
    Anticipate,

    /// <summary>Goes too far and comes back.</summary>
    Overshoot,

    /// <summary>Swings about the end value, less each time.</summary>
    Settle,

    /// <summary>Falls onto the end value and springs back from it, lower each time.</summary>
    Bounce,
}
