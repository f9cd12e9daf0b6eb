namespace ZestyReel.Core.Scenes;

/// <summary>The number of a mark in its scene.</summary>
public readonly record struct MarkId(int Value) : IComparable<MarkId>
{
    /// <inheritdoc/>
    public int CompareTo(MarkId other) => Value.CompareTo(other.Value);
}
