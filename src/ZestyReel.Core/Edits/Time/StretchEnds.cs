namespace ZestyReel.Core.Edits;

/// <summary>What is stretched to a length: from where to where.</summary>
public enum StretchEnds
{
    /// <summary>From the first frame to the last: what is seen on them stays on the first and the last frame.</summary>
    Poses,

    /// <summary>From where the first frame starts to where the last one ends: the time that is played becomes as much longer.</summary>
    Frames,
}
