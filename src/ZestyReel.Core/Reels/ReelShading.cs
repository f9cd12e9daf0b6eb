namespace ZestyReel.Core.Reels;

/// <summary>How shapes are drawn in a reel.</summary>
public enum ReelShading
{
    /// <summary>With light and shade.</summary>
    Shaded,

    /// <summary>Their edges only.</summary>
    Wire,

    /// <summary>Both.</summary>
    Both,
}
