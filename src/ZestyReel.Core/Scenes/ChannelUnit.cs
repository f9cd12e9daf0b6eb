namespace ZestyReel.Core.Scenes;

/// <summary>What a channel's number means.</summary>
public enum ChannelUnit
{
    /// <summary>Scene lengths.</summary>
    Length,

    /// <summary>Degrees.</summary>
    Degrees,

    /// <summary>A plain factor; 1 changes nothing.</summary>
    Factor,

    /// <summary>0 to 1.</summary>
    Fraction,

    /// <summary>One part of a colour in linear light, 0 to 1; so curves mix colours in linear light by themselves.</summary>
    LinearLight,

    /// <summary>So many a second.</summary>
    Hertz,

    /// <summary>Scene lengths per second per second.</summary>
    Acceleration,

    /// <summary>Decibels; 0 changes nothing, and 6 is about twice the amplitude.</summary>
    Decibels,

    /// <summary>How many there are of something; holds only.</summary>
    Count,

    /// <summary>0 is off, 1 is on; holds only.</summary>
    OnOff,

    /// <summary>Source frames, the values of a warp.</summary>
    Frames,

    /// <summary>The number of one of the channel's choices; holds only.</summary>
    Choice,
}
