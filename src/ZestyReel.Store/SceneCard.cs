namespace ZestyReel.Store;

/// <summary>What the list of scenes shows of one.</summary>
public sealed record SceneCard
{
    public required long Id { get; init; }
    public required string Name { get; init; }
    public required string Rate { get; init; }
    public required long FirstFrame { get; init; }
    public required long LastFrame { get; init; }
    public required long Objects { get; init; }
    public required long Revision { get; init; }

    /// <summary>When it was last changed, in UTC.</summary>
    public required string ChangedAt { get; init; }

    /// <summary>Whether there is a thumbnail of this very revision.</summary>
    public required bool HasThumbnail { get; init; }
}
