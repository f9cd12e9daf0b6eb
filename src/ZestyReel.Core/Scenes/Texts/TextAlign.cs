namespace ZestyReel.Core.Scenes;

/// <summary>Where the lines of a text stand against its origin.</summary>
public enum TextAlign
{
    /// <summary>They begin there.</summary>
    Left,

    /// <summary>Their middles are there.</summary>
    Centre,

    /// <summary>They end there.</summary>
    Right,
}
