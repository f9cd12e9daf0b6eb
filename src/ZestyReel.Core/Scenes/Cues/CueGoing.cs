namespace ZestyReel.Core.Scenes;

/// <summary>Which way a channel goes when it reaches the value that a cue waits for.</summary>
public enum CueGoing : byte
{
    /// <summary>Whichever way.</summary>
    Either,

    /// <summary>From below it.</summary>
    Up,

    /// <summary>From above it.</summary>
    Down,
}
