namespace ZestyReel.Core.Edits;

/// <summary>In which order objects come one after the other.</summary>
public enum AfterOrder
{
    /// <summary>As they stand on the desk, from top to bottom.</summary>
    InOrder,

    /// <summary>The first and the last at once, the middle at the end.</summary>
    FromEnds,

    /// <summary>The middle first, the ends at the end.</summary>
    FromMiddle,

    /// <summary>As chance has it.</summary>
    AtRandom,
}
