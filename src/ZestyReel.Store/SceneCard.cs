namespace ZestyReel.Store;

/// <summary>What the list of scenes shows of one.</summary>
public sealed record SceneCard
{
    /// <summary>Its number.</summary>
    public required long Id { get; init; }
    /// <summary>Its name.</summary>
    public required string Name { get; init; }
    /// <summary>Frames per second, such as 24 or 30000/1001.</summary>
    public required string Rate { get; init; }
    /// <summary>The first frame of its range.</summary>
    public required long FirstFrame { get; init; }
    /// <summary>The last frame of its range.</summary>
    public required long LastFrame { get; init; }
    /// <summary>How many objects it has.</summary>
    public required long Objects { get; init; }
    /// <summary>How many changes it has seen.</summary>
    public required long Revision { get; init; }

    /// <summary>When it was last changed, in UTC.</summary>
    public required string ChangedAt { get; init; }

    /// <summary>Whether there is a thumbnail of this very revision.</summary>
    public required bool HasThumbnail { get; init; }
}
