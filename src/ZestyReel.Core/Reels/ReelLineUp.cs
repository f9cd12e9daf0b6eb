namespace ZestyReel.Core.Reels;

/// <summary>How the pictures of two reels are put beside each other.</summary>
public enum ReelLineUp
{
    /// <summary>The same frame; at another rate, the same moment.</summary>
    Frame,

    /// <summary>The same source frame, so that motion that was retimed lies beside itself.</summary>
    Source,

    /// <summary>The same place, the other so many pictures later.</summary>
    Offset,
}
