namespace ZestyReel.Core.Changes;

/// <summary>What a scene is kept as: rows of these kinds.</summary>
public enum RowKind : byte
{
    /// <summary>The scene's settings.</summary>
    Settings,

    /// <summary>An object without its channels.</summary>
    Object,

    /// <summary>One channel of an object.</summary>
    Channel,

    /// <summary>A warp.</summary>
    Warp,

    /// <summary>A bookmark.</summary>
    Bookmark,

    /// <summary>A named selection.</summary>
    NamedSelection,

    /// <summary>A clip.</summary>
    Clip,

    /// <summary>A clip on an object.</summary>
    PlacedClip,

    /// <summary>A cue.</summary>
    Cue,

    /// <summary>A layer; its keys are channels of objects.</summary>
    Layer,

    /// <summary>A background picture.</summary>
    Backdrop,

    /// <summary>A sound.</summary>
    Sound,

    /// <summary>A mark of the timing check.</summary>
    Mark,
}
