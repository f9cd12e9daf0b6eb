namespace ZestyReel.Core.Edits;

/// <summary>One side of a key.</summary>
public enum KeySide
{
    /// <summary>Where motion comes in.</summary>
    In,

    /// <summary>Where it goes out.</summary>
    Out,
}
