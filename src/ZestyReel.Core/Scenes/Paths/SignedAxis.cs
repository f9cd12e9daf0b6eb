namespace ZestyReel.Core.Scenes;

/// <summary>One of an object's own directions.</summary>
public enum SignedAxis : byte
{
    /// <summary>Along x.</summary>
    PlusX,

    /// <summary>Against x.</summary>
    MinusX,

    /// <summary>Along y.</summary>
    PlusY,

    /// <summary>Against y.</summary>
    MinusY,

    /// <summary>Along z.</summary>
    PlusZ,

    /// <summary>Against z.</summary>
    MinusZ,
}
