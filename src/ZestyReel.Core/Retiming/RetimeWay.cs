namespace ZestyReel.Core.Retiming;

/// <summary>Ready ways of retiming a part of what is played.</summary>
public enum RetimeWay
{
    /// <summary>The part is played at another speed, and what follows moves along.</summary>
    Speed,

    /// <summary>The first frame of the part stands for as many frames, and what follows moves along.</summary>
    Hold,

    /// <summary>The part is played backwards.</summary>
    Backwards,

    /// <summary>From the first frame of the part on nothing moves any more.</summary>
    Freeze,

    /// <summary>The part is played again and again, and what follows moves along.</summary>
    Loop,
}
