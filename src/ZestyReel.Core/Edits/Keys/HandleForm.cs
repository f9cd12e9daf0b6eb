namespace ZestyReel.Core.Edits;

/// <summary>What becomes of the two handles of a key.</summary>
public enum HandleForm
{
    /// <summary>In one line, at the mean of their slopes, each as long as it was.</summary>
    Joined,

    /// <summary>A third of their stretch long, each with the slope that it had.</summary>
    Third,

    /// <summary>In one line and equally long.</summary>
    Equal,

    /// <summary>
    /// What falls onto the key and springs off it: an angle, as fast as gravity has it on both sides, while the tops beside
    /// it are round there. Between two that are both selected the way is even.
    /// </summary>
    Contact,

    /// <summary>It leaves as fast as it arrives.</summary>
    MeetBefore,

    /// <summary>It arrives as fast as it leaves.</summary>
    MeetAfter,
}
