namespace ZestyReel.Store.Takes;

/// <summary>A take as it is kept.</summary>
public sealed record KeptTake
{
    /// <summary>Which one.</summary>
    public required long Id { get; init; }
    /// <summary>Whose.</summary>
    public required long SceneId { get; init; }
    /// <summary>Its number within the scene.</summary>
    public required long Number { get; init; }
    /// <summary>As people call it; empty for its number alone.</summary>
    public required string Name { get; init; }
    /// <summary>The object that was driven.</summary>
    public required long Object { get; init; }
    /// <summary>As it was called.</summary>
    public required string ObjectName { get; init; }
    /// <summary>The device; empty for a hand.</summary>
    public required string Device { get; init; }
    /// <summary>The channels' names, as JSON.</summary>
    public required string Channels { get; init; }
    /// <summary>The played tick of its beginning.</summary>
    public required long Start { get; init; }
    /// <summary>Seconds of the scene for each on the wall.</summary>
    public required double Speed { get; init; }
    /// <summary>Whether it goes where the device's own clock says.</summary>
    public required bool ByStamps { get; init; }
    /// <summary>What that clock said first, in seconds; null of a hand.</summary>
    public double? FirstStamp { get; init; }
    /// <summary>How long it is.</summary>
    public required double Seconds { get; init; }
    /// <summary>How many samples it has.</summary>
    public required long Samples { get; init; }
    /// <summary>How many are known to have been lost.</summary>
    public required long Lost { get; init; }
    /// <summary>Where nothing came, as JSON.</summary>
    public required string Gaps { get; init; }
    /// <summary>Who recorded it; null where nobody said.</summary>
    public string? MadeBy { get; init; }
    /// <summary>When, in UTC.</summary>
    public required string MadeAt { get; init; }
    /// <summary>When it was thrown away; null while it is there.</summary>
    public string? DeletedAt { get; init; }
}
