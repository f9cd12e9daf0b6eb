namespace ZestyReel.Core.Scenes;

/// <summary>Names a cue within its scene.</summary>
public readonly record struct CueId(int Value) : IComparable<CueId>
{
    /// <inheritdoc/>
    public int CompareTo(CueId other) => Value.CompareTo(other.Value);
}
