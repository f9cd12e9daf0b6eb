namespace ZestyReel.Core.Scenes;

/// <summary>Names a clip within its scene.</summary>
public readonly record struct ClipId(int Value) : IComparable<ClipId>
{
    /// <inheritdoc/>
    public int CompareTo(ClipId other) => Value.CompareTo(other.Value);
}
