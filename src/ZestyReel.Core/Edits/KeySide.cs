namespace ZestyReel.Core.Edits;

/// <summary>One side of a key.</summary>
public enum KeySide
{
    /// <summary>Where motion arrives.</summary>
    In,

    /// <summary>Where it leaves.</summary>
    Out,
}
