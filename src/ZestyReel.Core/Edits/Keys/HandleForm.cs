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
}
