namespace ZestyReel.Store.Reels;

/// <summary>A reel as it is kept.</summary>
public sealed record KeptReel
{
    /// <summary>Which one.</summary>
    public required long Id { get; init; }
    /// <summary>Whose.</summary>
    public required long SceneId { get; init; }
    /// <summary>Its number within the scene.</summary>
    public required long Number { get; init; }
    /// <summary>As people call it; empty for its number alone.</summary>
    public required string Name { get; init; }
    /// <summary>What they say of it.</summary>
    public required string Note { get; init; }
    /// <summary>Who shot it; null where nobody said.</summary>
    public string? MadeBy { get; init; }
    /// <summary>When, in UTC.</summary>
    public required string MadeAt { get; init; }
    /// <summary>The scene's revision then.</summary>
    public required long Revision { get; init; }
    /// <summary>How many edits were in force.</summary>
    public required long Position { get; init; }
    /// <summary>Frames per second, such as 24 or 30000/1001.</summary>
    public required string Rate { get; init; }
    /// <summary>What it shows, as JSON.</summary>
    public required string Settings { get; init; }
    /// <summary>The source frames of its pictures, as JSON.</summary>
    public required string Sources { get; init; }
    /// <summary>Their timecodes, as JSON.</summary>
    public required string Timecodes { get; init; }
    /// <summary>Whether it is the one that was picked.</summary>
    public required bool Picked { get; init; }
    /// <summary>Whether it is still being shot.</summary>
    public required bool Arriving { get; init; }
    /// <summary>When it was deleted; null while it is there.</summary>
    public string? DeletedAt { get; init; }
    /// <summary>How many of its pictures are there.</summary>
    public required long Pictures { get; init; }
    /// <summary>Whether something is heard of it.</summary>
    public required bool HasSound { get; init; }
    /// <summary>How much room its pictures and its sound take, in bytes; what it shares with others counts here too.</summary>
    public required long Bytes { get; init; }
}
