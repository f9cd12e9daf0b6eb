namespace ZestyReel.Core.Curves;

/// <summary>What a curve does before its first or after its last key.</summary>
public enum Extrapolation : byte
{
    /// <summary>The end key's value stands.</summary>
    Hold,

    /// <summary>Runs on at the slope that the end segment has there.</summary>
    Straight,

    /// <summary>The keys again and again.</summary>
    Repeat,

    /// <summary>Again and again, each cycle starting at the value where the last one ended.</summary>
    RepeatOffset,

    /// <summary>Back and forth.</summary>
    Mirror,
}
