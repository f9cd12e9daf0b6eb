namespace ZestyReel.Core.Reels;

/// <summary>What a pen draws with.</summary>
public enum PenColour
{
    /// <summary>Yellow.</summary>
    Lemon,

    /// <summary>Orange.</summary>
    Tangerine,

    /// <summary>Green.</summary>
    Mint,

    /// <summary>White.</summary>
    Cream,
}
