namespace ZestyReel.Store.Reels;

/// <summary>A mark on a picture of a reel, as it is kept.</summary>
public sealed record KeptMark
{
    /// <summary>Which one.</summary>
    public required long Id { get; init; }
    /// <summary>Whose.</summary>
    public required long ReelId { get; init; }
    /// <summary>On which picture, counted from 0.</summary>
    public required long Picture { get; init; }
    /// <summary>What it is, as JSON.</summary>
    public required string Mark { get; init; }
    /// <summary>Who made it; null where nobody said.</summary>
    public string? MadeBy { get; init; }
    /// <summary>When, in UTC.</summary>
    public required string MadeAt { get; init; }
}
