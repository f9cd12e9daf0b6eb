namespace ZestyReel.Server.Sessions;

/// <summary>An edit was made on something that has been changed elsewhere meanwhile. Nothing has been changed.</summary>
/// <param name="reason">What happened, and what to do.</param>
/// <param name="by">Who made the other change, where they said so.</param>
/// <param name="title">What the other change did; null where that is not known.</param>
public sealed class Clash(string reason, string? by = null, string? title = null) : Exception(reason)
{
    /// <summary>Who made the other change, where they said so.</summary>
    public string? By { get; } = by;

    /// <summary>What the other change did; null where that is not known.</summary>
    public string? Title { get; } = title;
}
