namespace ZestyReel.Store;

/// <summary>A deleted scene, which can be brought back or deleted for good.</summary>
public sealed record DeletedScene
{
    /// <summary>Its number.</summary>
    public required long Id { get; init; }

    /// <summary>The name that it had.</summary>
    public required string Name { get; init; }

    /// <summary>When it was deleted, in UTC.</summary>
    public required string DeletedAt { get; init; }

    /// <summary>How many objects it has.</summary>
    public required long Objects { get; init; }

    /// <summary>About how much room its keys and its history take.</summary>
    public required long Bytes { get; init; }
}
