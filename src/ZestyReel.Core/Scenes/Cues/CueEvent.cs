namespace ZestyReel.Core.Scenes;

/// <summary>What a cue waits for.</summary>
public enum CueEvent : byte
{
    /// <summary>A channel of an object reaches a value; its travel along a path is one of these.</summary>
    Reaches,

    /// <summary>An object is no further from another than a distance, from origin to origin in the world.</summary>
    Near,

    /// <summary>An object that was no further from another than a distance gets further away.</summary>
    Leaves,

    /// <summary>The moment of a bookmark.</summary>
    Bookmark,
}
